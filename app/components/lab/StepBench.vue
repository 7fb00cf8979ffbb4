<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  CATALOGUE,
  EXAMPLES,
  ProcessLimit,
  bitterFlags,
  ingredientStream,
  isAsked,
  isChoice,
  isNumber,
  kebab,
  massG,
  mixed,
  type NumberSpec,
  type Op,
  type Spec,
  type StepKind,
  type Stream,
} from '#core/process'
import { INGREDIENTS } from '#core/substances'
import { juiceToExpect } from '#core/yield'
import { tcsReading } from '#core/safety'
import { useFruit } from '~/stores/fruit'
import { fillOf } from '~/utils/colours'
import { useSentence } from '~/composables/useSentence'

// One step with numbers of your own: what goes in, what it is done with, what comes out, and how each figure was made.
const props = defineProps<{ op: Op }>()
const { t } = useI18n()
const { n, name, typed, amount } = useFormat()
const { ofCode } = useSentence()
const kind = CATALOGUE[props.op] as unknown as StepKind
const specs = Object.entries<Spec>(kind.params)
/** Fields that count for what is chosen in the others. */
const asked = computed(() => specs.filter(([key]) => isAsked(kind.params, key, values)))

interface Row {
  key: number
  ingredient: string
  grams: string
  tempC: string
  massG: number | null
  atC: number | null
}
let next = 0
const rowOf = ([ingredient, grams, tempC]: readonly [string, number, number]): Row => ({
  key: next++,
  ingredient,
  grams: typed(grams, 'g'),
  tempC: typed(tempC, '°C'),
  massG: grams,
  atC: tempC,
})
const streams = ref<Row[][]>([])
const texts = reactive<Record<string, string>>({})
const values = reactive<Record<string, number | string | null>>({})
const unitOfSpec = (key: string): string => {
  const spec = specs.find(([name]) => name === key)?.[1]
  return spec && isNumber(spec) ? spec.unit : '1'
}
function reset(): void {
  streams.value = EXAMPLES[props.op].streams.map((rows) => rows.map(rowOf))
  for (const [key] of specs) {
    const v = EXAMPLES[props.op].params[key]
    texts[key] = typeof v === 'number' ? typed(v, unitOfSpec(key)) : ''
    values[key] = v ?? null
  }
}
reset()

const items = [...INGREDIENTS.keys()]
  .map((key) => ({ value: key, title: name(key) }))
  .sort((a, b) => a.title.localeCompare(b.title))
/** What this fruit gives here when it is pressed or blended: measured once there are presses, the handbook's before. */
const expected = computed(() => {
  if (!['press', 'blend'].includes(props.op)) return null
  const row = streams.value.flat().find((r) => INGREDIENTS.get(r.ingredient)?.fruit && r.massG)
  const known = row && useFruit().yields.get(row.ingredient)
  return known ? { known, figure: juiceToExpect(INGREDIENTS.get(row.ingredient)!, known, row.massG!) } : null
})
const given = computed(() => ({
  ...(props.op === 'press' && expected.value ? { juiceG: expected.value.figure.value } : {}),
  ...Object.fromEntries(Object.entries(values).filter(([, v]) => v !== null && v !== '')),
}))
/** The number that is missing or cannot be read, said at its field. */
const missing = computed(() =>
  specs
    .filter(
      ([key, s]) =>
        (texts[key] && isNumber(s) && values[key] === null) ||
        (isNumber(s) &&
          s.default === undefined &&
          !s.optional &&
          (given.value as Record<string, unknown>)[key] === undefined),
    )
    .map(([key]) => key),
)

const MASS_G = { least: 0, most: 1e6 }
const TEMP_C = { least: -40, most: 130 }
/** What is wrong with an amount that goes in; a text that is no number says so itself. */
const wrong = (text: string, v: number | null, b: { least: number; most: number }): string =>
  !text
    ? t('lab.needed')
    : v !== null && !(v >= b.least && v <= b.most)
      ? t('lab.between', { least: n(b.least), most: n(b.most) })
      : ''

const tried = computed(() => {
  if (
    missing.value.length ||
    streams.value.some((rows) =>
      rows.some(
        (r) => r.massG === null || r.atC === null || wrong(r.grams, r.massG, MASS_G) || wrong(r.tempC, r.atC, TEMP_C),
      ),
    )
  )
    return null
  const inputs: Stream[] = streams.value.map((rows) =>
    mixed(rows.map((r) => ingredientStream(INGREDIENTS.get(r.ingredient)!, r.massG!, r.atC!))),
  )
  try {
    const result = kind.run(inputs, given.value as never)
    const keys = streams.value.flat().map((r) => r.ingredient)
    return {
      inputs,
      result: { ...result, flags: [...result.flags, ...bitterFlags(result.out)] },
      figures: kind.explain(given.value as never, result),
      window: kind.window(given.value as never, inputs),
      tcs: massG(result.out) > 0 ? tcsReading(result.out, keys) : null,
      limit: null,
    }
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    return { limit: e }
  }
})
/** Minutes as one says them: hours from four on. */
const LONG_MIN = 240
const unitOf = (min: number): string => (min >= LONG_MIN ? 'h' : 'min')
const amountOf = (min: number, inUnitOf: number): string =>
  inUnitOf >= LONG_MIN ? n(min / 60, min % 60 ? 1 : 0) : n(min, min < 10 ? 1 : 0)
const lasting = (min: number): string => `${amountOf(min, min)} ${unitOf(min)}`
const limitText = computed(() => {
  const limit = tried.value?.limit
  if (!limit) return ''
  const text = ofCode(limit.code, limit.numbers)
  return limit.code === 'step-number' && limit.field
    ? text.replace(/^:/, `${t(`figure.param-${kebab(limit.field)}`)}:`)
    : text
})
const boxes = computed(() => {
  const r = tried.value
  if (!r || r.limit) return []
  return [
    { key: 'out', kind: 'out', g: massG(r.result.out), label: t('lab.out') },
    ...r.result.byProducts.map((b) => ({ key: b.name, kind: 'by', g: massG(b.stream), label: t(`part.${b.name}`) })),
    ...r.result.losses.map((b) => ({ key: b.name, kind: 'loss', g: massG(b.stream), label: t(`part.${b.name}`) })),
  ].filter((b) => b.g > 0.0005)
})
/** What is taken where nothing is typed; common practice goes without saying, any other source is named. */
function hint(spec: NumberSpec): string {
  if (spec.default === undefined) return ''
  const value = n(spec.default, (String(spec.default).split('.')[1] ?? '').length)
  return spec.source && spec.source !== 'source.practice'
    ? t('lab.usualFrom', { value, source: t(spec.source) })
    : t('lab.usual', { value })
}
/** The drawing has the colour of what gives the stream its own: the first that is not water. */
const fill = computed(() =>
  fillOf(
    streams.value
      .flat()
      .map((r) => r.ingredient)
      .find((k) => !['water', 'ice', 'white-sugar'].includes(k)) ?? 'water',
  ),
)
function more(): void {
  streams.value.push([rowOf(['water', 100, 20])])
}
</script>

<template>
  <section class="bench" data-test="bench">
    <div class="sheet stack">
      <div class="spread">
        <h2>{{ t(`step.${op}`) }}</h2>
        <v-btn variant="text" size="small" height="44" @click="reset">{{ t('lab.reset') }}</v-btn>
      </div>
      <h3>{{ t('lab.in') }}</h3>
      <ul class="in">
        <template v-for="(rows, s) in streams" :key="s">
          <li v-for="r in rows" :key="r.key" :class="{ second: r !== rows[0] }">
            <v-autocomplete
              v-model="r.ingredient"
              :items="items"
              :aria-label="t('lab.find')"
              :menu-props="{ contentClass: 'ox-menu' }"
              hide-details
            />
            <FieldAmountField
              v-model="r.grams"
              label=""
              :aria-label="`${name(r.ingredient)}, ${t('lab.grams')}`"
              unit="g"
              dense
              :error="wrong(r.grams, r.massG, MASS_G)"
              @number="r.massG = $event"
            />
            <FieldAmountField
              v-model="r.tempC"
              label=""
              :aria-label="`${name(r.ingredient)}, ${t('lab.temp')}`"
              unit="°C"
              dense
              :error="wrong(r.tempC, r.atC, TEMP_C)"
              @number="r.atC = $event"
            />
            <button
              v-if="kind.inputs === 'many' && streams.length > 1"
              type="button"
              class="off"
              :aria-label="`${t('lab.remove')}: ${name(r.ingredient)}`"
              @click="streams.splice(s, 1)"
            >
              ✕
            </button>
          </li>
        </template>
      </ul>
      <v-btn v-if="kind.inputs === 'many' && streams.length < 8" @click="more">{{ t('lab.add') }}</v-btn>
      <template v-if="specs.length">
        <h3>{{ t('lab.numbers') }}</h3>
        <div class="numbers">
          <template v-for="[key, spec] in asked" :key="key">
            <FieldAmountField
              v-if="isNumber(spec)"
              v-model="texts[key]"
              :label="t(`figure.param-${kebab(key)}`)"
              :unit="spec.unit"
              :hint="hint(spec)"
              :error="missing.includes(key) ? t('lab.needed') : ''"
              :test="`param-${key}`"
              @number="values[key] = $event"
            />
            <v-select
              v-else-if="isChoice(spec)"
              :model-value="values[key] ?? spec.default"
              :items="spec.choices.map((c) => ({ value: c, title: t(`choice.${c}`) }))"
              :label="t(`figure.param-${kebab(key)}`)"
              :data-test="`param-${key}`"
              @update:model-value="values[key] = $event"
            />
          </template>
        </div>
      </template>
    </div>

    <div class="sheet stack" :class="{ nothing: !tried }" aria-live="polite" :style="{ '--fill': fill }">
      <p v-if="limitText" class="caution" role="alert" data-test="limit">{{ limitText }}</p>
      <template v-else-if="tried && !tried.limit">
        <div class="flow" role="img" :aria-label="boxes.map((b) => `${b.label} ${amount(b.g, 'g', 1)}`).join(', ')">
          <i v-for="b in boxes" :key="b.key" :class="b.kind" :style="{ flexGrow: Math.max(b.g, boxes[0]!.g / 60) }" />
        </div>
        <p class="legend">
          <span v-for="b in boxes" :key="b.key"
            ><i :class="b.kind" />{{ b.label }}
            <FigureShown class="strong" :value="b.g" unit="g" :digits="b.g < 10 ? 2 : 0"
          /></span>
        </p>
        <LabStreamFigures :stream="tried.result.out" :name="t('lab.out')" />
        <dl v-if="expected" class="own" data-test="expected">
          <dt>
            {{
              t('figure.juice-to-expect', {
                name: name(streams.flat().find((r) => INGREDIENTS.get(r.ingredient)?.fruit)!.ingredient),
              })
            }}:
            {{
              expected.known.count
                ? t('lab.measuredHere', { n: expected.known.count }, expected.known.count)
                : t('yield.handbook')
            }}
          </dt>
          <dd><FigureButton :figure="expected.figure" :digits="0" /></dd>
        </dl>
        <dl v-if="tried.figures.length" class="own">
          <template v-for="f in tried.figures" :key="f.label"
            ><dt>{{ t(`figure.${f.label}`) }}</dt>
            <dd><FigureButton :figure="f" :digits="Math.abs(f.value) >= 100 ? 0 : 2" /></dd
          ></template>
        </dl>
        <p class="facts">
          <span
            >{{ t('lab.hands') }} <b class="num">{{ n(tried.result.handMin, 1) }}</b> min</span
          >
          <span
            >{{ t('lab.waits') }} <b class="num">{{ amountOf(tried.result.waitMin, tried.result.waitMin) }}</b>
            {{ unitOf(tried.result.waitMin) }}</span
          >
          <span v-if="tried.result.energyKj > 0"
            >{{ t('lab.energy') }} <b class="num">{{ n(tried.result.energyKj / 3600, 2) }}</b> kWh</span
          >
          <span v-if="kind.holds.length"
            >{{ t('lab.busy') }} {{ kind.holds.map((h) => t(`holds.${h}`)).join(', ') }}</span
          >
        </p>
        <p class="small">
          <b>{{ t('lab.done') }}</b> {{ t(`endSign.${kind.endSign}`) }}
          <span v-if="tried.window" class="quiet">{{
            t('lab.window', { from: amountOf(tried.window[0], tried.window[1]), to: lasting(tried.window[1]) })
          }}</span>
        </p>
        <p v-for="f in tried.result.flags" :key="f.code" class="flag" data-test="flag">
          {{ ofCode(f.code, f.numbers) }}
        </p>
        <p v-if="tried.result.cautions.length" class="caution" data-test="cautions">
          {{ tried.result.cautions.map((c) => t(`stepCaution.${c}`)).join(' ') }}
        </p>
        <p v-if="tried.tcs" class="small quiet" data-test="tcs">
          {{ t(`tcs.${tried.tcs.verdict}`, { limit: n(tried.tcs.limitPh, 1) }) }}
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.nothing {
  visibility: hidden;
}
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.in {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.in li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 104px 96px 36px;
  gap: 6px;
  align-items: center;
}
.in li.second {
  padding-left: 14px;
  border-left: 4px solid var(--rule);
}
.off {
  min-height: 44px;
  border: 0;
  background: none;
  font-size: 17px;
  cursor: pointer;
  color: inherit;
}
.numbers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  align-items: start;
  gap: 10px 12px;
}
.flow {
  display: flex;
  height: 44px;
  border: 2.5px solid var(--ink);
  border-radius: 8px;
  overflow: hidden;
}
.flow i {
  flex-basis: 0;
}
.flow i + i {
  border-left: 2.5px solid var(--ink);
}
.out {
  background: var(--fill);
}
.by {
  background: repeating-linear-gradient(45deg, var(--fill) 0 5px, var(--sheet) 5px 9px);
}
.loss {
  background: var(--ink);
}
.legend,
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  font-size: 14.5px;
}
.legend i {
  display: inline-block;
  width: 13px;
  height: 13px;
  border: 2px solid var(--ink);
  border-radius: 3px;
  margin-right: 6px;
  vertical-align: -2px;
}
.own {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 14px;
  margin: 0;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.own dt,
.own dd {
  margin: 0;
  min-height: 34px;
  display: flex;
  align-items: center;
}
.flag {
  background: #fbf1d0;
  border-radius: 12px;
  padding: 10px 14px;
  font-size: 14.5px;
}
@media (max-width: 1100px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .in li {
    grid-template-columns: 1fr 1fr 36px;
    padding-bottom: 8px;
    border-bottom: 1px solid var(--rule);
  }
  .in li > :first-child {
    grid-column: 1 / -1;
  }
  .numbers {
    grid-template-columns: 1fr;
  }
}
</style>
