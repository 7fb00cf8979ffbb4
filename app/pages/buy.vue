<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { restUntil } from '#core/books'
import { orderBy } from '#core/yield'
import type { FruitRow } from '~/components/buy/FruitTable.vue'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// How much to buy for a day: litres needed and a chance of having enough, to kilos, whole packs and money; less what is
// held and good on the day.
const plan = usePlan()
const fruit = useFruit()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { calendarDay, weekday, amount, name, money } = useFormat()
const { packs, noPacks, hasHole, total, packText } = usePacks()

watch(
  () => session.standId,
  async () => {
    await Promise.all([fruit.load(), plan.load()])
  },
)
const longDay = computed(() => {
  const day = plan.day || plan.today
  return `${weekday(day)}, ${calendarDay(day)}`
})
const CHANCES = ['50', '80', '90', '95', '99'] as const
const chances = CHANCES.map((value) => ({ value, title: value }))
const chance = computed({
  get: () => String(Math.round(plan.chance * 100)) as (typeof CHANCES)[number],
  set: (v) => {
    plan.chance = Number(v) / 100
  },
})

const rows = computed(() =>
  plan.shopping.fruit.map((b): FruitRow => {
    const by = orderBy(plan.day, catalogue.handlingFor(b.fruit))
    return {
      ...b,
      by,
      late: by.ripe < plan.today,
      firm: by.firm !== by.ripe && by.firm >= plan.today,
      packs: packs.value.get(b.fruit),
    }
  }),
)
const goods = computed(() =>
  plan.shopping.goods.map((g) => {
    const chosen = packs.value.get(g.key)
    const over = chosen?.packs.length ? chosen.massG - g.buyG.value : null
    // What is opened on the day for so much keeps for a few days more.
    const until = over ? restUntil(catalogue.dataOf(g.key)?.kind ?? '', plan.day) : null
    return { ...g, packs: chosen, over, until }
  }),
)
const orderToday = computed(() => rows.value.filter((r) => r.buyKg.value > 0 && r.by.ripe === plan.today))
const print = (): void => window.print()
function download(): void {
  saveCsv(`buying-${plan.day}.csv`, [
    ['item', 'juice_mL', 'needed_kg', 'held_kg', 'buy_kg', 'packs', ...(session.isOwner ? ['money'] : []), 'order_by'],
    ...rows.value.map((r) => [
      name(r.fruit),
      Math.round(r.juiceMl.value),
      Math.round(r.neededKg.value * 100) / 100,
      Math.round(r.onHandKg.value * 100) / 100,
      Math.round(r.buyKg.value * 100) / 100,
      r.packs ? packText(r.packs) : '',
      ...(session.isOwner ? [r.packs?.totalPrice ?? ''] : []),
      r.by.ripe,
    ]),
    ...goods.value.map((g) => [
      name(g.key),
      '',
      ...[g.neededG, g.onHandG, g.buyG].map((f) => Math.round(f.value) / 1000),
      g.packs ? packText(g.packs) : '',
      ...(session.isOwner ? [g.packs?.totalPrice ?? ''] : []),
      '',
    ]),
  ])
}
</script>

<template>
  <div class="buying" data-test="buying">
    <section class="sheet stack side no-print">
      <NuxtLink to="/fruit" class="back small">{{ t('lot.back') }}</NuxtLink>
      <h1>{{ t('buying.title') }}</h1>
      <PlanDayPicker :next="4" test="buy-day" />
      <FieldChoice v-model="chance" :label="t('buying.chance')" :items="chances" test="chance" />
      <p class="small quiet">{{ t('buying.chanceWhy') }}</p>
      <BuyMoreLitres />
    </section>

    <section class="sheet stack main">
      <header class="print-only"><b>Olvex</b> {{ session.business }} · {{ session.stand?.name }}</header>
      <div class="spread">
        <h2>{{ t('buying.for', { day: longDay }) }}</h2>
        <span v-if="session.isOwner && total > 0" class="big"
          ><small v-if="hasHole" class="quiet" data-test="buy-hole">{{ t('cost.atLeast') }} </small
          ><b class="num" data-test="buy-total">{{ money(total) }}</b></span
        >
      </div>
      <PlanUnsound />
      <p v-if="!rows.length && !goods.length" data-test="empty">
        {{ t('buying.empty') }} <NuxtLink to="/plan">{{ t('stop.plan') }}</NuxtLink>
      </p>
      <template v-else>
        <p v-if="orderToday.length" class="today" data-test="order-today">
          <b>{{ t('buying.orderToday') }}</b>
          {{
            orderToday
              .map((r) => `${name(r.fruit)} ${r.guessed.buy ? '≈ ' : ''}${amount(r.buyKg.value, 'kg', 1)}`)
              .join(', ')
          }}
        </p>
        <BuyFruitTable v-if="rows.length" :rows="rows" :pack-text="packText" />
        <p v-if="rows.some((r) => !r.sure)" class="small quiet">
          {{
            t('buying.unsure', {
              list: rows
                .filter((r) => !r.sure)
                .map((r) => name(r.fruit))
                .join(', '),
            })
          }}
        </p>
        <BuyGoodsTable
          v-if="goods.length"
          :goods="goods"
          :pieces="plan.pieces"
          :tap-g="plan.shopping.tapG"
          :pack-text="packText"
        />
        <p v-if="noPacks" class="small quiet">{{ t('buying.noPacks') }}</p>
        <p class="small quiet no-print">{{ t('buying.how', { p: chance }) }}</p>
        <div class="row no-print wrap">
          <v-btn to="/shop" data-test="to-shop">{{ t('buying.shop') }}</v-btn>
          <v-btn color="primary" data-test="print-list" @click="print">{{ t('buying.print') }}</v-btn><v-btn
            data-test="buy-csv"
            @click="download"
            >{{ t('do.csv') }}</v-btn
          >
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.buying {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.back {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
  text-underline-offset: 4px;
}
.big {
  font-size: 24px;
}
.today {
  background: var(--sand);
  border-radius: 12px;
  padding: 10px 14px;
}
.wrap {
  flex-wrap: wrap;
}
@media (max-width: 1000px) {
  .buying {
    grid-template-columns: minmax(0, 1fr);
  }
  .main {
    order: -1;
  }
}
@media print {
  .buying {
    display: block;
  }
  .today {
    background: none;
    padding: 0;
  }
}
</style>
