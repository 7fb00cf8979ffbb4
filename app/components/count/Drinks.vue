<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CAUSES, totalOf } from '#core/variance'
import type { CountSheet } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// Each drink of some days: cups, litres, and for the owner what it took in and what it cost.
const props = defineProps<{ sheet: CountSheet }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, money, n, name } = useFormat()
const session = useSession()
/** Half a coin is none. */
const LEAST_MONEY = 0.005
const rows = computed(() =>
  props.sheet.drinks.map((d) => ({
    ...d,
    name: d.recipeId ? (useDrinks().byId.get(d.recipeId)?.name ?? '') : t('count.ofNone'),
  })),
)
/** A drink by itself: why it cost more, and which of its ingredients. */
const open = ref<string | null>(null)
const toggle = (id: string): void => void (open.value = open.value === id ? null : id)
const mass = (g: number): string => (Math.abs(g) < 1000 ? amount(g, 'g', 0) : amount(g / 1000, 'kg', 2))
const signed = (v: number): string => `${v > 0 ? '+' : ''}${money(v)}`
const causesOf = (r: CountSheet['drinks'][number]) =>
  r.causes
    ? CAUSES.filter((c) => Math.abs(r.causes![c]) >= LEAST_MONEY).map((c) => ({ key: c, money: r.causes![c] }))
    : []
/** g that nobody looks for. */
const SHOWN_G = 0.5
const MOST_PARTS = 8
const partsOf = (r: CountSheet['drinks'][number]) =>
  r.parts.filter((p) => p.wantedG > SHOWN_G || p.usedG > SHOWN_G).slice(0, MOST_PARTS)
const shown = (v: number | null): string => (v === null ? '?' : money(Math.abs(v) < LEAST_MONEY ? 0 : v))
</script>

<template>
  <section v-if="rows.length" class="sheet stack" data-test="count-drinks">
    <h2>{{ t('count.drinks') }}</h2>
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('count.drink') }}</th>
          <th class="r">{{ t('count.cups') }}</th>
          <th class="r roomy">{{ t('count.litres') }}</th>
          <template v-if="session.isOwner">
            <th class="r roomy">{{ t('count.sales') }}</th>
            <th class="r roomy">{{ t('count.standardShort') }}</th>
            <th class="r roomy">{{ t('count.servingShort') }}</th>
            <th class="r roomy">{{ t('count.apartCost') }}</th>
            <th class="r">{{ t('count.left') }}</th>
          </template>
        </tr>
      </thead>
      <tbody v-for="r in rows" :key="r.recipeId">
        <tr :data-test="`drink-${r.recipeId}`">
          <td>
            <CountRowButton :is-open="open === r.recipeId" @toggle="toggle(r.recipeId)">{{ r.name }}</CountRowButton>
          </td>
          <td class="r num">{{ n(r.cups) }}</td>
          <td class="r num roomy">{{ amount(r.ml / 1000, 'L', 1) }}</td>
          <template v-if="session.isOwner">
            <td class="r num roomy">{{ shown(r.sales) }}</td>
            <td class="r num roomy">{{ shown(r.standard) }}</td>
            <td class="r num roomy">{{ shown(r.serving) }}</td>
            <td class="r num roomy">{{ shown(r.more) }}</td>
            <td class="r num">{{ shown(r.earned) }}</td>
          </template>
        </tr>
        <tr v-if="open === r.recipeId" class="facts" data-test="drink-facts">
          <td :colspan="session.isOwner ? 8 : 3">
            <ul class="plain">
              <li v-for="c in causesOf(r)" :key="c.key" :data-cause="c.key">
                <b>{{ t(`count.cause.${c.key}`) }}</b> <span class="num">{{ signed(c.money) }}</span>
              </li>
              <li v-for="p in partsOf(r)" :key="p.key" class="small">
                {{ t('count.partUsed', { name: name(p.key), used: mass(p.usedG), wanted: mass(p.wantedG) }) }}
                <span v-if="p.causes" class="num">{{ signed(totalOf(p.causes)) }}</span>
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.plain {
  list-style: none;
  margin: 0;
  padding: 0 0 8px 14px;
}
.facts td {
  background: var(--sand);
}
td.num {
  white-space: nowrap;
}
</style>
