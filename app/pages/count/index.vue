<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { dayOf, isDay } from '#core/time'
import { useDrinks } from '~/stores/drinks'
import { useServe } from '~/stores/serve'
import { useSession } from '~/stores/session'
import { fillOf, mainOfPrep } from '~/utils/colours'

// The evening: what some days gave, against what the standard says, and where the rest went.
const { t } = useI18n({ useScope: 'global' })
const { n, time, calendarDay, weekday } = useFormat()
const ready = useWords('count', 'serve')
const session = useSession()
const drinks = useDrinks()
const serve = useServe()
const route = useRoute()
const asked = String(route.query.day ?? '')
const until = ref(isDay(asked) ? asked : '')
watch(
  () => session.zone,
  (zone) => (until.value ||= dayOf(session.now(), zone)),
  { immediate: true },
)
const days = ref(1)
/** A day that is asked for by its address is that day alone. */
watch(
  () => route.query.day,
  (day) => {
    if (!isDay(String(day ?? ''))) return
    until.value = String(day)
    days.value = 1
  },
)
const { sheet, busy, said, isOffline, load } = useCountSheet(
  () => until.value,
  () => days.value,
)
const mostMl = computed(() => Math.max(1, ...(sheet.value?.vessels ?? []).map((v) => Math.max(0, v.goneMl) + v.leftMl)))
const fillFor = (recipeId: string): string => fillOf(mainOfPrep.value(recipeId) ?? 'water')
const isOfToday = computed(() => until.value >= dayOf(session.now(), session.zone))
const cups = computed(() => sheet.value?.cups.reduce((sum, c) => sum + c.cups, 0) ?? 0)
const isEmpty = computed(() => sheet.value && !sheet.value.cups.length && !sheet.value.vessels.length)
const nameOf = (recipeId: string): string => drinks.byId.get(recipeId)?.name ?? ''
const noCupPrice = computed(() => [
  ...new Set(sheet.value?.cups.flatMap((c) => (session.isOwner && c.sales === null ? nameOf(c.recipeId) : [])) ?? []),
])
const print = (): void => window.print()
const chosen = useChosen(() => sheet.value)
const csv = useCountCsv(
  () => sheet.value,
  () => chosen.value,
)
</script>

<template>
  <div v-if="ready" class="evening" data-test="count">
    <section class="sheet stack head">
      <div class="spread">
        <div>
          <h1>{{ t('count.title') }}</h1>
          <p class="quiet no-print">{{ t('count.why') }}</p>
          <p class="print-only">
            {{ session.stand?.name }} ·
            {{
              days === 1
                ? `${weekday(until)}, ${calendarDay(until)}`
                : t('count.until', { from: calendarDay(sheet?.from ?? until), until: calendarDay(until) })
            }}
          </p>
        </div>
        <div class="row acts no-print">
          <v-btn v-if="session.isOwner" height="56" variant="text" to="/count/menu" data-test="to-menu">{{
            t('count.toMenu')
          }}</v-btn>
          <v-btn height="56" variant="text" data-test="count-print" @click="print">{{ t('count.print') }}</v-btn>
          <v-btn height="56" color="primary" to="/count/stock" data-test="to-stock">{{ t('count.stock') }}</v-btn>
        </div>
      </div>
      <div class="ask no-print">
        <CountSpanPicker v-model:until="until" v-model:days="days" />
        <CountDayNote
          v-if="days === 1 && until"
          :key="until"
          :day="until"
          :is-serving="isOfToday && serve.open.length > 0"
        />
      </div>
      <p v-if="busy && !sheet" class="small quiet" role="status">{{ t('count.loading') }}</p>
      <p v-if="said" class="caution" role="alert">{{ said }}</p>
      <p v-if="isOffline" class="caution" role="status" data-test="count-offline">{{ t('count.offline') }}</p>
      <p v-if="serve.open.length && isOfToday" class="caution open no-print" role="note" data-test="still-open">
        {{ t('count.openHolds', { n: serve.open.length }, serve.open.length) }}
        <v-btn height="56" to="/serve" data-test="to-hatch">{{ t('count.close') }}</v-btn>
      </p>
      <p v-if="sheet?.openRuns" class="small quiet">{{ t('count.openRuns', { n: sheet.openRuns }, sheet.openRuns) }}</p>
    </section>
    <section v-if="isEmpty" class="sheet stack" data-test="count-empty">
      <p>{{ t('count.nothing') }}</p>
      <p class="quiet">{{ t('count.nothingWhy') }}</p>
      <v-btn height="56" to="/serve">{{ t('count.toServe') }}</v-btn>
    </section>
    <template v-else-if="sheet">
      <div class="stack">
        <CountTonight v-if="isOfToday" :day="until" />
        <section class="sheet stack" data-test="count-glasses">
          <div class="spread">
            <h2>{{ t('count.glasses') }}</h2>
            <b class="num" data-test="count-cups">{{ t('serve.cups', { n: n(cups) }, cups) }}</b>
          </div>
          <p class="small quiet">{{ t('count.glassesWhy') }}</p>
          <ul class="plain">
            <CountVesselStrip
              v-for="v in sheet.vessels"
              :key="v.holdId + v.day"
              :vessel="v"
              :most-ml="mostMl"
              :fill="fillFor(v.recipeId)"
              :show-day="days > 1"
              @told="load"
            />
          </ul>
          <template v-if="sheet.soldOuts.length">
            <h3>{{ t('count.soldOut') }}</h3>
            <p v-for="s in sheet.soldOuts" :key="s.recipeId + s.at" class="small" data-test="count-sold-out">
              {{
                s.backAt
                  ? t('count.soldOutUntil', { name: nameOf(s.recipeId), time: time(s.at), back: time(s.backAt) })
                  : t('count.soldOutAt', { name: nameOf(s.recipeId), time: time(s.at) })
              }}
            </p>
          </template>
        </section>
        <CountDays v-if="days > 1" :sheet="sheet" />
        <CountHours :sheet="sheet" />
        <CountDrinks v-if="session.mayPlan" :sheet="sheet" />
        <CountChosen :drinks="chosen" />
        <details v-if="csv.tables.value.length" class="no-print">
          <summary data-test="csv">{{ t('count.files') }}</summary>
          <v-btn
            v-for="table in csv.tables.value"
            :key="table"
            height="48"
            variant="text"
            :data-test="`csv-${table}`"
            @click="csv.download(table)"
            >{{ t(`count.file.${table}`) }}</v-btn
          >
        </details>
      </div>
      <div v-if="session.mayPlan" class="stack">
        <CountLadder v-if="session.isOwner && sheet.money" :sheet="sheet" />
        <p v-if="sheet.unsound.length" class="caution" role="note" data-test="count-unsound">
          {{ t('count.unsound', { list: sheet.unsound.map(nameOf).join(', ') }) }}
        </p>
        <p v-if="noCupPrice.length" class="caution" role="note" data-test="no-cup-price">
          {{ t('count.noPrice', { list: noCupPrice.join(', ') }) }}
        </p>
        <CountAccounts :accounts="sheet.accounts" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.evening {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.head {
  grid-column: 1 / -1;
}
.acts {
  flex-wrap: wrap;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: start;
}
.open {
  display: flex;
  align-items: center;
  gap: 4px 12px;
  flex-wrap: wrap;
  padding-top: 4px;
  padding-bottom: 4px;
}
summary {
  min-height: 44px;
  padding: 10px 0;
  cursor: pointer;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
}
@media (max-width: 900px) {
  .evening {
    grid-template-columns: minmax(0, 1fr);
  }
  .spread {
    flex-wrap: wrap;
  }
  .acts {
    width: 100%;
    gap: 4px;
  }
  .acts .v-btn {
    padding: 0 10px;
  }
  .acts .v-btn:last-child {
    order: -1;
    width: 100%;
  }
}
@media print {
  .evening {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
