<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { shiftDay } from '#core/time'
import { gPerMlOfPrep } from '#core/books'
import { WEEK_DAYS, type StandDay } from '~/composables/useWeek'
import { useDrinks } from '~/stores/drinks'
import { usePlan } from '~/stores/plan'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'

// Seven days of every stand: what is served, what it takes, and which preps are made when for all of them.
const { t } = useI18n({ useScope: 'global' })
const { n, amount, money, calendarDay, weekday } = useFormat()
const { timeWithDay } = useTaskWords()
const plan = usePlan()
const drinks = useDrinks()
const preps = usePreps()
const session = useSession()
const ready = useWords('week', 'clock')
const from = ref('')
watch(
  () => plan.today,
  (today) => (from.value ||= today),
  { immediate: true },
)
const { rows, runs, busy, said } = useWeek(() => from.value)
const days = computed(() =>
  Array.from({ length: WEEK_DAYS }, (_, i) => shiftDay(from.value, i))
    .map((day) => ({ day, rows: rows.value.filter((r) => r.day === day) }))
    .filter((d) => d.rows.length),
)
const litresOf = (prep: string, massG: number): string => {
  const evaluation = preps.byId.get(prep)?.evaluation
  return evaluation ? amount(massG / gPerMlOfPrep(evaluation) / 1000, 'L', 2) : amount(massG, 'g', 0)
}
/** The time where that stand is, with the day where the first hand is on another. */
function clockText({ first, clock, day, stand }: StandDay): string {
  return first ? timeWithDay(first, day, stand.timeZone) : t(`week.${clock}`)
}
const costText = ({ cost }: StandDay): string =>
  cost ? `${cost.total ? '' : `${t('cost.atLeast')} `}${money(cost.known.value)}` : ''
const standName = (id: string): string => session.stands.find((s) => s.id === id)?.name ?? ''
const name = (prep: string): string => drinks.byId.get(prep)?.name ?? ''
function open(r: StandDay): void {
  session.standId = r.stand.id
  plan.day = r.day
  void plan.load()
  void navigateTo('/plan')
}
const step = (by: number): void => void (from.value = shiftDay(from.value, by))
</script>

<template>
  <div v-if="ready && from" class="week" data-test="week">
    <section class="sheet stack">
      <NuxtLink to="/plan" class="small no-print">← {{ t('clock.back') }}</NuxtLink>
      <div class="spread">
        <h1>{{ t('week.title', { day: calendarDay(from) }) }}</h1>
        <span class="row no-print">
          <v-btn height="48" data-test="week-before" @click="step(-WEEK_DAYS)">{{ t('week.before') }}</v-btn>
          <v-btn height="48" data-test="week-after" @click="step(WEEK_DAYS)">{{ t('week.after') }}</v-btn>
        </span>
      </div>
      <p v-if="busy" class="small quiet" role="status" data-test="week-busy">{{ t('week.busy') }}</p>
      <p v-else-if="said" class="caution" role="alert">{{ said }}</p>
      <p v-else-if="!days.length" data-test="week-empty">{{ t('week.empty') }}</p>
      <section v-for="d in days" :key="d.day" :data-test="`week-${d.day}`">
        <h2>{{ weekday(d.day) }}, {{ calendarDay(d.day) }}</h2>
        <table class="rows">
          <thead>
            <tr>
              <th>{{ t('week.stand') }}</th>
              <th class="r">{{ t('plan.cups') }}</th>
              <th class="r">{{ t('plan.litres') }}</th>
              <th class="r roomy">{{ t('week.ice') }}</th>
              <th v-if="session.isOwner" class="r roomy">{{ t('plan.costDay') }}</th>
              <th class="r roomy">{{ t('week.hands') }}</th>
              <th class="r">{{ t('week.first') }}</th>
              <th class="r roomy">{{ t('week.fridge') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in d.rows" :key="r.stand.id">
              <td>
                <button type="button" class="link" @click="open(r)">{{ r.stand.name }}</button>
                <span v-if="r.unsound.length" class="small late">{{
                  t('week.without', { list: r.unsound.join(', ') })
                }}</span>
              </td>
              <td class="r num">{{ n(r.cups) }}</td>
              <td class="r num">{{ amount(r.litres, 'L', 1) }}</td>
              <td class="r num roomy">{{ amount(r.iceG / 1000, 'kg', 1) }}</td>
              <td v-if="session.isOwner" class="r num roomy">{{ costText(r) }}</td>
              <td class="r num roomy">{{ amount(r.handMin, 'min', 0) }}</td>
              <td class="r num" :class="{ late: r.clock === 'does-not-fit' }">{{ clockText(r) }}</td>
              <td class="r num roomy">{{ r.peakMl > 0 ? amount(r.peakMl / 1000, 'L', 1) : '' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <template v-if="runs.length">
        <h2>{{ t('week.preps') }}</h2>
        <table class="rows">
          <thead>
            <tr>
              <th>{{ t('week.prep') }}</th>
              <th>{{ t('week.made') }}</th>
              <th class="r">{{ t('week.amount') }}</th>
              <th>{{ t('week.for') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in runs" :key="r.prep + r.day" data-test="week-run">
              <td>
                <b>{{ name(r.prep) }}</b>
              </td>
              <td>{{ weekday(r.day) }}, {{ standName(r.place) }}</td>
              <td class="r num">{{ litresOf(r.prep, r.massG) }}</td>
              <td class="small">{{ r.days.map((d) => weekday(d)).join(', ') }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <p class="small quiet">{{ t('week.why') }}</p>
    </section>
  </div>
</template>

<style scoped>
.link {
  min-height: 44px;
  border: 0;
  background: none;
  padding: 0;
  font: 600 16px var(--text);
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 4px;
  cursor: pointer;
}
.late {
  color: var(--hibiscus);
  font-weight: 600;
}
</style>
