<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { WAYS, withServe, type Way } from '#core/recipe'
import { ICE_SHAPES, type IceShape } from '#core/substances'
import type { Glass } from '~/composables/useGlass'

// What is done with the ice of a cup, and what ice it is; and what a guest gets for it.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, amount } = useFormat()
const items = useChoices()
const { document, evaluation } = props.glass
const serve = computed(() => document.value?.serve)
const way = computed({
  get: () => serve.value?.way ?? 'poured',
  set: (to: Way | null) => props.glass.edit(withServe(document.value!, { way: to ?? 'poured' }), 'way'),
})
const shape = computed({
  get: () => serve.value?.iceShape ?? 'cube',
  set: (to: IceShape | null) => props.glass.edit(withServe(document.value!, { iceShape: to ?? 'cube' }), 'ice shape'),
})
const sips = computed(() => {
  const cup = evaluation.value?.cup
  return cup ? [cup.firstSip, cup.lastSip] : []
})
</script>

<template>
  <section class="stack" data-test="with-ice">
    <h2>{{ t('serving.withIce') }}</h2>
    <p v-if="!serve?.iceG" class="small quiet">{{ t('serving.noIce') }}</p>
    <FieldChoice v-model="way" :label="t('serving.way')" :items="items(WAYS, 'serving.ways')" test="way" />
    <FieldChoice
      v-model="shape"
      :label="t('serving.shape')"
      :items="items(ICE_SHAPES, 'serving.shapes')"
      :why="t('serving.shapeWhy')"
      test="ice-shape"
    />
    <p v-if="sips.length && serve?.iceG" class="small" data-test="with-ice-sips">
      {{
        t('serving.sips', {
          first: n(sips[0]!.brix.value, 1),
          firstC: amount(sips[0]!.temp.value, '°C', 0),
          last: n(sips[1]!.brix.value, 1),
          lastC: amount(sips[1]!.temp.value, '°C', 0),
        })
      }}
    </p>
  </section>
</template>
