<script setup lang="ts">
import type { ChartDataset } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { useI18n } from 'vue-i18n'
import { shiftDay } from '#core/time'
import type { CountSheet } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { GRID, INK, QUIET } from '~/utils/charts'
import { fillOf, mainOfPrep } from '~/utils/colours'

// Cups of each day, drink upon drink: a day without any has its place too. The numbers are beneath, each day a link.
const props = defineProps<{ sheet: CountSheet }>()
const { t } = useI18n({ useScope: 'global' })
const { n, weekday, calendarDay } = useFormat()
const drinks = useDrinks()
/** Drinks that are drawn by themselves: more of them nobody tells apart. */
const MOST = 6
const days = computed(() => {
  const out: { day: string; cups: Map<string, number>; all: number }[] = []
  for (let day = props.sheet.from; day <= props.sheet.until; day = shiftDay(day, 1)) {
    const cups = new Map<string, number>()
    for (const c of props.sheet.cups) if (c.day === day) cups.set(c.recipeId, (cups.get(c.recipeId) ?? 0) + c.cups)
    out.push({ day, cups, all: [...cups.values()].reduce((sum, x) => sum + x, 0) })
  }
  return out
})
const shown = computed(() => {
  const all = new Map<string, number>()
  for (const d of days.value) for (const [id, cups] of d.cups) all.set(id, (all.get(id) ?? 0) + cups)
  return [...all].sort((a, b) => b[1] - a[1]).map(([id]) => id)
})
const datasets = computed((): ChartDataset<'bar'>[] => {
  const own = shown.value.slice(0, MOST)
  const of = (label: string, colour: string, cupsOf: (d: (typeof days.value)[number]) => number) => ({
    label,
    data: days.value.map(cupsOf),
    backgroundColor: colour,
    borderColor: INK,
    borderWidth: 1,
  })
  const drawn = own.map((id) =>
    of(drinks.byId.get(id)?.name ?? '', fillOf(mainOfPrep.value(id) ?? 'water'), (d) => d.cups.get(id) ?? 0),
  )
  if (shown.value.length <= MOST) return drawn
  return [...drawn, of(t('count.others'), GRID, (d) => d.all - own.reduce((sum, id) => sum + (d.cups.get(id) ?? 0), 0))]
})
const labels = computed(() => days.value.map((d) => (days.value.length > 7 ? calendarDay(d.day) : weekday(d.day))))
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: { stacked: true, ticks: { color: QUIET, maxRotation: 60 }, grid: { display: false } },
    y: { stacked: true, ticks: { color: QUIET, precision: 0 }, grid: { color: GRID } },
  },
  plugins: { legend: { display: true, position: 'bottom' as const, labels: { color: INK, boxWidth: 14 } } },
}))
const said = computed(() => days.value.map((d) => `${calendarDay(d.day)}: ${n(d.all)}`).join(', '))
</script>

<template>
  <section class="sheet stack" data-test="count-days">
    <h2>{{ t('count.perDay') }}</h2>
    <div class="chart">
      <Bar :data="{ labels, datasets }" :options="options" :aria-label="said" role="img" />
    </div>
    <details>
      <summary>{{ t('count.asNumbers') }}</summary>
      <table class="rows">
        <tbody>
          <tr v-for="d in days" :key="d.day">
            <th scope="row">
              <NuxtLink :to="`/count?day=${d.day}`">{{ weekday(d.day) }}, {{ calendarDay(d.day) }}</NuxtLink>
            </th>
            <td class="r num">{{ n(d.all) }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.chart {
  height: 300px;
}
summary {
  min-height: 44px;
  padding: 10px 0;
  cursor: pointer;
}
th {
  text-align: left;
  font: 400 15px var(--text);
}
th a {
  display: inline-flex;
  min-height: 44px;
  align-items: center;
}
</style>
