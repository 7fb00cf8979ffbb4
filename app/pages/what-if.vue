<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { SharedPiece } from '#core/schedule'
import type { DayInShort, WhatIf } from '~/composables/useWhatIf'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// The day that is planned, and the same with more guests, a piece less, somebody ill, or fruit that is dear: side by
// side. Nothing of it is put down.
const { t } = useI18n({ useScope: 'global' })
const { n, name, amount, money, calendarDay, weekday } = useFormat()
const { nameOf, timeWithDay } = useTaskWords()
const plan = usePlan()
const session = useSession()
const ready = useWords('otherwise', 'clock', 'lab')
const what = reactive<WhatIf>({ times: 1, person: null, piece: null, dear: null, dearTimes: 1.5 })
const more = ref('')
const dearMore = ref('50')
const whatIf = useWhatIf(() => what)
const { planned, otherwise, people, pieces, unsound } = whatIf
/** Percent more or less; what is no such number changes nothing. */
const MOST_PERCENT = 300
const isPercent = (v: number | null): v is number => v !== null && v > -100 && v <= MOST_PERCENT
const error = ref('')
function takeMore(v: number | null): void {
  error.value = more.value.trim() === '' || isPercent(v) ? '' : t('otherwise.percent', { most: n(MOST_PERCENT) })
  what.times = more.value.trim() !== '' && isPercent(v) ? 1 + v / 100 : 1
}
const dearError = ref('')
function takeDear(v: number | null): void {
  dearError.value = isPercent(v) ? '' : t('otherwise.percent', { most: n(MOST_PERCENT) })
  if (isPercent(v)) what.dearTimes = 1 + v / 100
}
const fruits = computed(() => [...planned.value.fruitKg.keys()].map((key) => ({ value: key, title: name(key) })))
const taskName = (id: string): string => {
  const task = whatIf.taskName(id)
  return task ? nameOf(task) : ''
}
const costText = ({ cost }: DayInShort): string =>
  cost ? `${cost.total ? '' : `${t('cost.atLeast')} `}${money(cost.known.value)}` : ''
/** The time, with the day where the first hand is on another. */
function firstText({ first, blocked }: DayInShort): string {
  if (!first) return t(blocked ? 'otherwise.doesNotFit' : 'otherwise.noHours')
  return timeWithDay(first, plan.day)
}
const rows = computed(() => {
  const both = (of: (d: DayInShort) => string) => [of(planned.value), of(otherwise.value)] as const
  return [
    { key: 'cups', label: t('otherwise.cups'), both: both((d) => n(d.cups)) },
    { key: 'litres', label: t('plan.litres'), both: both((d) => amount(d.litres, 'L', 1)) },
    ...(session.isOwner ? [{ key: 'cost', label: t('plan.costDay'), both: both(costText) }] : []),
    { key: 'first', label: t('otherwise.first'), both: both(firstText) },
    { key: 'hands', label: t('otherwise.hands'), both: both((d) => amount(d.handMin, 'min', 0)) },
    {
      key: 'fridge',
      label: t('otherwise.fridge'),
      both: both((d) => (d.blocked ? '' : amount(d.peakMl / 1000, 'L', 1))),
    },
    ...fruits.value.map((f) => ({
      key: `buy-${f.value}`,
      label: t('otherwise.buy', { name: f.title }),
      both: both((d) => amount(d.fruitKg.get(f.value) ?? 0, 'kg', 1)),
    })),
  ]
})
</script>

<template>
  <div v-if="ready" class="what-if" data-test="what-if">
    <section class="sheet stack side">
      <NuxtLink to="/plan" class="small">← {{ t('clock.back') }}</NuxtLink>
      <h1>{{ t('otherwise.title') }}</h1>
      <p class="quiet">{{ weekday(plan.day || plan.today) }}, {{ calendarDay(plan.day || plan.today) }}</p>
      <PlanDayPicker :next="3" test="day" />
      <FieldAmountField
        v-model="more"
        :label="t('otherwise.more')"
        unit="%"
        :error="error"
        test="what-more"
        @number="takeMore"
      />
      <FieldChoice
        v-if="people.length"
        v-model="what.person"
        optional
        :label="t('otherwise.ill')"
        :items="people.map((p) => ({ value: p, title: p }))"
        test="what-ill"
      />
      <v-select
        v-model="what.piece"
        clearable
        :items="pieces.map((p) => ({ value: p, title: t(`clock.piece.${p as SharedPiece}`) }))"
        :label="t('otherwise.down')"
        data-test="what-down"
      />
      <template v-if="session.isOwner">
        <v-select v-model="what.dear" clearable :items="fruits" :label="t('otherwise.dear')" data-test="what-dear" />
        <FieldAmountField
          v-if="what.dear"
          v-model="dearMore"
          :label="t('otherwise.dearMore')"
          unit="%"
          :error="dearError"
          test="what-dear-more"
          @number="takeDear"
        />
      </template>
    </section>
    <section class="sheet stack">
      <PlanUnsound :of="unsound" />
      <p v-if="!plan.lines.length" data-test="what-if-empty">{{ t('clock.noCups') }}</p>
      <template v-else>
        <table class="rows">
          <thead>
            <tr>
              <th>{{ t('buying.what') }}</th>
              <th class="r">{{ t('otherwise.planned') }}</th>
              <th class="r">{{ t('otherwise.otherwise') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.key" :data-test="`what-${r.key}`">
              <th scope="row">{{ r.label }}</th>
              <td class="r num">{{ r.both[0] }}</td>
              <td class="r num" :class="{ changed: r.both[0] !== r.both[1] }">{{ r.both[1] }}</td>
            </tr>
          </tbody>
        </table>
        <ClockBlocked
          v-if="otherwise.blocked"
          :blocked="otherwise.blocked"
          :reliefs="otherwise.reliefs"
          :task-of="taskName"
        />
        <p class="small quiet">{{ t('otherwise.why') }}</p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.what-if {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
tbody th {
  text-align: left;
  font: 400 16px var(--text);
  color: var(--ink);
  border-bottom: 1px solid var(--rule);
  padding: 8px 10px 8px 0;
  vertical-align: top;
}
.changed {
  font-weight: 700;
}
@media (max-width: 900px) {
  .what-if {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
