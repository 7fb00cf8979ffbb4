<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isOfOne, partsOf } from '#core/yield'
import type { Press } from '#shared/contract'
import { useFruit } from '~/stores/fruit'

// What a press came to, as soon as it is written down.
const props = defineProps<{ press: Press }>()
const emit = defineEmits<{ done: [] }>()
const { t } = useI18n()
const { amount, name } = useFormat()
const store = useFruit()
const fruit = computed(() => props.press.takes[0]!.ingredientKey)
const said = computed(() => {
  const { base, baseKey, juiceMl } = props.press
  return base
    ? t('press.doneBase', { l: amount(base.outMl / 1000, 'L'), name: name(baseKey!) })
    : t('press.done', { l: amount(juiceMl / 1000, 'L'), fruit: name(fruit.value) })
})
</script>

<template>
  <div class="stack" data-test="pressed">
    <h2>{{ said }}</h2>
    <FruitKiloStrip
      :fruit="fruit"
      :parts="partsOf([press])"
      :scale-kg="press.takenG / 1000"
      :height="44"
      :label="t('press.strip')"
    />
    <FruitStripKey />
    <FruitYieldPanel
      :fruit="fruit"
      :known="isOfOne(press) ? store.yields.get(fruit) : undefined"
      :press="store.figuresOf.get(press.id)"
    />
    <p class="caution">
      <b>{{ t('caution.cold-title') }}</b> {{ t('caution.keep-cold') }}
    </p>
    <v-btn color="primary" data-test="panel-done" @click="emit('done')">{{ t('do.done') }}</v-btn>
  </div>
</template>
