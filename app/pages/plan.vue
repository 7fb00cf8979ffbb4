<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { cupsInAll } from '#core/scale'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

const plan = usePlan()
const drinks = useDrinks()
const session = useSession()
const fruit = useFruit()
const { t } = useI18n()
const { calendarDay, n, name, amount } = useFormat()

watch(
  () => session.standId,
  async () => {
    await fruit.load()
    await plan.load()
  },
)
const lineOf = (recipeId: string) => plan.lines.find((l) => l.recipeId === recipeId)
const cups = computed(() => plan.lines.reduce((s, l) => s + cupsInAll(l), 0))
const packing = usePacking()
const { fridge } = packing
const scaleMl = computed(() =>
  Math.max(1, ...[...packing.held.value.values()].flatMap((h) => h.loads.map((l) => l.vessel.capacityMl))),
)
/** What is bought beside fruit, by name. */
const others = computed(() =>
  plan.shopping.goods
    .filter((g) => g.buyG.value > 0)
    .map((g) => name(g.key))
    .join(', '),
)
const lastWeek = useLastWeek()
const print = (): void => window.print()
</script>

<template>
  <div class="plan">
    <section class="sheet side no-print">
      <h1>{{ t('plan.title') }}</h1>
      <PlanDayPicker :next="3" test="day" />
      <p v-if="!drinks.drinks.length" class="quiet" data-test="empty">
        {{ t('plan.noDrinks') }} <NuxtLink to="/drinks">{{ t('drinks.title') }}</NuxtLink>
      </p>
      <div v-if="session.mayPlan && drinks.drinks.length" class="spread">
        <v-btn variant="text" data-test="last-week" :loading="lastWeek.busy.value" @click="lastWeek.take">{{
          t('plan.lastWeek')
        }}</v-btn>
        <span class="small" role="status">{{ lastWeek.said.value }}</span>
      </div>
      <ul class="list">
        <PlanCupsLine
          v-for="d in drinks.drinks"
          :key="d.id + plan.day + session.standId"
          :recipe="d"
          :line="lineOf(d.id)"
        />
      </ul>
      <p class="spread total">
        <span>{{ t('plan.all') }}</span><span
          ><b class="num" data-test="total-cups">{{ n(cups) }}</b
          >{{ ' ' }} <span class="unit">{{ t('plan.cups') }}</span><template v-if="!plan.unsound.length">
            · <FigureButton :figure="plan.litres" :digits="1" :label="t('plan.litres')" /></template
        ></span>
      </p>
      <NuxtLink
        v-if="plan.sheets.length"
        :to="{ path: '/clock', query: { day: plan.day } }"
        class="to-clock"
        data-test="to-clock"
        >{{ t('plan.toClock') }}</NuxtLink
      >
      <NuxtLink v-if="plan.sheets.length && session.mayPlan" to="/what-if" class="to-clock" data-test="to-what-if">{{
        t('plan.toWhatIf')
      }}</NuxtLink>
      <NuxtLink v-if="session.mayPlan" to="/week" class="to-clock" data-test="to-week">{{ t('plan.toWeek') }}</NuxtLink>
      <v-btn v-if="plan.sheets.length" color="primary" block data-test="print" @click="print">{{
        t('plan.print')
      }}</v-btn>
    </section>

    <section class="main">
      <header class="print-only">
        <b>Olvex</b> {{ session.business }} · {{ session.stand?.name }} ·
        {{ calendarDay(plan.day) }}
      </header>
      <PlanUnsound />
      <p v-if="!plan.sheets.length && !plan.unsound.length" class="sheet empty" data-test="no-cups">
        {{ session.mayPlan ? t('plan.empty') : t('plan.emptyCrew') }}
      </p>
      <template v-if="plan.sheets.length">
        <article v-if="plan.shopping.fruit.length || plan.shopping.goods.length" class="sheet buy" data-test="buy">
          <div class="spread">
            <h2>
              {{ t('buy.title') }}
              <NuxtLink to="/buy" class="small list-link no-print" data-test="to-buying">{{
                t('buying.open')
              }}</NuxtLink>
            </h2>
            <span v-if="plan.totalCost && !plan.unsound.length" class="small"
              >{{ t('plan.costDay') }}
              <FigureCostTotal :total="plan.totalCost.total" :known="plan.totalCost.known" :label="t('plan.costDay')"
            /></span>
          </div>
          <p class="small quiet no-print">{{ t('buying.atChance', { p: n(plan.chance * 100) }) }}</p>
          <table class="rows">
            <thead>
              <tr>
                <th>{{ t('buy.fruit') }}</th>
                <th class="r">{{ t('buy.juice') }}</th>
                <th class="r roomy">{{ t('buy.juiceOnHand') }}</th>
                <th class="r roomy">{{ t('buy.needed') }}</th>
                <th class="r">{{ t('buy.onHand') }}</th>
                <th class="r">{{ t('buy.buy') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="b in plan.shopping.fruit" :key="b.fruit" :data-test="`buy-${b.fruit}`">
                <td>
                  <b>{{ name(b.fruit) }}</b>
                </td>
                <td class="r"><FigureButton :figure="b.juiceMl" large :digits="0" :label="t('buy.juice')" /></td>
                <td class="r roomy">
                  <FigureButton :figure="b.juiceOnHandMl" large :digits="0" :label="t('buy.juiceOnHand')" />
                </td>
                <td class="r roomy"><FigureButton :figure="b.neededKg" :digits="2" :label="t('buy.needed')" /></td>
                <td class="r"><FigureButton :figure="b.onHandKg" :digits="2" :label="t('buy.onHand')" /></td>
                <td class="r strong">
                  <FigureButton
                    v-if="b.buyKg.value > 0"
                    :figure="b.buyKg"
                    :guessed="b.guessed.buy"
                    :digits="1"
                    :label="t('buy.buy')"
                  /><span v-else class="quiet small">{{ t('buy.enough') }}</span>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="others" class="small" data-test="others">{{ t('buy.others', { list: others }) }}</p>
        </article>
        <p v-if="fridge.overMl > 0" class="caution" data-test="fridge-over">
          {{
            t('vessel.fridge', {
              litres: amount(fridge.standsMl / 1000, 'L', 1),
              room: amount(fridge.roomMl! / 1000, 'L', 1),
              over: amount(fridge.overMl / 1000, 'L', 1),
            })
          }}
        </p>
        <div class="batches">
          <PlanBatchSheet v-for="s in plan.sheets" :key="s.line.id" :sheet="s" :packing="packing" :scale-ml="scaleMl" />
        </div>
        <p class="caution">
          <b>{{ t('caution.cold-title') }}</b> {{ t('caution.keep-cold') }} {{ t('caution.potable') }}
        </p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-columns: 360px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.side {
  display: grid;
  gap: 12px;
  position: sticky;
  top: 12px;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
}
.total {
  font-size: 17px;
  padding: 4px 0;
}
.main {
  display: grid;
  gap: 16px;
}
.empty {
  font-size: 18px;
  line-height: 1.5;
  padding: 30px;
}
.batches {
  display: grid;
  gap: 16px;
}
.to-clock {
  font: 600 17px var(--text);
  padding: 12px 0;
  text-underline-offset: 4px;
}
.list-link {
  font: 400 14px var(--text);
  margin-left: 10px;
  text-underline-offset: 4px;
}
@media (max-width: 1100px) {
  .plan {
    grid-template-columns: 310px minmax(0, 1fr);
    gap: 14px;
  }
}
@media (max-width: 820px) {
  .plan {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    position: static;
  }
}
@media print {
  .plan,
  .main,
  .batches {
    display: block;
  }
  .buy {
    padding-bottom: 12pt;
  }
}
</style>
