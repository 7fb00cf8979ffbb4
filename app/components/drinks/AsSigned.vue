<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { movedSince, type SignedSip } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'

/** What differs between a standard as it was signed and as it is seen today: once, in a sentence. */
const props = defineProps<{ recipe: Recipe }>()
const { t } = useI18n()
const { n, amount, name } = useFormat()
const { ofLimit } = useSentence()
const drinks = useDrinks()

const SHOWN: Record<keyof SignedSip, (value: number) => string> = {
  volumeMl: (v) => amount(v, 'mL', 0),
  brix: (v) => `${n(v, 1)} °Bx`,
  taGPer100Ml: (v) => `${n(v, 2)} g/100 mL`,
  ratio: (v) => `${n(v, 1)} : 1`,
  tempC: (v) => amount(v, '°C', 1),
}
const shown = (figure: keyof SignedSip, value: number | null | undefined): string =>
  value === null || value === undefined ? t('standard.none') : SHOWN[figure](value)

const standard = computed(() => drinks.pouredOf(props.recipe))
const today = computed(() => (standard.value ? drinks.evaluate(drinks.served(props.recipe)) : null))
const moved = computed(() => {
  const evaluation = today.value?.evaluation
  if (!standard.value || !evaluation) return []
  return movedSince(standard.value.figures, evaluation).map((m) =>
    t('standard.movedOne', {
      where: t(`standard.at.${m.at}`),
      today: shown(m.figure, m.today),
      signed: shown(m.figure, m.signed),
    }),
  )
})
const asSigned = computed(() => {
  const { jug } = standard.value!.figures
  return (Object.keys(SHOWN) as (keyof SignedSip)[]).map((f) => shown(f, jug[f])).join(', ')
})
const changed = computed(() => drinks.changedSince(props.recipe).map(name))
</script>

<template>
  <div v-if="standard" class="as-signed small" data-test="as-signed">
    <p v-if="today?.limit" class="caution">
      {{ t('standard.cannot', { n: standard.number, list: asSigned, why: ofLimit(today.limit) }) }}
    </p>
    <p v-else-if="moved.length">{{ t('standard.moved', { list: moved.join('; ') }) }}</p>
    <p v-if="changed.length">{{ t('standard.changed', { list: changed.join(', ') }) }}</p>
    <p v-if="standard.filled" class="quiet">{{ t('standard.filled') }}</p>
  </div>
</template>

<style scoped>
.as-signed {
  display: grid;
  gap: 6px;
  margin-top: 4px;
}
</style>
