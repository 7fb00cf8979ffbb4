<script setup lang="ts">
import { USUAL_DISPENSER } from '#core/balance'
import { useI18n } from 'vue-i18n'
import type { Dispenser } from '#core/recipe'
import { useAmounts } from '~/forms/useAmounts'
import type { Glass } from '~/composables/useGlass'

// How else it is served: in other sizes, with what a guest may have, out of a dispenser with ice.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { typed } = useFormat()
const ready = useWords('balance')
const { document, evaluation } = props.glass
const dispenser = computed(() => document.value?.serve?.dispenser ?? null)
const start = dispenser.value ?? USUAL_DISPENSER
const amounts = useAmounts(['drink', 'ice', 'late'] as const, {
  drink: typed(start.drinkMl / 1000, 'L', 2),
  ice: typed(start.iceG, 'g', 0),
  late: typed(start.lateMin),
})
const edit = (to: Dispenser | undefined): void => {
  const { dispenser: _, ...serve } = document.value!.serve!
  props.glass.edit({ ...document.value!, serve: to ? { ...serve, dispenser: to } : serve }, 'dispenser')
}
/** What no dispenser can have; it stays as it was typed, and changes nothing. */
const wrong = computed(() => ({
  drink: amounts.number.drink !== null && !(amounts.number.drink > 0) ? t('problem.drink-empty') : '',
  ice: (amounts.number.ice ?? 0) < 0 ? t('problem.ice-negative') : '',
  late: (amounts.number.late ?? 0) < 0 ? t('problem.amount-negative') : '',
}))
/** What is typed counts as soon as it can be read. */
watch(
  () => ({ ...amounts.number }),
  ({ drink, ice, late }) => {
    if (!dispenser.value || drink === null || ice === null || late === null) return
    if (Object.values(wrong.value).some(Boolean)) return
    const to = { drinkMl: drink * 1000, iceG: ice, lateMin: late }
    if (JSON.stringify(to) !== JSON.stringify(dispenser.value)) edit(to)
  },
)
const isOn = computed({
  get: () => !!dispenser.value,
  set: (on) =>
    edit(
      on
        ? {
            drinkMl: (amounts.number.drink ?? 8) * 1000,
            iceG: amounts.number.ice ?? 0,
            lateMin: amounts.number.late ?? USUAL_DISPENSER.lateMin,
          }
        : undefined,
    ),
})
/** Better after a night in the cold. */
const isRested = computed({
  get: () => document.value?.serve?.rest === 'next-day',
  set: (on) => {
    const { rest: _, ...serve } = document.value!.serve!
    props.glass.edit({ ...document.value!, serve: on ? { ...serve, rest: 'next-day' } : serve }, 'rest')
  },
})
</script>

<template>
  <div v-if="ready && document && evaluation" class="stack" data-test="serving">
    <DrinksWithIce :glass="glass" />
    <DrinksSizes :glass="glass" />
    <DrinksGuestOptions :glass="glass" />
    <section class="stack" data-test="dispenser">
      <h2>{{ t('serving.dispenser') }}</h2>
      <p class="small quiet">{{ t('serving.dispenserWhy') }}</p>
      <v-checkbox v-model="isOn" :label="t('serving.inDispenser')" hide-details data-test="in-dispenser" />
      <div v-if="isOn" class="fields">
        <FieldAmountField
          v-bind="amounts.bind('drink')"
          :label="t('serving.drink')"
          unit="L"
          :error="wrong.drink"
          test="dispenser-drink"
        />
        <FieldAmountField
          v-bind="amounts.bind('ice')"
          :label="t('serving.ice')"
          unit="g"
          of="ice"
          :error="wrong.ice"
          test="dispenser-ice"
        />
        <FieldAmountField
          v-bind="amounts.bind('late')"
          :label="t('serving.late')"
          unit="min"
          :error="wrong.late"
          test="dispenser-late"
        />
      </div>
      <p v-if="isOn" class="small">{{ t('serving.seeMap') }}</p>
    </section>
    <section class="stack">
      <h2>{{ t('serving.rest') }}</h2>
      <p class="small quiet">{{ t('serving.restWhy') }}</p>
      <v-checkbox v-model="isRested" :label="t('serving.nextDay')" hide-details data-test="next-day" />
    </section>
    <DrinksSignOff
      :id="glass.id"
      :draft="glass.draft"
      :sound="!glass.evaluated.value.limit"
      :signable="glass.signable.value"
    />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
}
</style>
