<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { dayOf } from '#core/time'
import { useMake } from '~/stores/make'
import { useSession } from '~/stores/session'
import { saveCsv } from '~/utils/save'

// The stock, place by place: what is there, against what the books say.
const { t } = useI18n({ useScope: 'global' })
const { stock, day } = useFormat()
const ready = useWords('count')
const session = useSession()
const find = ref('')
const isBlind = ref(false)
const { all, places } = useStock(() => find.value)
const openRuns = computed(() => useMake().underWay.length)
const open = ref<string | null>(null)
/** What was put down here, by lot: what the books said, and what is there. */
const told = ref<Record<string, { before: number; counted: number }>>({})
const toggle = (id: string): void => void (open.value = open.value === id ? null : id)
function done(lot: Lot, before: number, counted: number): void {
  told.value = { ...told.value, [lot.id]: { before, counted } }
  // On to the next one that nobody counted yet.
  const order = places.value.flatMap((p) => p.rows.map((r) => r.lot))
  const at = order.findIndex((l) => l.id === lot.id)
  open.value = order.slice(at + 1).find((l) => !told.value[l.id])?.id ?? null
}
const differs = (of: { before: number; counted: number }, lot: Lot): string => {
  const apart = of.counted - of.before
  if (Math.abs(apart) < 0.5) return ''
  return t(`count.differs.${apart < 0 ? 'less' : 'more'}`, { amount: stock(Math.abs(apart), lot.unit) })
}
/** The stock as a file, as the books have it. */
function download(): void {
  saveCsv(`stock-${dayOf(session.now(), session.zone)}.csv`, [
    ['place', 'thing', 'supplier', 'since', 'on_hand', 'unit', 'counted_at'],
    ...places.value.flatMap((p) =>
      p.rows.map(({ lot, name }) => [
        ...[p.place, name, lot.supplier, lot.at, lot.onHand, lot.unit, lot.counted?.at ?? null],
      ]),
    ),
  ])
}
</script>

<template>
  <div v-if="ready" class="stock" data-test="stock">
    <section class="sheet stack">
      <NuxtLink to="/count" class="small">← {{ t('count.back') }}</NuxtLink>
      <div class="spread">
        <h1>{{ t('count.stockTitle') }}</h1>
        <v-checkbox v-model="isBlind" :label="t('count.blind')" hide-details density="compact" data-test="blind" />
      </div>
      <p class="quiet">{{ t('count.stockWhy') }}</p>
      <p v-if="openRuns" class="caution" role="note" data-test="stock-runs">
        {{ t('count.openRuns', { n: openRuns }, openRuns) }}
      </p>
      <p v-if="!all.length" data-test="stock-empty">{{ t('count.stockEmpty') }}</p>
      <FieldSearch v-else-if="all.length > 8" v-model="find" :label="t('count.find')" test="stock-find" />
      <section v-for="p in places" :key="p.place" :data-test="`place-${p.place}`">
        <h2>{{ t(`count.place.${p.place}`) }}</h2>
        <ul class="plain">
          <li v-for="r in p.rows" :key="r.lot.id" :data-lot="r.lot.id">
            <button
              type="button"
              class="line"
              :aria-expanded="open === r.lot.id"
              data-test="stock-row"
              @click="toggle(r.lot.id)"
            >
              <b>{{ r.name }}</b>
              <span class="small quiet">{{ [r.lot.supplier, day(r.lot.at)].filter(Boolean).join(' · ') }}</span>
              <span v-if="told[r.lot.id]" class="small num end" data-test="stock-told">
                {{ t('count.saved', { amount: stock(told[r.lot.id]!.counted, r.lot.unit) }) }}
                <b v-if="differs(told[r.lot.id]!, r.lot)" class="apart">{{ differs(told[r.lot.id]!, r.lot) }}</b>
              </span>
              <span v-else class="small num end">
                <template v-if="!isBlind">{{
                  t('count.booksSay', { amount: stock(r.lot.onHand, r.lot.unit) })
                }}</template>
                <span v-if="r.lot.counted" class="quiet">
                  {{ t('count.lastCounted', { when: day(r.lot.counted.at), by: r.lot.counted.by }) }}</span
                >
              </span>
            </button>
            <CountStockForm
              v-if="open === r.lot.id"
              :lot="r.lot"
              :is-blind="isBlind"
              @done="(counted, before) => done(r.lot, before, counted)"
            />
          </li>
        </ul>
      </section>
      <v-btn v-if="all.length" class="file" height="48" variant="text" data-test="csv-stock" @click="download">{{
        t('count.stockFile')
      }}</v-btn>
      <p class="small row enter">
        {{ t('count.notEntered') }}
        <v-btn height="48" variant="text" to="/fruit" data-test="not-entered">{{ t('count.enter') }}</v-btn>
      </p>
    </section>
  </div>
</template>

<style scoped>
.file {
  justify-self: start;
}
.stock {
  max-width: 860px;
  margin: 0 auto;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
}
.plain li {
  border-top: 1px solid var(--rule);
}
.line {
  width: 100%;
  min-height: 56px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
  border: 0;
  background: none;
  padding: 6px 0;
  font: 400 16px var(--text);
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}
.end {
  margin-left: auto;
}
.apart {
  color: var(--hibiscus);
}
.enter {
  flex-wrap: wrap;
}
</style>
