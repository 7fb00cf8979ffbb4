<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { shiftDay } from '#core/time'
import type { CountSheet } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// What each stand earned in thirty days, beside the others: cups, what was taken, what went in, and what is left.
const DAYS = 30
const { t } = useI18n({ useScope: 'global' })
const { n, money } = useFormat()
const session = useSession()
const plan = usePlan()
const sheets = shallowRef(new Map<string, CountSheet>())
async function load(): Promise<void> {
  const until = plan.today
  if (!until || session.openStands.length < 2) return
  for (const { id } of session.openStands) {
    const sheet = await useOutbox()
      .read('count', { query: { stand: id, from: shiftDay(until, 1 - DAYS), until } })
      .catch(() => null)
    if (sheet) sheets.value = new Map(sheets.value).set(id, sheet)
  }
}
watch([() => plan.today, () => session.openStands.length], load, { immediate: true })
const drinks = useDrinks()
const rows = computed(() =>
  session.openStands.map(({ id, name }) => {
    const sheet = sheets.value.get(id)
    return {
      ...{ id, name, cups: sheet?.cups.reduce((sum, c) => sum + c.cups, 0) ?? null, of: sheet?.money ?? null },
      drinks: (sheet?.drinks ?? []).map((d) => ({
        ...d,
        name: d.recipeId ? (drinks.byId.get(d.recipeId)?.name ?? '') : t('count.ofNone'),
      })),
    }
  }),
)
/** A stand by its drinks. */
const open = ref<string | null>(null)
const toggle = (id: string): void => void (open.value = open.value === id ? null : id)
/** Half a coin is none. */
const LEAST_MONEY = 0.005
const shown = (v: number | null | undefined): string =>
  v === null || v === undefined ? '?' : money(Math.abs(v) < LEAST_MONEY ? 0 : v)
</script>

<template>
  <section v-if="rows.length > 1" class="sheet stack" data-test="by-stand">
    <h2>{{ t('count.byStand') }}</h2>
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('count.stand') }}</th>
          <th class="r">{{ t('count.cups') }}</th>
          <th class="r roomy">{{ t('count.sales') }}</th>
          <th class="r roomy">{{ t('count.standardShort') }}</th>
          <th class="r roomy">{{ t('count.servingShort') }}</th>
          <th class="r roomy">{{ t('count.byStandMore') }}</th>
          <th class="r">{{ t('count.left') }}</th>
        </tr>
      </thead>
      <tbody v-for="r in rows" :key="r.id">
        <tr data-test="stand-line">
          <td>
            <CountRowButton v-if="r.drinks.length" :is-open="open === r.id" @toggle="toggle(r.id)">{{
              r.name
            }}</CountRowButton>
            <template v-else>{{ r.name }}</template>
          </td>
          <td class="r num">{{ r.cups === null ? '?' : n(r.cups) }}</td>
          <td class="r num roomy">{{ shown(r.of?.sales) }}</td>
          <td class="r num roomy">{{ shown(r.of?.standard) }}</td>
          <td class="r num roomy">{{ shown(r.of?.serving) }}</td>
          <td class="r num roomy">{{ shown(r.of?.more) }}</td>
          <td class="r num">{{ shown(r.of?.earned) }}</td>
        </tr>
        <template v-if="open === r.id">
          <tr v-for="d in r.drinks" :key="d.recipeId" class="facts" data-test="stand-drink">
            <td>
              {{ d.name }}
              <span v-if="d.earned !== null && d.cups > 0" class="small quiet num"
                >{{ t('count.perCup') }} {{ money(d.earned / d.cups) }}</span
              >
            </td>
            <td class="r num">{{ n(d.cups) }}</td>
            <td class="r num roomy">{{ shown(d.sales) }}</td>
            <td class="r num roomy">{{ shown(d.standard) }}</td>
            <td class="r num roomy">{{ shown(d.serving) }}</td>
            <td class="r num roomy">{{ shown(d.more) }}</td>
            <td class="r num">{{ shown(d.earned) }}</td>
          </tr>
        </template>
      </tbody>
    </table>
    <p class="small quiet">{{ t('count.earnedWhy') }}</p>
  </section>
</template>

<style scoped>
.facts td {
  background: var(--sand);
}
.facts td:first-child {
  padding-left: 14px;
}
.facts td:last-child {
  padding-right: 8px;
}
td.num {
  white-space: nowrap;
}
</style>
