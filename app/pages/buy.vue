<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { orderBy } from '#core/yield'
import type { PackChoiceRow } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { noAnswer } from '~/utils/api'
import { formatDay, formatWeekday } from '~/utils/format'

// How much to buy for a day: litres needed and a chance of having enough, to kilos, whole packs and money; less what is held and good on the day.
const plan = usePlan()
const fruit = useFruit()
const catalogue = useCatalogue()
const session = useSession()
const { t, locale } = useI18n()
const { n, name, money } = useFormat()

watch(() => session.standId, async () => { await Promise.all([fruit.load(), plan.load()]) })
const shift = (days: number): string => new Date(Date.parse(`${plan.today}T12:00:00Z`) + days * 864e5).toISOString().slice(0, 10)
const weekday = (day: string): string => formatWeekday(day, locale.value)
const dayName = (day: string): string => formatDay(`${day}T12:00:00Z`, locale.value, 'UTC')
const days = computed(() => [0, 1, 2, 3].map((d) => ({ day: shift(d), label: d === 0 ? t('plan.today') : d === 1 ? t('plan.tomorrow') : weekday(shift(d)) })))
async function go(day: string): Promise<void> {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day)) return
  plan.day = day
  await plan.load()
}
const CHANCES = ['50', '80', '90', '95', '99'] as const
const chances = CHANCES.map((value) => ({ value, title: value }))
const chance = computed({ get: () => String(Math.round(plan.chance * 100)) as (typeof CHANCES)[number], set: (v) => { plan.chance = Number(v) / 100 } })

// Litres that no plan line asks for: an order, an event, juice for tomorrow's syrup.
const juice = ref<string | null>(null)
const litres = reactive({ text: '', value: null as number | null })
const juices = computed(() => catalogue.fruits.flatMap((f) => { const j = catalogue.dataOf(f.key)?.fruit?.juice; return j ? [{ value: j, title: name(j) }] : [] }).sort((a, b) => a.title.localeCompare(b.title)))
const wrong = ref('')
function want(): void {
  wrong.value = !juice.value ? t('problem.fruit-missing') : litres.value === null || litres.value <= 0 || litres.value > 2000 ? t('problem.litres-out-of-range') : ''
  if (wrong.value) return
  plan.wanted = [...plan.wanted.filter((w) => w.juice !== juice.value), { juice: juice.value!, litres: litres.value! }]
  juice.value = null
  litres.text = ''
}

const rows = computed(() => plan.shopping.map((b) => {
  const by = orderBy(plan.day, catalogue.handlingFor(b.fruit))
  return { ...b, by, late: by.ripe < plan.today, firm: by.firm !== by.ripe && by.firm >= plan.today, packs: packs.value.get(b.fruit) }
}))
const toBuy = computed(() => plan.shopping.filter((b) => b.buyKg.value > 0))
const packs = shallowRef(new Map<string, PackChoiceRow>())
const noPacks = ref(false)
const need = computed(() => toBuy.value.map((b) => `${b.fruit}:${Math.ceil(b.buyKg.value * 1000 - 1e-6)}`).join(','))
let asking = 0
watch(need, async (now) => {
  const turn = ++asking
  if (!now || !session.mayPlan) { packs.value = new Map(); return }
  try {
    const reply = await useOutbox().read('packs', { query: { need: now } })
    if (turn === asking) packs.value = new Map(reply.map((r) => [r.ingredientKey, r]))
    noPacks.value = false
  } catch (e) {
    if (!noAnswer(e)) throw e
    noPacks.value = true
  }
}, { immediate: true })
const total = computed(() => [...packs.value.values()].reduce((s, p) => s + (p.totalEur ?? 0), 0))
/** Packs of one seller together, the seller said once. */
const packText = (p: PackChoiceRow): string => p.packs.map((x, i) => {
  const pack = x.loose ? t('buying.loose', { kg: n((x.packG * x.count) / 1000, 1) }) : `${n(x.count)} × ${n(x.packG / 1000, x.packG % 1000 ? 2 : 0)} kg`
  return x.loose || !x.supplier || p.packs[i + 1]?.supplier === x.supplier ? pack : `${pack}, ${x.supplier}`
}).join(' + ')
const orderToday = computed(() => rows.value.filter((r) => r.buyKg.value > 0 && r.by.ripe === plan.today))
const print = (): void => window.print()
function download(): void {
  saveCsv(`buying-${plan.day}.csv`, [['fruit', 'juice_mL', 'needed_kg', 'held_kg', 'buy_kg', 'packs', ...(session.isOwner ? ['EUR'] : []), 'order_by'],
    ...rows.value.map((r) => [name(r.fruit), Math.round(r.juiceMl.value), Math.round(r.neededKg.value * 100) / 100, Math.round(r.onHandKg.value * 100) / 100, Math.round(r.buyKg.value * 100) / 100, r.packs ? packText(r.packs) : '', ...(session.isOwner ? [r.packs?.totalEur ?? ''] : []), r.by.ripe])])
}
</script>

<template>
  <div class="buying" data-test="buying">
    <section class="sheet stack side no-print">
      <NuxtLink to="/fruit" class="back small">{{ t('lot.back') }}</NuxtLink>
      <h1>{{ t('buying.title') }}</h1>
      <div class="days" role="group" :aria-label="t('plan.day')">
        <button v-for="d in days" :key="d.day" type="button" :aria-pressed="plan.day === d.day" @click="go(d.day)">{{ d.label }}</button>
      </div>
      <label class="date small">{{ t('plan.other') }} <input type="date" :value="plan.day" data-test="buy-day" @change="go(($event.target as HTMLInputElement).value)"></label>
      <FieldChoice v-model="chance" :label="t('buying.chance')" :items="chances" test="chance" />
      <p class="small quiet">{{ t('buying.chanceWhy') }}</p>
      <form class="stack want" novalidate @submit.prevent="want">
        <h2>{{ t('buying.more') }}</h2>
        <v-autocomplete v-model="juice" :items="juices" :label="t('buying.juice')" data-test="want-juice" />
        <div class="two"><FieldAmountField v-model="litres.text" :label="t('plan.litres')" unit="L" test="want-litres" :error="wrong" @number="litres.value = $event" /><v-btn type="submit" data-test="want">{{ t('buying.add') }}</v-btn></div>
        <p v-for="w in plan.wanted" :key="w.juice" class="spread small"><span>{{ name(w.juice) }}, {{ n(w.litres, 1) }} L</span><v-btn variant="text" size="small" height="44" @click="plan.wanted = plan.wanted.filter((x) => x !== w)">{{ t('buying.takeOff') }}</v-btn></p>
      </form>
    </section>

    <section class="sheet stack main">
      <header class="print-only"><b>Olvex</b> {{ session.business }} · {{ session.stand?.name }}</header>
      <div class="spread"><h2>{{ t('buying.for', { day: `${weekday(plan.day || shift(0))}, ${dayName(plan.day || shift(0))}` }) }}</h2><span v-if="session.isOwner && total > 0" class="big"><b class="num" data-test="buy-total">{{ money(total) }}</b> <span class="unit">€</span></span></div>
      <p v-if="!rows.length" data-test="empty">{{ t('buying.empty') }} <NuxtLink to="/plan">{{ t('stop.plan') }}</NuxtLink></p>
      <template v-else>
        <p v-if="orderToday.length" class="today" data-test="order-today"><b>{{ t('buying.orderToday') }}</b> {{ orderToday.map((r) => `${name(r.fruit)} ${n(r.buyKg.value, 1)} kg`).join(', ') }}</p>
        <table>
          <thead><tr><th>{{ t('buy.fruit') }}</th><th class="r roomy">{{ t('buy.juice') }}</th><th class="r">{{ t('buy.needed') }}</th><th class="r roomy">{{ t('buying.held') }}</th><th class="r">{{ t('buy.buy') }}</th><th class="packs">{{ t('buying.packs') }}</th><th v-if="session.isOwner" class="r">€</th></tr></thead>
          <tbody>
            <tr v-for="r in rows" :key="r.fruit" :data-test="`buying-${r.fruit}`">
              <td><NuxtLink :to="`/fruit/yield/${r.fruit}`"><b>{{ name(r.fruit) }}</b></NuxtLink><span v-if="r.buyKg.value > 0" class="small order" :class="{ late: r.late && plan.day !== plan.today }">{{ plan.day === plan.today ? t('buying.now') : r.late ? t('buying.late', { day: dayName(r.by.ripe) }) : r.firm ? t('buying.byFirm', { firm: dayName(r.by.firm), ripe: dayName(r.by.ripe) }) : t('buying.by', { day: dayName(r.by.ripe) }) }}</span><span v-if="r.packs?.packs.length" class="small narrow">{{ packText(r.packs) }}</span></td>
              <td class="r roomy"><FigureButton :figure="r.juiceMl" large :digits="0" :label="t('buy.juice')" /></td>
              <td class="r"><FigureButton :figure="r.neededKg" :digits="2" :label="t('buy.needed')" /></td>
              <td class="r roomy"><FigureButton :figure="r.onHandKg" :digits="2" :label="t('buying.held')" /></td>
              <td class="r strong"><FigureButton v-if="r.buyKg.value > 0" :figure="r.buyKg" :digits="1" :label="t('buy.buy')" /><span v-else class="quiet small">{{ t('buy.enough') }}</span></td>
              <td class="packs small"><template v-if="r.packs?.packs.length">{{ packText(r.packs) }}</template><span v-else-if="r.buyKg.value > 0 && r.packs" class="quiet">{{ t('buying.noPrice') }}</span></td>
              <td v-if="session.isOwner" class="r num">{{ r.packs?.totalEur ? money(r.packs.totalEur) : '' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="rows.some((r) => !r.sure)" class="small quiet">{{ t('buying.unsure', { list: rows.filter((r) => !r.sure).map((r) => name(r.fruit)).join(', ') }) }}</p>
        <p v-if="noPacks" class="small quiet">{{ t('buying.noPacks') }}</p>
        <p class="small quiet">{{ t('buying.how', { p: chance }) }}</p>
        <div class="row no-print wrap"><v-btn color="primary" data-test="print-list" @click="print">{{ t('buying.print') }}</v-btn><v-btn data-test="buy-csv" @click="download">{{ t('do.csv') }}</v-btn></div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.buying { display: grid; grid-template-columns: 330px minmax(0, 1fr); gap: 18px; align-items: start; }
.back { min-height: 32px; display: inline-flex; align-items: center; text-underline-offset: 4px; }
.days { display: grid; grid-template-columns: 1fr 1fr; gap: 6px; }
.days button { min-height: 48px; border: 0; border-radius: 12px; background: var(--sand); font: 600 15px var(--text); color: var(--ink); cursor: pointer; }
.days button[aria-pressed='true'] { background: var(--ink); color: var(--sheet); }
.date { display: flex; align-items: center; justify-content: space-between; gap: 10px; color: var(--quiet); }
.date input { min-height: 48px; padding: 0 12px; border: 1px solid var(--rule); border-radius: 12px; background: var(--sheet); font: 600 15px var(--text); color: var(--ink); }
.two { display: grid; grid-template-columns: 1fr auto; gap: 10px; align-items: start; }
.want { border-top: 1px solid var(--rule); padding-top: 12px; }
.big { font-size: 24px; }
.today { background: var(--sand); border-radius: 12px; padding: 10px 14px; }
table { width: 100%; border-collapse: collapse; }
th { font-weight: 400; font-size: 13px; color: var(--quiet); text-align: left; }
td { border-bottom: 1px solid var(--rule); padding: 8px 8px 8px 0; vertical-align: top; }
td a { text-underline-offset: 4px; }
.order { display: block; color: var(--quiet); }
.narrow { display: none; }
.late { color: var(--hibiscus); font-weight: 600; }
.r { text-align: right; }
.packs { padding-left: 18px; width: 32%; }
.strong { font-size: 18px; }
.wrap { flex-wrap: wrap; }
.print-only { display: none; }
@media (max-width: 1000px) { .buying { grid-template-columns: minmax(0, 1fr); } .main { order: -1; } }
@media screen and (max-width: 700px) { .roomy { display: none; }   .packs { display: none; } .narrow { display: block; } td { padding-right: 4px; } }
@media print { .buying { display: block; } .print-only { display: block; margin-bottom: 6px; } .today { background: none; padding: 0; } td { padding: 5px 8px 5px 0; } }
</style>
