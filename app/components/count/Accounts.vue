<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CAUSES, totalOf } from '#core/variance'
import type { CountSheet } from '#shared/contract'
import { NuxtLink } from '#components'
import { useSession } from '~/stores/session'

// Each thing that went into cups: what the standard wanted, what is gone, and what that rests on.
type Account = CountSheet['accounts'][number]
const props = defineProps<{ accounts: readonly Account[] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, money, name, n } = useFormat()
const session = useSession()
/** g that nobody looks for. */
const SHOWN_G = 0.5
const judged = computed(() =>
  props.accounts
    .filter((a) => a.usedG !== null && (a.usedG > SHOWN_G || a.wantedG > SHOWN_G))
    .sort((a, b) => worth(b) - worth(a) || b.usedG! - a.usedG!),
)
const worth = (a: Account): number => (a.causes ? Math.abs(totalOf(a.causes)) : 0)
const others = computed(() =>
  props.accounts.filter((a) => a.usedG === null && a.wantedG > SHOWN_G).map((a) => name(a.key)),
)
const open = ref<string | null>(null)
const toggle = (key: string): void => void (open.value = open.value === key ? null : key)
const mass = (g: number): string => (Math.abs(g) < 1000 ? amount(g, 'g', 0) : amount(g / 1000, 'kg', 2))
const signed = (g: number): string => `${g > 0 ? '+' : g < 0 ? '−' : ''}${mass(Math.abs(g))}`
const signedMoney = (v: number): string => (Math.abs(v) < LEAST_MONEY ? money(0) : `${v > 0 ? '+' : ''}${money(v)}`)
/** Causes that come to something. */
const causesOf = (a: Account) =>
  a.causes
    ? CAUSES.filter((c) => Math.abs(a.causes![c]) >= LEAST_MONEY).map((c) => ({ key: c, money: a.causes![c] }))
    : []
const LEAST_MONEY = 0.005
const TO: Record<Account['lost'][number]['kind'], string> = { hold: '/serve/', lot: '/fruit/lot/', run: '/make/' }
const MOST = 12
const boughtWords = (a: Account, b: Account['bought'][number]): string => {
  const kg = mass(b.boughtG)
  if (!session.isOwner || a.standardPerKg === null) return t('count.boughtPlain', { kg })
  const standard = money(a.standardPerKg)
  return b.perKg === null
    ? t('count.boughtUnpriced', { kg, standard })
    : t('count.bought', { kg, price: money(b.perKg), standard })
}
</script>

<template>
  <section class="sheet stack" data-test="accounts">
    <h2>{{ t('count.where') }}</h2>
    <p class="small quiet">{{ t('count.whereWhy') }}</p>
    <table v-if="judged.length" class="rows">
      <thead>
        <tr>
          <th>{{ t('count.what') }}</th>
          <th class="r roomy">{{ t('count.wanted') }}</th>
          <th class="r roomy">{{ t('count.used') }}</th>
          <th class="r">{{ t('count.apart') }}</th>
          <th v-if="session.isOwner" class="r">{{ t('count.money') }}</th>
        </tr>
      </thead>
      <tbody v-for="a in judged" :key="a.key">
        <tr :data-test="`account-${a.key}`">
          <td>
            <CountRowButton :is-open="open === a.key" @toggle="toggle(a.key)">{{ name(a.key) }}</CountRowButton>
          </td>
          <td class="r num roomy">{{ mass(a.wantedG) }}</td>
          <td class="r num roomy">{{ mass(a.usedG!) }}</td>
          <td class="r num">{{ signed(a.usedG! - a.wantedG) }}</td>
          <td v-if="session.isOwner" class="r num">{{ a.causes ? signedMoney(totalOf(a.causes)) : '?' }}</td>
        </tr>
        <tr v-if="open === a.key" class="facts" data-test="facts">
          <td :colspan="session.isOwner ? 5 : 4">
            <ul class="plain">
              <li v-for="c in causesOf(a)" :key="c.key" :data-cause="c.key">
                <b>{{ t(`count.cause.${c.key}`) }}</b> <span class="num">{{ signedMoney(c.money) }}</span>{{ ' ' }}
                <span class="small quiet"> {{ t(`count.causeWhy.${c.key}`) }}</span>
              </li>
              <li v-if="a.wastedG > 0" class="small">{{ mass(a.wastedG) }} {{ t('count.lostOf') }}</li>
              <li v-if="Math.abs(a.missingG) > 0.5" class="small">{{ mass(a.missingG) }} {{ t('count.missingOf') }}</li>
              <li v-for="b in a.bought.slice(0, MOST)" :key="b.lotId">
                <NuxtLink :to="`/fruit/lot/${b.lotId}`" data-test="fact-lot">{{ boughtWords(a, b) }}</NuxtLink>
              </li>
              <li v-for="p in a.pressed.slice(0, MOST)" :key="p.pressId">
                <component :is="p.lotId ? NuxtLink : 'span'" :to="`/fruit/lot/${p.lotId}`" data-test="fact-press">{{
                  t('count.pressed', { kg: mass(p.boughtG), gave: n(p.gave), gives: n(a.gives) })
                }}</component>
              </li>
              <li v-for="(l, i) in a.lost.slice(0, MOST)" :key="i">
                <NuxtLink :to="TO[l.kind] + l.id" data-test="fact-lost">{{
                  t('count.lostAt', { g: mass(l.g), fate: t(`count.fate.${l.fate}`), of: t(`count.of.${l.kind}`) })
                }}</NuxtLink>
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="others.length" class="small quiet" data-test="not-judged">
      {{ t('count.notJudged', { list: others.join(', ') }) }}
    </p>
  </section>
</template>

<style scoped>
.plain {
  list-style: none;
  margin: 0;
  padding: 0 0 8px 14px;
  display: grid;
  gap: 2px;
}
.plain a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.rows td.num {
  white-space: nowrap;
}
.facts td {
  background: var(--sand);
}
</style>
