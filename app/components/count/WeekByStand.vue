<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'
import { firstDayOf } from '#core/region'
import { standWeek, wasteWithoutPrice, weekBegins } from '#core/stand/week'
import { shiftDay } from '#core/time'
import type { CountSheet } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// Stands beside each other, week by week: what fruit gave, what a cup cost, what was wasted, and the hours of shifts.
// Each figure opens to the sum that made it.
const { t } = useI18n({ useScope: 'global' })
const { calendarDay, name: nameOf } = useFormat()
const session = useSession()
const plan = usePlan()
const back = ref(0)
const from = computed(() =>
  plan.today ? shiftDay(weekBegins(plan.today, firstDayOf(session.region)), -7 * back.value) : '',
)
const until = computed(() => {
  const last = from.value ? shiftDay(from.value, 6) : ''
  return last > plan.today ? plan.today : last
})
const sheets = shallowRef(new Map<string, CountSheet>())
async function load(): Promise<void> {
  sheets.value = new Map()
  if (!from.value) return
  const [asked, query] = [from.value, { from: from.value, until: until.value }]
  for (const { id } of session.openStands) {
    const sheet = await useOutbox()
      .read('count', { query: { stand: id, ...query } })
      .catch(() => null)
    if (from.value !== asked) return
    if (sheet) sheets.value = new Map(sheets.value).set(id, sheet)
  }
}
watch([from, () => session.openStands.length], load, { immediate: true })

const COLUMNS = ['yieldShare', 'cupCost', 'waste', 'hours'] as const
const DIGITS = { yieldShare: 0, cupCost: 2, waste: 2, hours: 1 } as const
type Column = (typeof COLUMNS)[number]
const rows = computed(() =>
  session.openStands.map(({ id, name }) => {
    const sheet = sheets.value.get(id)
    // A server of the release before says nothing of shifts.
    const week = sheet && standWeek({ ...sheet, shifts: sheet.shifts ?? [] })
    const figures = COLUMNS.map((column): [Column, Figure | null] => [column, week?.[column] ?? null])
    return { id, name, figures, unknown: sheet ? figures.flatMap(([c, f]) => (f ? [] : whyNot(c, sheet))) : [] }
  }),
)
/** What is not known, and why; of waste, of what. */
function whyNot(column: Column, sheet: CountSheet): string[] {
  const of = column === 'waste' ? wasteWithoutPrice(sheet.accounts).map(nameOf) : []
  return [`${t(`stands.of.${column}`)}: ${t(`stands.none.${column}`)}${of.length ? ` (${of.join(', ')})` : ''}`]
}
</script>

<template>
  <section class="sheet stack" data-test="week-by-stand">
    <div class="spread">
      <h2>{{ t('stands.week') }}</h2>
      <div class="weeks">
        <v-btn variant="text" :aria-label="t('stands.weekBefore')" data-test="week-before" @click="back++">‹</v-btn>
        <span v-if="from" class="num" data-test="week-days">{{ calendarDay(from) }} – {{ calendarDay(until) }}</span>
        <v-btn variant="text" :disabled="!back" :aria-label="t('stands.weekAfter')" @click="back--">›</v-btn>
      </div>
    </div>
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('count.stand') }}</th>
          <th v-for="c in COLUMNS" :key="c" class="r">{{ t(`stands.of.${c}`) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id" data-test="stand-week">
          <td>{{ r.name }}</td>
          <td v-for="[c, f] in r.figures" :key="c" class="r num">
            <FigureButton v-if="f" :figure="f" :digits="DIGITS[c]" :label="`${t(`stands.of.${c}`)}, ${r.name}`" />
            <span v-else>?</span>
          </td>
        </tr>
      </tbody>
    </table>
    <template v-for="r in rows" :key="r.id">
      <p v-if="r.unknown.length" class="small" data-test="week-unknown">
        <b>{{ r.name }}</b> · {{ r.unknown.join(' · ') }}
      </p>
    </template>
    <p class="small quiet">{{ t('stands.weekWhy') }}</p>
  </section>
</template>

<style scoped>
.weeks {
  display: flex;
  align-items: center;
}
td.num {
  white-space: nowrap;
}
</style>
