<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { byNeed, needsOf, type StandToday } from '#core/stand/today'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'

// Every stand where one works, today: a small line of its eight stops with what there is to say of each; those that
// need somebody first. A touch on a stop goes there, at that stand.
const { t } = useI18n({ useScope: 'global' })
const { amount, n } = useFormat()
const session = useSession()
const router = useRouter()
const today = shallowRef<readonly StandToday[]>([])
const ready = ref(false)
const hasWords = useWords('count')
async function load(): Promise<void> {
  today.value = await useOutbox().read('standsToday')
  ready.value = true
}
/** As often as somebody looks up. */
const EVERY_MS = 15_000
let timer: ReturnType<typeof setInterval> | undefined
onMounted(() => {
  void load()
  timer = setInterval(() => void load().catch(() => undefined), EVERY_MS)
})
onUnmounted(() => clearInterval(timer))

interface Stop {
  key: string
  path: string
  figure: string
  /** there is something there */
  isOn: boolean
}
const stopsOf = (s: StandToday): Stop[] => {
  const of: [key: string, n: number, figure: string][] = [
    ['fruit', s.fruitKg, s.fruitKg ? amount(s.fruitKg, 'kg', 1) : t('stands.noFruit')],
    ['preps', s.past, s.past ? t('stands.past', { n: s.past }, s.past) : ''],
    ['drinks', s.soldOut, s.soldOut ? t('stands.soldOut', { n: s.soldOut }, s.soldOut) : ''],
    ['plan', s.cupsPlanned, t('stands.planned', { n: n(s.cupsPlanned) }, s.cupsPlanned)],
    ['make', s.underWay, s.underWay ? t('line.makeUnderWay', { n: s.underWay }, s.underWay) : ''],
    ['serve', s.atHatch, t('line.serve', { n: n(s.cupsPoured) }, s.cupsPoured)],
    ['count', 0, ''],
    ['taste', 0, ''],
  ]
  return of.map(([key, there, figure]) => ({ key, path: `/${key}`, figure, isOn: there > 0 }))
}
const rows = computed(() =>
  byNeed(today.value).flatMap((s) => {
    const stand = session.stands.find((x) => x.id === s.standId)
    return stand ? [{ ...s, name: stand.name, stops: stopsOf(s), needs: needsOf(s) }] : []
  }),
)
async function go(standId: string, path: string): Promise<void> {
  session.standId = standId
  await router.push(path)
}
</script>

<template>
  <div class="stands">
    <section class="sheet stack">
      <h1>{{ t('stands.title') }}</h1>
      <p class="quiet">{{ t('stands.why') }}</p>
      <p v-if="!ready" class="quiet">…</p>
      <ul v-else class="list" data-test="stands-today">
        <li v-for="r in rows" :key="r.standId" :class="{ needs: r.needs.length }" data-test="stand-today">
          <div class="spread">
            <h2>{{ r.name }}</h2>
            <p v-if="r.needs.length" class="small" data-test="stand-needs">
              {{ r.needs.map((need) => t(`stands.need.${need}`, { n: r[need] }, r[need])).join(' · ') }}
            </p>
          </div>
          <ol class="line">
            <li v-for="s in r.stops" :key="s.key">
              <button type="button" :data-test="`go-${s.key}`" @click="go(r.standId, s.path)">
                <span class="dot" :class="{ full: s.isOn }" aria-hidden="true" />
                <span class="name">{{ t(`stop.${s.key}`) }}</span>
                <span class="live">{{ s.figure || '\u00a0' }}</span>
              </button>
            </li>
          </ol>
        </li>
      </ul>
    </section>
    <CountWeekByStand v-if="session.openStands.length > 1 && session.isOwner && hasWords" />
    <CountByStand v-if="session.isOwner && hasWords" />
  </div>
</template>

<style scoped>
.stands {
  display: grid;
  gap: 14px;
}
.list,
.line {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list > li {
  border-top: 1px solid var(--rule);
  padding: 12px 0 10px 14px;
  border-left: 6px solid transparent;
}
.list > li.needs {
  border-left-color: var(--hibiscus);
}
.line {
  display: grid;
  grid-template-columns: repeat(8, minmax(0, 1fr));
  margin-top: 6px;
}
.line button {
  position: relative;
  width: 100%;
  min-height: 64px;
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  border: 0;
  padding: 4px 2px;
  background: none;
  color: var(--ink);
  font: 600 14px var(--text);
  cursor: pointer;
}
.line li:not(:last-child) button::after {
  content: '';
  position: absolute;
  top: 11px;
  left: calc(50% + 8px);
  width: calc(100% - 16px);
  border-top: 2px solid var(--ink);
}
.dot {
  width: 14px;
  height: 14px;
  border: 2px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
}
.dot.full {
  background: var(--zest);
}
.live {
  font-size: 13px;
  font-weight: 400;
  color: var(--quiet);
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 8px 0;
  }
  .line li:nth-child(4) button::after {
    display: none;
  }
}
</style>
