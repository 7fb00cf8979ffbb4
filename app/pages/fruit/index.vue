<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { crateFigure, isOfOne, partsOfLot } from '#core/yield'
import { isThere, useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { matches, wordsOf } from '~/utils/words'

type Panel =
  | { show: 'fruit' }
  | { show: 'weigh' }
  | { show: 'press'; lot: Lot }
  | { show: 'pressed'; pressId: string }
  | { show: 'juice'; lot: Lot }
const store = useFruit()
const session = useSession()
const { t } = useI18n()
const { amount, name, day } = useFormat()
const route = useRoute()
const panel = ref<Panel>({ show: 'fruit' })
const selectedId = ref('')
const showAll = ref(false)

watch(
  () => session.standId,
  () => void Promise.all([store.load(), usePlan().load()]),
)
const search = ref('')
const asked = computed(() => (typeof route.query.fruit === 'string' ? route.query.fruit : ''))
const lots = computed(() => {
  // What is to be used first on top; what is used up, the newest first, behind.
  const all = [...store.shelf, ...store.received.filter((l) => !isThere(l))]
  const here = asked.value ? all.filter((l) => l.itemKey === asked.value) : all
  const query = (search.value ?? '').trim()
  return query
    ? here.filter((l) => matches(query, name(l.itemKey), wordsOf(l.itemKey), l.supplier ?? '', day(l.at)))
    : here
})
/** From so many lots on there is a search. */
const MANY = 12
const isLong = computed(() => store.received.length > MANY)
const MOST_USED_UP = 3
const shown = computed(() => {
  const there = lots.value.filter(isThere)
  return showAll.value
    ? lots.value
    : [...there, ...lots.value.slice(there.length, Math.max(there.length + MOST_USED_UP, 8))]
})
/** The first that has to go, if any has. */
const first = computed(() => store.shelf.find((l) => ['soon', 'past'].includes(store.keepings.get(l.id)!.state)))
const anyOther = computed(() =>
  shown.value.some((l) => partsOfLot(l, store.pressesOf.get(l.id) ?? []).some((p) => p.key === 'other' && p.kg > 0)),
)
const scaleKg = computed(() => Math.max(1, ...shown.value.map((l) => l.amount / 1000)))
const selected = computed(() => lots.value.find((l) => l.id === selectedId.value) ?? lots.value[0])
const latestPress = computed(() => {
  const lot = selected.value
  const p = lot
    ? (store.pressesOf.get(lot.id)?.find(isOfOne) ?? store.presses.find((x) => x.ingredientKey === lot.itemKey))
    : undefined
  return p ? { press: p, figures: store.figuresOf.get(p.id)! } : null
})
const inCrate = computed(() =>
  selected.value ? crateFigure(selected.value, store.pressesOf.get(selected.value.id) ?? []) : null,
)
const pressed = computed(() => {
  const { value } = panel
  return value.show === 'pressed' ? store.presses.find((p) => p.id === value.pressId) : undefined
})
function weighed(lotId: string): void {
  selectedId.value = lotId
  panel.value = { show: 'fruit' }
}
function openFruit(id: string): void {
  selectedId.value = id
  panel.value = { show: 'fruit' }
}
function startPress(lot: Lot): void {
  selectedId.value = lot.id
  panel.value = { show: 'press', lot }
}
const overPage = computed(() => panel.value.show !== 'fruit')
</script>

<template>
  <div class="fruit">
    <section class="sheet lots">
      <div class="spread top">
        <div>
          <h1>{{ asked ? name(asked) : t('fruit.title') }}</h1>
          <p class="quiet">
            {{ t('fruit.summary', { kg: amount(store.kgOnHand, 'kg', 1), n: store.shelf.length }, store.shelf.length) }}
            <NuxtLink v-if="asked" to="/fruit">{{ t('fruit.showAll') }}</NuxtLink>
          </p>
        </div>
        <span class="row tools"
          ><v-btn to="/buy" data-test="to-buy">{{ t('buying.open') }}</v-btn
          ><v-btn color="primary" data-test="weigh-in" @click="panel = { show: 'weigh' }">{{
            t('fruit.weighIn')
          }}</v-btn></span
        >
      </div>
      <FruitOnTheWay />
      <FieldSearch v-if="isLong" v-model="search" :label="t('fruit.search')" test="search-lots" />
      <p v-if="!lots.length && search" class="quiet">{{ t('find.none', { text: search }) }}</p>
      <div v-else-if="!lots.length" class="empty" data-test="empty">
        <p>{{ t('fruit.empty') }}</p>
        <ol class="steps">
          <li v-for="s in ['weigh', 'press', 'cost']" :key="s">{{ t(`fruit.step.${s}`) }}</li>
        </ol>
      </div>
      <template v-else>
        <p v-if="first" class="first" data-test="use-first">
          <b>{{ t('fruit.useFirst') }}</b> {{ name(first.itemKey) }},
          {{ t('fruit.inCrate', { kg: amount(first.onHand / 1000, 'kg') }) }},
          {{
            t(store.keepings.get(first.id)!.state === 'past' ? 'keeping.past' : 'keeping.ready', {
              day: day(store.keepings.get(first.id)!.bestUntil!),
            })
          }}
        </p>
        <FruitStripKey :other="anyOther" />
        <FruitLotStrip
          v-for="lot in shown"
          :key="lot.id"
          :lot="lot"
          :scale-kg="scaleKg"
          :selected="selected?.id === lot.id && panel.show === 'fruit'"
          @select="openFruit(lot.id)"
          @press="startPress(lot)"
        />
        <v-btn v-if="lots.length > shown.length" class="below" @click="showAll = true">{{
          t('fruit.older', { n: lots.length - shown.length })
        }}</v-btn>
        <FruitJuiceList
          v-if="!asked && store.juice.length"
          :lots="store.juice"
          :selected="panel.show === 'juice' ? panel.lot.id : undefined"
          @take="panel = { show: 'juice', lot: $event }"
        />
        <FruitKeptList v-if="!asked && store.kept.length" :lots="store.kept" />
      </template>
    </section>

    <aside class="sheet side" :class="{ over: overPage }" data-test="panel">
      <FruitWeighIn
        v-if="panel.show === 'weigh'"
        :fruit="asked || undefined"
        @done="weighed"
        @close="panel = { show: 'fruit' }"
      />
      <FruitPressForm
        v-else-if="panel.show === 'press'"
        :key="panel.lot.id"
        :lot="panel.lot"
        @done="panel = { show: 'pressed', pressId: $event }"
        @close="panel = { show: 'fruit' }"
      />
      <FruitTakeJuice
        v-else-if="panel.show === 'juice'"
        :key="`juice ${panel.lot.id}`"
        :lot="panel.lot"
        @done="panel = { show: 'fruit' }"
        @close="panel = { show: 'fruit' }"
      />
      <FruitPressed
        v-else-if="panel.show === 'pressed' && pressed"
        :press="pressed"
        @done="panel = { show: 'fruit' }"
      />
      <div v-else-if="selected" class="stack">
        <h2>{{ name(selected.itemKey) }}</h2>
        <p class="quiet small">{{ t('yield.what') }}</p>
        <div class="spread">
          <span>{{ t('fruit.part.crate') }}</span><FigureButton :figure="inCrate!" :label="t('fruit.part.crate')" />
        </div>
        <FruitYieldPanel
          :fruit="selected.itemKey"
          :known="store.yields.get(selected.itemKey)!"
          :press="latestPress?.figures ?? null"
          :press-label="
            latestPress ? t('yield.pressOn', { day: day(latestPress.press.at), who: latestPress.press.by }) : ''
          "
        />
        <p class="row links">
          <NuxtLink :to="`/fruit/yield/${selected.itemKey}`" data-test="to-yield">{{
            t('yield.more')
          }}</NuxtLink><NuxtLink :to="`/fruit/lot/${selected.id}`">{{ t('fruit.openLot') }}</NuxtLink>
        </p>
        <p v-if="session.mayPlan" class="row small links">
          <NuxtLink :to="{ path: '/history', query: { entity: 'lot', id: selected.id } }" data-test="lot-history">{{
            t('history.one', { what: t('history.entity.lot') })
          }}</NuxtLink><NuxtLink
            v-if="latestPress"
            :to="{ path: '/history', query: { entity: 'press', id: latestPress.press.id } }"
            data-test="press-history"
            >{{ t('history.one', { what: t('history.entity.press') }) }}</NuxtLink
          >
        </p>
      </div>
      <div v-else class="stack">
        <h2>{{ t('fruit.first') }}</h2>
        <p>{{ t('fruit.firstSteps') }}</p>
      </div>
    </aside>
  </div>
</template>

<style scoped>
.fruit {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 18px;
  align-items: start;
}
.top {
  align-items: center;
  margin-bottom: 10px;
}
.tools {
  flex: none;
}
.first {
  background: var(--sand);
  border-radius: 12px;
  padding: 10px 14px;
  margin-bottom: 10px;
}
.empty {
  padding: 40px 8px;
  font-size: 18px;
  line-height: 1.5;
  max-width: 34em;
}
a {
  text-underline-offset: 4px;
}
.links a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.side {
  position: sticky;
  top: 12px;
}
@media (max-width: 1100px) {
  .fruit {
    grid-template-columns: minmax(0, 1fr) 350px;
    gap: 14px;
  }
}
@media (max-width: 820px) {
  .fruit {
    grid-template-columns: 1fr;
  }
  .side {
    position: static;
    order: -1;
  }
  .side:not(.over) {
    order: 2;
  }
  .top .v-btn {
    flex: none;
  }
  .top {
    flex-wrap: wrap;
  }
}
</style>
