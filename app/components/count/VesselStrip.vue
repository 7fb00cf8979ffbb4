<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { SPILLED_AS } from '#core/hold/event'
import type { CountSheet } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'

// What left a vessel on a day, to scale beside the others: poured, spilled, thrown away, left over, and gone.
const props = defineProps<{ vessel: CountSheet['vessels'][number]; mostMl: number; fill: string; showDay: boolean }>()
const emit = defineEmits<{ told: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, n, calendarDay } = useFormat()
const name = computed(() => useDrinks().byId.get(props.vessel.recipeId)?.name ?? '')
const parts = computed(() => {
  const v = props.vessel
  return [
    { key: 'poured', ml: v.pouredMl },
    ...SPILLED_AS.map((key) => ({ key, ml: v.apartMl[key] })),
    { key: 'thrown', ml: v.thrownMl },
    { key: 'missing', ml: Math.max(0, v.missingMl ?? 0) },
    { key: 'left', ml: v.leftMl },
  ].filter((p) => p.ml > props.mostMl * LEAST_SHOWN)
})
/** Less than so much of the longest bar is no wider than its border. */
const LEAST_SHOWN = 0.002
/** mL over what there was that nobody sees. */
const SEEN_ML = 50
const litres = (ml: number): string => amount(ml / 1000, 'L', 1)
const words = computed(() => {
  const all = parts.value.map((p) => t('count.partOf', { ml: litres(p.ml), what: t(`count.part.${p.key}`) }))
  const { missingMl } = props.vessel
  return missingMl !== null && missingMl < -SEEN_ML ? [...all, t('count.more', { ml: litres(-missingMl) })] : all
})
</script>

<template>
  <li class="vessel" data-test="count-vessel" :class="{ asked: vessel.isAsked }">
    <div class="spread">
      <NuxtLink :to="`/serve/${vessel.holdId}`" class="title">{{ name }}</NuxtLink>
      <span class="small quiet">{{ showDay ? calendarDay(vessel.day) : vessel.name }}</span>
      <b class="num" data-test="glasses">{{
        vessel.expected === null
          ? t('count.gotOnly', { got: n(vessel.got) })
          : t('count.got', { got: n(vessel.got), of: n(vessel.expected) })
      }}</b>
    </div>
    <div class="bar" aria-hidden="true">
      <i
        v-for="p in parts"
        :key="p.key"
        :class="p.key"
        :style="{ width: `${(100 * p.ml) / mostMl}%`, background: p.key === 'poured' ? fill : undefined }"
      />
    </div>
    <p class="small parts">
      <span v-for="w in words" :key="w">{{ w }}</span>
      <span v-if="vessel.missingMl === null" class="quiet">{{ t('count.notKnown') }}</span>
    </p>
    <CountExplain v-if="vessel.isAsked && (vessel.missingMl ?? 0) > 0" :vessel="vessel" @told="emit('told')" />
    <p v-else-if="vessel.isAsked" class="caution" role="note" data-test="glasses-asked">
      {{ t('count.askedMore') }} <NuxtLink :to="`/serve/${vessel.holdId}`">{{ t('count.askedWrong') }}</NuxtLink>
    </p>
  </li>
</template>

<style scoped>
.vessel {
  display: grid;
  gap: 4px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.title {
  font: 700 18px/1.2 var(--head);
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.spread {
  align-items: center;
}
.spread b {
  margin-left: auto;
}
.bar {
  display: flex;
  height: 30px;
}
.bar i {
  border: 2px solid var(--ink);
  border-right-width: 0;
}
.bar i:last-child {
  border-right-width: 2px;
  border-radius: 0 6px 6px 0;
}
.bar i:first-child {
  border-radius: 6px 0 0 6px;
}
.spilled,
.tasted,
.given,
.fuller,
.kept,
.thrown {
  background: var(--rule);
}
.missing {
  background: repeating-linear-gradient(45deg, var(--hibiscus) 0 5px, var(--sheet) 5px 10px);
}
.left {
  background: var(--sheet);
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>
