<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useFruit } from '~/stores/fruit'

// What stands on the shelf beside fruit: packs, to how much is left of each. A touch on one takes some out.
type Panel = { show: 'none' } | { show: 'receive' } | { show: 'take'; lot: Lot }
const store = useFruit()
const { t } = useI18n()
const { n, name, day, amount, calendarDay } = useFormat()
const panel = ref<Panel>({ show: 'none' })
const filter = ref('')
const lots = computed(() =>
  store.packs.filter((l) => name(l.itemKey).toLowerCase().includes(filter.value.trim().toLowerCase())),
)
const amountOf = (value: number, { unit }: Lot): string => {
  if (unit === 'pieces') return `${n(value)} ${t('unit.pieces')}`
  return value >= 1000 ? amount(value / 1000, unit === 'g' ? 'kg' : 'L') : amount(value, unit)
}
</script>

<template>
  <div class="shelf" :class="{ open: panel.show !== 'none' }">
    <section class="stack" data-test="pack-shelf">
      <div class="row tools">
        <v-text-field v-if="store.packs.length > 8" v-model="filter" :label="t('store.filter')" />
        <v-btn color="primary" data-test="take-in" @click="panel = { show: 'receive' }">{{ t('pack.title') }}</v-btn>
      </div>
      <p v-if="!store.packs.length" data-test="no-packs">{{ t('pack.none') }}</p>
      <ul v-else class="list">
        <li v-for="l in lots" :key="l.id">
          <button
            type="button"
            class="face"
            data-test="pack"
            :data-item="l.itemKey"
            :aria-pressed="panel.show === 'take' && panel.lot.id === l.id"
            @click="panel = { show: 'take', lot: l }"
          >
            <span class="spread"
              ><b>{{ name(l.itemKey) }}</b
              ><span class="num">{{ amountOf(l.onHand, l) }}</span></span
            >
            <span class="bar" aria-hidden="true"
              ><i :style="{ width: `${Math.max(0, Math.min(1, l.onHand / l.amount)) * 100}%` }"
            /></span>
            <span class="small quiet">{{
              [
                t('pack.came', { n: n(l.count ?? 1), amount: amountOf(l.amount, l), day: day(l.at) }, l.count ?? 1),
                l.supplier,
                l.useBy ? t('kept.until', { day: calendarDay(l.useBy) }) : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </button>
          <NuxtLink :to="`/fruit/lot/${l.id}`" class="open-lot small">{{ t('fruit.openLot') }}</NuxtLink>
        </li>
      </ul>
    </section>
    <aside v-if="panel.show !== 'none'" data-test="pack-panel">
      <StorePackForm
        v-if="panel.show === 'receive'"
        @done="panel = { show: 'none' }"
        @close="panel = { show: 'none' }"
      />
      <FruitTakeJuice
        v-else
        :key="panel.lot.id"
        :lot="panel.lot"
        @done="panel = { show: 'none' }"
        @close="panel = { show: 'none' }"
      />
    </aside>
  </div>
</template>

<style scoped>
.shelf.open {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 28px;
  align-items: start;
}
.tools {
  justify-content: flex-end;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: grid;
  grid-template-columns: 1fr 100px;
  gap: 14px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.face {
  display: grid;
  gap: 4px;
  text-align: left;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  padding: 8px 10px;
  border-radius: 12px;
  min-height: 48px;
}
.face:hover,
.face[aria-pressed='true'] {
  background: var(--sand);
}
.bar {
  display: block;
  height: 12px;
  border: 2px solid var(--ink);
  border-radius: 4px;
  overflow: hidden;
  background: var(--sheet);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ice);
  border-right: 2px solid var(--ink);
}
.open-lot {
  display: grid;
  place-items: center;
  min-height: 44px;
  text-underline-offset: 4px;
}
@media (max-width: 820px) {
  .shelf.open {
    grid-template-columns: 1fr;
  }
  .shelf.open aside {
    order: -1;
  }
}
</style>
