<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { VoidKind } from '#core/books/rows'
import { given, quotient } from '#core/figures'
import type { LotStory, Press } from '#shared/contract'
import type { EventKind } from '~/components/fruit/LotEventForm.vue'
import { crateFigure, isShown, partsOfLot } from '#core/yield'
import { kindsOn } from '~/utils/lot-kinds'
import { isThere, useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { api, noAnswer } from '~/utils/api'

// One lot from the door to the last drop: what is left, what may be done next, and everything that was.
type Panel =
  | { show: 'none' }
  | { show: 'press'; correct?: Press }
  | { show: 'event'; kind: EventKind }
  | { show: 'weigh' }
  | { show: 'juice' }
  | { show: 'send' }
const route = useRoute()
const id = computed(() => String(route.params.id))
const store = useFruit()
const session = useSession()
const { t } = useI18n()
const { n, name, day, money, amount, calendarDay } = useFormat()
const panel = ref<Panel>({ show: 'none' })
const standName = (id: string): string => session.stands.find((s) => s.id === id)?.name ?? t('way.elsewhere')
const story = shallowRef<LotStory | null>(null)
const offline = ref(false)
const missing = ref(false)

async function load(): Promise<void> {
  try {
    story.value = await useOutbox().read('getLot', { params: { id: id.value } })
    offline.value = useOutbox().offlineSince !== null
    missing.value = false
  } catch (e) {
    offline.value = noAnswer(e)
    missing.value = !offline.value
  }
}
/** This tablet's own view first: it has what is not sent yet. */
const lot = computed(() => store.lots.find((l) => l.id === id.value) ?? story.value?.lot ?? null)
const presses = computed(() => store.pressesOf.get(id.value) ?? story.value?.presses ?? [])
watch(id, load, { immediate: true })
watch(
  () => [store.lots, store.presses],
  () => void load(),
)
/** fruit in kilos, as it came or peeled */
const received = computed(() => lot.value?.kind === 'received' || lot.value?.kind === 'peeled')
const parts = computed(() => (lot.value ? (received.value ? partsOfLot(lot.value, presses.value) : []) : []))
const inCrate = computed(() => (lot.value ? crateFigure(lot.value, presses.value) : null))
const keeping = computed(() => (lot.value && received.value && isThere(lot.value) ? store.keeping(lot.value) : null))
const unitG = computed(() => {
  const l = lot.value
  return l?.count && l.weighed
    ? quotient(
        'unit-weight',
        'g',
        given('received', l.amount, 'g', 'measured', 'source.scale', { name: l.itemKey }),
        given('pieces', l.count, 'pieces', 'measured', 'source.crew'),
      )
    : null
})
const rows = computed(() => lot.value && storyRows(lot.value, presses.value, story.value?.events ?? []))
const children = computed(() => (story.value?.children ?? []).filter((c) => c.kind !== 'pressed' || isShown(c.onHand)))
const voiding = useSubmit(async (key) => {
  await api('voidFact', { key, params: { id: target.value!.id }, body: { entity: target.value!.entity } })
})
const target = ref<{ id: string; entity: VoidKind } | null>(null)
async function takeOut(entity: VoidKind, factId: string): Promise<void> {
  target.value = { id: factId, entity }
  if (!(await voiding.submit())) return
  await store.load()
  if (entity === 'lot') await navigateTo(lot.value?.kind === 'pack' ? '/store' : '/fruit')
}
/** What may be done with it, by the registry; what goes into something or onto the floor is one form. */
const kinds = computed((): EventKind[] => (received.value ? kindsOn(lot.value!.kind) : []))
function done(): void {
  panel.value = { show: 'none' }
  void load()
}
async function corrected(newId: string): Promise<void> {
  panel.value = { show: 'none' }
  await navigateTo(`/fruit/lot/${newId}`)
}
</script>

<template>
  <p v-if="missing && !lot" class="sheet" data-test="lot-missing">
    {{ t('problem.not-found') }} <NuxtLink to="/fruit">{{ t('stop.fruit') }}</NuxtLink>
  </p>
  <p v-else-if="!lot" class="sheet">{{ offline ? t('lot.offline') : '…' }}</p>
  <div v-else class="lot">
    <section class="sheet stack" data-test="lot-page">
      <NuxtLink :to="lot.kind === 'pack' ? '/store' : '/fruit'" class="back small">{{
        t(lot.kind === 'pack' ? 'menu.store' : 'lot.back')
      }}</NuxtLink>
      <div class="spread">
        <h1>
          <template v-if="lot.part">{{ t(`byPart.${lot.part}`) }}, </template
          >{{
            lot.kind === 'peeled' ? t('peel.of', { fruit: name(lot.itemKey) }) : name(lot.itemKey)
          }}
          &#8201;<FigureShown
            :value="lot.unit === 'g' && received ? lot.amount / 1000 : lot.amount"
            :unit="received ? 'kg' : lot.unit"
          />
        </h1>
        <FruitKeepingWord v-if="keeping" :keeping="keeping" :feel="lot.look?.feel ?? lot.seen?.feel ?? null" />
      </div>
      <p class="quiet">
        {{
          [
            lot.supplier,
            t('lot.came', { day: day(lot.at), who: lot.by }),
            lot.count ? t('fruit.pieces', { n: lot.count }, lot.count) : '',
            lot.place ? t(`place.${lot.look?.place ?? lot.place}`) : '',
            lot.purchasedG === null ? '' : t('peel.was', { kg: amount(lot.purchasedG / 1000, 'kg') }),
            lot.useFor,
            lot.useBy ? t('kept.until', { day: calendarDay(lot.useBy) }) : '',
          ]
            .filter(Boolean)
            .join(' · ')
        }}
      </p>
      <PrepsLotLabel v-if="lot.kind === 'made'" :lot="lot" />
      <NuxtLink
        v-if="['made', 'opened', 'pressed'].includes(lot.kind)"
        :to="`/label/${lot.id}`"
        class="small"
        data-test="to-label"
        >{{ t('lot.label') }}</NuxtLink
      >
      <p v-if="!lot.weighed" class="caution">{{ t('lot.notWeighed') }}</p>
      <template v-if="received">
        <FruitKiloStrip
          :fruit="lot.itemKey"
          :parts="parts"
          :scale-kg="lot.amount / 1000"
          :height="46"
          :label="name(lot.itemKey)"
        />
        <FruitStripKey :other="parts.some((p) => p.key === 'other' && p.kg > 0)" />
      </template>
      <dl class="figures">
        <div v-if="inCrate && received">
          <dt>{{ t('fruit.part.crate') }}</dt>
          <dd><FigureButton :figure="inCrate" :label="t('fruit.part.crate')" /></dd>
        </div>
        <div v-else>
          <dt>{{ t('lot.left') }}</dt>
          <dd>
            <FigureShown class="strong" :value="lot.onHand" :unit="lot.unit" />
          </dd>
        </div>
        <div v-if="unitG">
          <dt>{{ t('figure.unit-weight') }}</dt>
          <dd><FigureButton :figure="unitG" :label="t('figure.unit-weight')" /></dd>
        </div>
        <div v-if="lot.cost !== null">
          <dt>{{ t('lot.paid') }}</dt>
          <dd>
            <b class="num" data-test="paid">{{ money(lot.cost) }}</b>
          </dd>
        </div>
        <div v-if="lot.marketCost !== null">
          <dt>{{ t('lot.market') }}</dt>
          <dd>
            <b class="num" data-test="market">{{ money(lot.marketCost) }}</b>
          </dd>
        </div>
        <div v-if="lot.seen?.brix">
          <dt>{{ t('lot.brixThen') }}</dt>
          <dd>
            <b class="num">{{ n(lot.seen.brix, 1) }}</b> <span class="unit">°Bx</span>
          </dd>
        </div>
      </dl>
      <p v-if="lot.cleaned" class="small quiet">
        {{ t('lot.cleaned', { day: day(lot.cleaned.at), who: lot.cleaned.initials }) }}
      </p>
      <div v-if="isShown(lot.onHand)" class="acts" data-test="lot-acts">
        <v-btn
          v-if="received && isThere(lot)"
          color="primary"
          data-test="lot-press"
          @click="panel = { show: 'press' }"
          >{{ t('fruit.press') }}</v-btn
        >
        <v-btn v-if="!received" color="primary" data-test="lot-take" @click="panel = { show: 'juice' }">{{
          t('juice.do')
        }}</v-btn>
        <v-btn v-for="k in kinds" :key="k" :data-test="`do-${k}`" @click="panel = { show: 'event', kind: k }">{{
          t(`event.${k}.do`)
        }}</v-btn>
        <v-btn v-if="session.openStands.length > 1" data-test="do-send" @click="panel = { show: 'send' }">{{
          t('way.send')
        }}</v-btn>
      </div>

      <template v-if="children.length">
        <h2>{{ t('lot.becameTitle') }}</h2>
        <FruitKeptList
          v-if="children.some((c) => c.kind === 'by-product')"
          bare
          :lots="children.filter((c) => c.kind === 'by-product')"
        />
        <p v-for="c in children.filter((x) => x.kind === 'peeled')" :key="c.id" class="small links">
          <NuxtLink :to="`/fruit/lot/${c.id}`" data-test="peeled-of">{{
            t('peel.of', { fruit: name(c.itemKey) })
          }}</NuxtLink>: <FigureShown class="strong" :value="c.onHand / 1000" unit="kg" />
          {{ t('lot.stillThere') }}
        </p>
        <p v-for="c in children.filter((x) => x.kind === 'pressed')" :key="c.id" class="small links">
          <NuxtLink :to="`/fruit/lot/${c.id}`" data-test="juice-of">{{ name(c.itemKey) }}</NuxtLink>:
          <FigureShown class="strong" :value="c.onHand" unit="mL" />
          {{ t('lot.stillThere') }}
        </p>
      </template>
      <p v-if="story?.parent" class="small">
        <NuxtLink :to="`/fruit/lot/${story.parent}`">{{ t('lot.from') }}</NuxtLink>
      </p>

      <h2>{{ t('lot.storyTitle') }}</h2>
      <p v-if="offline" class="small quiet">{{ t('lot.storyOffline') }}</p>
      <ol class="story" data-test="story">
        <li v-for="r in rows" :key="r.id" :class="{ voided: r.voided }" :data-test="`story-${r.kind}`">
          <span class="small quiet">{{ day(r.at) }}, {{ r.by }}</span>
          <span
            >{{ t(`story.${r.kind}`, r.words({ n, amount, t, name, stand: standName }), r.count ?? 1)
            }}<b v-if="r.voided"> · {{ t('history.voided') }}</b></span
          >
          <span v-if="session.mayPlan && !r.voided" class="row undo">
            <v-btn
              v-if="r.press"
              variant="text"
              size="small"
              height="44"
              data-test="correct-press"
              @click="panel = { show: 'press', correct: r.press }"
              >{{ t('do.correct') }}</v-btn
            >
            <v-btn
              v-if="r.entity === 'lot' && r.kind !== 'arrived' && !presses.length && received"
              variant="text"
              size="small"
              height="44"
              data-test="correct-lot"
              @click="panel = { show: 'weigh' }"
              >{{ t('do.correct') }}</v-btn
            >
            <v-btn
              v-if="r.kind !== 'arrived' && (received || lot.kind === 'pack' || r.entity === 'lot-event')"
              variant="text"
              size="small"
              height="44"
              data-test="take-out"
              :loading="voiding.busy.value && target?.id === r.id"
              @click="takeOut(r.entity, r.id)"
              >{{ t('history.void') }}</v-btn
            >
          </span>
        </li>
      </ol>
      <p v-if="voiding.message.value || Object.keys(voiding.fields.value).length" class="caution" role="alert">
        {{ voiding.message.value || Object.values(voiding.fields.value)[0] }}
      </p>
      <p class="row links">
        <NuxtLink v-if="received" :to="`/fruit/yield/${lot.itemKey}`">{{ t('yield.more') }}</NuxtLink>
      </p>
    </section>

    <aside v-if="panel.show !== 'none'" class="sheet side" data-test="lot-panel">
      <FruitPressForm
        v-if="panel.show === 'press'"
        :key="panel.correct?.id ?? 'new'"
        :lot="lot"
        :correct="panel.correct"
        @done="done"
        @close="panel = { show: 'none' }"
      />
      <FruitWeighIn
        v-else-if="panel.show === 'weigh'"
        :correct="lot"
        @done="corrected"
        @close="panel = { show: 'none' }"
      />
      <FruitTakeJuice v-else-if="panel.show === 'juice'" :lot="lot" @done="done" @close="panel = { show: 'none' }" />
      <FruitSendForm v-else-if="panel.show === 'send'" :lot="lot" @done="done" @close="panel = { show: 'none' }" />
      <FruitPeelForm v-else-if="panel.kind === 'peel'" :lot="lot" @done="done" @close="panel = { show: 'none' }" />
      <FruitLotEventForm
        v-else
        :key="panel.kind"
        :lot="lot"
        :kind="panel.kind"
        @done="done"
        @close="panel = { show: 'none' }"
      />
    </aside>
  </div>
</template>

<style scoped>
.strong {
  font-weight: 700;
}
.lot {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.lot:has(.side) {
  grid-template-columns: minmax(0, 1fr) 420px;
}
.side {
  position: sticky;
  top: 12px;
}
.back {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
  text-underline-offset: 4px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 34px;
  margin: 0;
}
.figures dt {
  font-size: 13.5px;
  color: var(--quiet);
}
.figures dd {
  margin: 0;
  font-size: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.story {
  list-style: none;
  margin: 0;
  padding: 0;
}
.story li {
  display: grid;
  grid-template-columns: 130px 1fr auto;
  gap: 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  min-height: 48px;
}
.voided {
  color: var(--quiet);
  text-decoration: line-through;
}
.undo {
  gap: 2px;
}
.links a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  text-underline-offset: 4px;
}
@media (max-width: 1000px) {
  .lot:has(.side) {
    grid-template-columns: 1fr;
  }
  .side {
    position: static;
    order: -1;
  }
}
@media (max-width: 700px) {
  .story li {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
