<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CAUSES } from '#core/variance'
import type { CountSheet } from '#shared/contract'

// From what was taken down to what is left: each step as long as its money, so that one sees where it went.
const props = defineProps<{ sheet: CountSheet }>()
const { t } = useI18n({ useScope: 'global' })
const { money, name } = useFormat()
const of = computed(() => props.sheet.money!)
interface Rung {
  key: string
  label: string
  money: number | null
  /** money below which it hangs, as a share of what was taken */
  from: number
  share: number
  isSum: boolean
}
const rungs = computed((): Rung[] => {
  const { sales, tax, standard, serving, more, earned } = of.value
  const all = Math.max(sales ?? 0, 1e-9)
  let at = sales ?? 0
  const step = (key: string, label: string, cost: number | null): Rung => {
    const down = cost ?? 0
    const from = Math.min(at, at - down)
    at -= down
    const money = cost === null ? null : -cost
    return { key, label, money, from: from / all, share: Math.abs(down) / all, isSum: false }
  }
  return [
    { key: 'sales', label: t('count.sales'), money: sales, from: 0, share: sales ? 1 : 0, isSum: true },
    ...(tax ? [step('tax', t('count.salesTax'), tax)] : []),
    step('standard', t('count.standard'), standard),
    step('serving', t('count.serving'), serving),
    step('more', t(more >= 0 ? 'count.difference' : 'count.cheaper'), more),
    {
      ...{ key: 'earned', label: t('count.left'), money: earned, from: 0, isSum: true },
      share: Math.max(0, (earned ?? 0) / all),
    },
  ]
})
/** Each cause to the right where it cost, to the left where it saved, on a scale of their own. */
const causes = computed(() => {
  const most = Math.max(LEAST_MONEY, ...CAUSES.map((c) => Math.abs(of.value.causes[c])))
  return CAUSES.map((key) => ({ key, money: of.value.causes[key], share: Math.abs(of.value.causes[key]) / most }))
})
const LEAST_MONEY = 0.005
const missing = computed(() => of.value.missing.map(name).join(', '))
const isReckoned = computed(() => props.sheet.cups.some((c) => c.isReckoned))
/** What it cost more stands with a plus, what it saved with a minus. */
const signed = (v: number): string => (Math.abs(v) < LEAST_MONEY ? money(0) : `${v > 0 ? '+' : ''}${money(v)}`)
const pct = (share: number): string => `${Math.max(0, Math.min(100, 100 * share))}%`
</script>

<template>
  <section class="sheet stack" data-test="ladder">
    <h2>{{ t('count.earned') }}</h2>
    <table class="ladder">
      <tbody>
        <tr v-for="r in rungs" :key="r.key" :class="{ sum: r.isSum }" :data-test="`rung-${r.key}`">
          <th scope="row">{{ r.label }}</th>
          <td class="bar" aria-hidden="true">
            <i
              :class="{ good: !r.isSum && (r.money ?? 0) > 0, dark: r.isSum }"
              :style="{ left: pct(r.from), width: pct(r.share) }"
            />
          </td>
          <td class="r num">
            {{ r.money === null ? '?' : `${!r.isSum && r.money >= 0.005 ? '+' : ''}${money(r.money)}` }}
          </td>
        </tr>
      </tbody>
    </table>
    <h3>{{ t('count.causes') }}</h3>
    <table class="ladder">
      <tbody>
        <tr v-for="c in causes" :key="c.key" :data-test="`cause-${c.key}`">
          <th scope="row">
            {{ t(`count.cause.${c.key}`) }}
            <span v-if="Math.abs(c.money) >= LEAST_MONEY" class="small quiet why">{{
              t(`count.causeWhy.${c.key}`)
            }}</span>
          </th>
          <td class="bar middle" aria-hidden="true">
            <i
              :class="{ good: c.money < 0 }"
              :style="{ left: pct(c.money < 0 ? 0.5 - c.share / 2 : 0.5), width: pct(c.share / 2) }"
            />
          </td>
          <td class="r num">{{ signed(c.money) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="of.missing.length" class="caution" role="note" data-test="unpriced">
      {{ t('count.atLeast', { list: missing }) }}
    </p>
    <p class="small quiet">
      {{ [t('count.earnedWhy'), isReckoned ? t('count.reckoned') : ''].join(' ') }}
    </p>
  </section>
</template>

<style scoped>
.ladder {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font: 400 16px/1.3 var(--text);
  padding: 7px 10px 7px 0;
  width: 46%;
}
.why {
  display: block;
}
.bar {
  position: relative;
  min-width: 90px;
}
.bar i {
  position: absolute;
  top: 8px;
  height: 18px;
  min-width: 1px;
  background: var(--zest);
  border: 1px solid var(--ink);
}
.bar i.good {
  background: var(--leaf);
}
.bar i.dark {
  background: var(--ink);
}
.sum th,
.sum td {
  font-weight: 700;
}
.sum:last-child th,
.sum:last-child td {
  border-top: 2px solid var(--ink);
}
h3 {
  font: 700 17px var(--head);
}
.middle::before {
  content: '';
  position: absolute;
  left: 50%;
  top: 2px;
  bottom: 2px;
  border-left: 2px solid var(--ink);
}
td.r {
  white-space: nowrap;
  padding-left: 10px;
}
</style>
