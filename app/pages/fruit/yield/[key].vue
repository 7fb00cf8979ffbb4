<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { dayOf } from '#core/time'
import { handbookYield, withLabour } from '#core/yield'
import { interval } from '#core/evidence'
import { predictYield, sureYield } from '#core/yield/prediction'
import { costOfLitre, studyYield, type Group } from '#core/yield/study'
import type { Press } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { api, noAnswer } from '~/utils/api'
import { fillOf } from '~/utils/colours'
import { capital } from '~/utils/words'

// What a kilo of one fruit yields here: mean, spread and trend, which way of pressing pays, and what to expect of the
// next lot.
const YieldChart = defineAsyncComponent(() => import('~/components/fruit/YieldChart.vue'))
const route = useRoute()
const key = computed(() => String(route.params.key))
const catalogue = useCatalogue()
const store = useFruit()
const session = useSession()
const { t, te } = useI18n()
const { n, name, day, amount, parts, unit } = useFormat()
const yieldText = (v: number): string => amount(v, 'mL/kg')
/** Without its unit, where that stands beside it or above it. */
const bare = (v: number, kept = 'mL/kg'): string => parts(v, kept).number

const answered = shallowRef<Press[] | null>(null)
const offline = ref(false)
async function load(): Promise<void> {
  if (!session.standId) return
  try {
    answered.value = await useOutbox().read('fruitPresses', {
      params: { id: key.value },
      query: { stand: session.standId },
    })
    offline.value = false
  } catch (e) {
    if (!noAnswer(e)) throw e
    offline.value = true
  }
}
watch(
  () => [key.value, session.standId, store.presses],
  () => void load(),
  { immediate: true },
)
/** The whole history from the server; without it, what this tablet has. */
const presses = computed(() => {
  const here = store.presses.filter((p) => p.ingredientKey === key.value)
  const known = new Set((answered.value ?? []).map((p) => p.id))
  return answered.value ? [...here.filter((p) => !known.has(p.id)), ...answered.value] : here
})
const fruit = computed(() => catalogue.dataOf(key.value))
const handbook = computed(() => (fruit.value?.fruit ? handbookYield(fruit.value) : null))
const points = computed(() => presses.value.map(pointOf))
const study = computed(() => studyYield(points.value, session.zone))
const known = computed(() => store.yields.get(key.value))
const next = computed(() => (known.value ? predictYield(known.value.handbook.value, known.value.history) : null))
const nine = computed(() => (next.value ? interval(next.value, 0.9) : null))
const sure = computed(() => (known.value ? sureYield(known.value, 0.9, { name: key.value }) : null))
const rate = computed(() => (session.isOwner ? (session.stand?.labourPerH ?? null) : null))
const withWork = computed(() =>
  known.value?.costPerL && known.value.minutesPerL && rate.value
    ? withLabour(known.value.costPerL, known.value.minutesPerL, rate.value)
    : null,
)
/** Money of a litre pressed one way, work in it: to see which pays. */
const litreOf = (g: Group): number | null => costOfLitre(g, rate.value)
const tables = computed(() =>
  [
    { key: 'methods', rows: study.value.methods, label: (k: string) => t(`method.${k}`) },
    { key: 'temps', rows: study.value.temps, label: (k: string) => t(`fruitTemp.${k}`) },
    { key: 'tools', rows: study.value.tools, label: (k: string) => k },
    { key: 'seasons', rows: study.value.seasons, label: (k: string) => t(`season.${k}`) },
  ].filter((x) => x.rows.length > 0 && (x.key === 'methods' || x.rows.length > 1)),
)
const word = (k: string): string =>
  te(`method.${k}`) ? t(`method.${k}`) : te(`fruitTemp.${k}`) ? t(`fruitTemp.${k}`) : k
const asked = computed(() => study.value.asked.map((id) => presses.value.find((p) => p.id === id)!).filter(Boolean))
const answeredMarks = computed(() => presses.value.filter((p) => p.mark))
const why = reactive<Record<string, string>>({})
const marking = ref('')
const mark = useSubmit(async (k) => {
  const [id, out] = marking.value.split('|') as [string, string]
  const p = presses.value.find((x) => x.id === id)!
  await api('putPressMark', {
    key: k,
    params: { id },
    body: { leftOut: out === 'out', reason: why[id]?.trim() || null, version: p.mark?.version ?? 0 },
  })
})
async function say(p: Press, leftOut: boolean): Promise<void> {
  marking.value = `${p.id}|${leftOut ? 'out' : 'in'}`
  if (await mark.submit()) await Promise.all([store.load(), load()])
}
/** The mark of what rests on an estimate. */
const about = ({ guessed }: { guessed: boolean }): string => (guessed ? '≈ ' : '')
const percent = (x: number): string => `${n(x * 100)} %`
function download(): void {
  const rows = [
    [
      'day',
      'mL_per_kg',
      'method',
      'tool',
      'fruit_temperature',
      'minutes_per_L',
      ...(session.isOwner ? ['cost_per_L'] : []),
      'left_out',
      'weighed',
      'water_g',
      'by',
    ],
    ...presses.value.map((p) => {
      const x = pointOf(p)
      return [
        dayOf(p.at, session.zone),
        Math.round(x.mlPerKg * 10) / 10,
        p.method,
        p.tool ?? '',
        p.fruitTemp ?? '',
        x.minutesPerL === null ? '' : Math.round(x.minutesPerL * 100) / 100,
        ...(session.isOwner ? [x.costPerL === null ? '' : Math.round(x.costPerL * 100) / 100] : []),
        x.leftOut ? 1 : 0,
        x.weighed ? 1 : 0,
        p.base ? Math.round(p.base.waterG) : 0,
        p.by,
      ]
    }),
  ]
  saveCsv(`yield-${key.value}.csv`, rows)
}
</script>

<template>
  <p v-if="!fruit?.fruit || !handbook" class="sheet">
    {{ t('problem.not-found') }} <NuxtLink to="/fruit">{{ t('stop.fruit') }}</NuxtLink>
  </p>
  <div v-else class="yield" data-test="yield-page">
    <section class="sheet stack">
      <NuxtLink to="/fruit" class="back small">{{ t('lot.back') }}</NuxtLink>
      <div class="spread">
        <h1>{{ t('yield.title', { fruit: name(key) }) }}</h1>
        <v-btn v-if="presses.length" data-test="yield-csv" @click="download">{{ t('do.csv') }}</v-btn>
      </div>
      <p class="quiet">{{ t('yield.what') }}</p>
      <p v-if="offline" class="small quiet">{{ t('yield.offline') }}</p>
      <dl class="figures">
        <div>
          <dt>{{ known?.mean ? t('yield.mean', { n: known.count }, known.count) : t('yield.handbook') }}</dt>
          <dd class="big">
            <FigureButton
              :figure="known?.mean ?? handbook"
              :guessed="!!known?.mean && known.guessed > 0"
              :label="t('yield.mean', { n: known?.count ?? 0 }, known?.count ?? 0)"
            />
          </dd>
        </div>
        <div v-if="known?.mean">
          <dt>{{ t('yield.handbook') }}</dt>
          <dd><FigureButton :figure="handbook" :label="t('yield.handbook')" /></dd>
        </div>
        <div v-if="nine && next">
          <dt>{{ t('yield.next') }}</dt>
          <dd>
            <b class="num" data-test="interval"
              >{{ about(study) }}{{ bare(Math.max(0, nine[0])) }} – {{ bare(nine[1]) }}</b
            >{{ ' ' }}
            <span class="unit">{{ unit('mL/kg') }}</span>
          </dd>
        </div>
        <div v-if="sure">
          <dt>{{ t('yield.sure') }}</dt>
          <dd><FigureButton :figure="sure" :guessed="study.guessed" :label="t('yield.sure')" /></dd>
        </div>
        <div v-if="known?.minutesPerL">
          <dt>{{ t('yield.minutes') }}</dt>
          <dd><FigureButton :figure="known.minutesPerL" :label="t('yield.minutes')" /></dd>
        </div>
        <div v-if="known?.costPerL">
          <dt>{{ t('yield.costMean') }}</dt>
          <dd><FigureButton :figure="known.costPerL" :label="t('yield.costMean')" /></dd>
        </div>
        <div v-if="withWork">
          <dt>{{ t('yield.withWork') }}</dt>
          <dd><FigureButton :figure="withWork" :label="t('yield.withWork')" /></dd>
        </div>
      </dl>
      <p v-if="!presses.length" data-test="empty">{{ t('yield.none') }}</p>
      <template v-else>
        <YieldChart
          :points="points"
          :mean="study.mean"
          :handbook="handbook.value"
          :asked="study.asked"
          :fill="fillOf(key)"
          :now="session.now().toISOString()"
        />
        <p class="small quiet" data-test="study">
          {{
            t(
              'yield.study',
              {
                n: n(study.count),
                mean: about(study) + yieldText(study.mean ?? 0),
                spread: study.spread === null ? '–' : yieldText(study.spread),
              },
              study.count,
            )
          }}<template v-if="study.leftOut"> {{ t('yield.leftOutN', { n: study.leftOut }, study.leftOut) }}</template
          ><template v-if="study.unweighed">
            {{ t('yield.unweighedN', { n: study.unweighed }, study.unweighed) }}</template
          >
        </p>
        <p v-if="study.trend" data-test="trend">
          {{
            study.trend.low > 0
              ? t('yield.rising', {
                  ml: yieldText(study.trend.perMonth),
                  low: bare(study.trend.low),
                  high: bare(study.trend.high),
                })
              : study.trend.high < 0
                ? t('yield.falling', {
                    ml: yieldText(-study.trend.perMonth),
                    low: bare(-study.trend.high),
                    high: bare(-study.trend.low),
                  })
                : t('yield.steady', { low: bare(study.trend.low), high: yieldText(study.trend.high) })
          }}
        </p>
      </template>

      <div v-for="p in asked" :key="p.id" class="caution ask" role="group" data-test="asked">
        <p>
          <b>{{
            t('yield.askTitle', { ml: about(pointOf(p)) + yieldText(pointOf(p).mlPerKg), day: day(p.at), who: p.by })
          }}</b>
          {{ t('yield.ask') }}
        </p>
        <template v-if="session.mayPlan">
          <v-text-field v-model="why[p.id]" :label="t('yield.askWhy')" maxlength="200" data-test="mark-why" />
          <div class="row">
            <v-btn data-test="mark-out" @click="say(p, true)">{{ t('yield.leaveOut') }}</v-btn><v-btn
              data-test="mark-in"
              @click="say(p, false)"
              >{{ t('yield.counts') }}</v-btn
            ><NuxtLink :to="`/fruit/lot/${p.lotId}`">{{ t('fruit.openLot') }}</NuxtLink>
          </div>
        </template>
      </div>
      <p v-if="mark.message.value" class="caution" role="alert">{{ mark.message.value }}</p>

      <template v-for="table in tables" :key="table.key">
        <h2>{{ t(`yield.by.${table.key}`) }}</h2>
        <table class="rows by" :data-test="`by-${table.key}`">
          <thead>
            <tr>
              <td />
              <th class="r">{{ unit('mL/kg') }}</th>
              <th class="r">±</th>
              <th class="r">{{ t('yield.presses') }}</th>
              <th class="r">{{ unit('min/L') }}</th>
              <th v-if="session.isOwner" class="r">{{ t('yield.litreWithWork') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="g in table.rows" :key="g.key">
              <td>{{ table.label(g.key) }}</td>
              <td class="r num">{{ about(g) }}{{ bare(g.mean) }}</td>
              <td class="r">{{ g.spread === null ? '–' : bare(g.spread) }}</td>
              <td class="r">{{ g.count }}</td>
              <td class="r">{{ g.minutesPerL === null ? '–' : bare(g.minutesPerL, 'min/L') }}</td>
              <td v-if="session.isOwner" class="r">{{ litreOf(g) === null ? '–' : bare(litreOf(g)!, 'money/L') }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <ul v-if="study.pairs.length" class="pairs">
        <li v-for="c in study.pairs" :key="c.first + c.second" data-test="pair">
          {{
            t('yield.pair', {
              first: capital(word(c.first)),
              second: word(c.second),
              ml: yieldText(c.difference),
              low: bare(c.low),
              high: bare(c.high),
            })
          }}
          <b>{{
            c.low > 0
              ? t('yield.pairSure', { p: percent(c.firstIsBetter) })
              : t('yield.pairUnsure', { p: percent(c.firstIsBetter) })
          }}</b>
        </li>
      </ul>
      <p v-else-if="study.methods.length > 1" class="small quiet">{{ t('yield.pairNone') }}</p>
      <template v-if="answeredMarks.length">
        <h2>{{ t('yield.marksTitle') }}</h2>
        <ul class="pairs">
          <li v-for="p in answeredMarks" :key="p.id" class="small">
            {{ day(p.at) }}: {{ about(pointOf(p)) }}{{ yieldText(pointOf(p).mlPerKg) }},
            {{ p.mark!.leftOut ? t('yield.isOut') : t('yield.isIn')
            }}<template v-if="p.mark!.reason">, {{ p.mark!.reason }}</template
            >{{ ' ' }}
            <v-btn v-if="session.mayPlan" variant="text" size="small" height="44" @click="say(p, !p.mark!.leftOut)">{{
              p.mark!.leftOut ? t('yield.counts') : t('yield.leaveOut')
            }}</v-btn>
          </li>
        </ul>
      </template>
    </section>
    <FruitHandlingForm v-if="session.isOwner" :key="key + (catalogue.byKey.get(key)?.version ?? 0)" :fruit="key" />
  </div>
</template>

<style scoped>
.yield {
  display: grid;
  gap: 18px;
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
  gap: 10px 36px;
  margin: 0;
  align-items: end;
}
.figures dt {
  font-size: 13.5px;
  color: var(--quiet);
}
.figures dd {
  margin: 0;
  font-size: 18px;
}
.big {
  font-size: 26px !important;
}
.ask {
  display: grid;
  gap: 10px;
}
.pairs {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 6px;
  line-height: 1.45;
}
.by {
  max-width: 760px;
}
</style>
