import { useI18n } from 'vue-i18n'
import {
  CATALOGUE,
  EXAMPLES,
  ProcessLimit,
  bitterFlags,
  ingredientStream,
  isAsked,
  isNumber,
  massG,
  mixed,
  type Op,
  type Spec,
  type StepKind,
  type Stream,
} from '#core/process'
import { INGREDIENTS } from '#core/substances'
import { juiceToExpect } from '#core/yield'
import { tcsReading } from '#core/safety'
import { useFruit } from '~/stores/fruit'

/** One ingredient of a stream that goes in, as it was typed and as it is read. */
export interface TrialRow {
  key: number
  ingredient: string
  grams: string
  tempC: string
  massG: number | null
  atC: number | null
}
interface Bounds {
  least: number
  most: number
}
export const MASS_G: Bounds = { least: 0, most: 1e6 }
export const TEMP_C: Bounds = { least: -40, most: 130 }

/** One step with numbers of one's own: what goes in, what it is done with, and what comes of it. */
export function useStepTrial(op: Op) {
  const { t } = useI18n()
  const { n, typed } = useFormat()
  const kind = CATALOGUE[op] as unknown as StepKind
  const specs = Object.entries<Spec>(kind.params)

  let next = 0
  const rowOf = ([ingredient, grams, tempC]: readonly [string, number, number]): TrialRow => ({
    key: next++,
    ingredient,
    grams: typed(grams, 'g'),
    tempC: typed(tempC, '°C'),
    massG: grams,
    atC: tempC,
  })
  const streams = ref<TrialRow[][]>([])
  const texts = reactive<Record<string, string>>({})
  const values = reactive<Record<string, number | string | null>>({})
  /** Fields that count for what is chosen in the others. */
  const asked = computed(() => specs.filter(([key]) => isAsked(kind.params, key, values)))
  const unitOf = (key: string): string => {
    const spec = specs.find(([name]) => name === key)?.[1]
    return spec && isNumber(spec) ? spec.unit : '1'
  }
  function reset(): void {
    streams.value = EXAMPLES[op].streams.map((rows) => rows.map(rowOf))
    for (const [key] of specs) {
      const v = EXAMPLES[op].params[key]
      texts[key] = typeof v === 'number' ? typed(v, unitOf(key)) : ''
      values[key] = v ?? null
    }
  }
  reset()
  const more = (): void => void streams.value.push([rowOf(['water', 100, 20])])

  /** What this fruit gives here, pressed or blended: measured once there are presses, the handbook’s before. */
  const expected = computed(() => {
    if (!['press', 'blend'].includes(op)) return null
    const row = streams.value.flat().find((r) => INGREDIENTS.get(r.ingredient)?.fruit && r.massG)
    const known = row && useFruit().yields.get(row.ingredient)
    if (!known) return null
    return { known, fruit: row.ingredient, figure: juiceToExpect(INGREDIENTS.get(row.ingredient)!, known, row.massG!) }
  })
  const given = computed((): Record<string, unknown> => ({
    ...(op === 'press' && expected.value ? { juiceG: expected.value.figure.value } : {}),
    ...Object.fromEntries(Object.entries(values).filter(([, v]) => v !== null && v !== '')),
  }))
  /** The numbers that are missing or cannot be read, said at their fields. */
  const missing = computed(() =>
    specs
      .filter(([key, s]) => {
        if (!isNumber(s)) return false
        const isUnread = !!texts[key] && values[key] === null
        return isUnread || (s.default === undefined && !s.optional && given.value[key] === undefined)
      })
      .map(([key]) => key),
  )
  /** What is wrong with an amount that goes in; a text that is no number says so itself. */
  const wrong = (text: string, v: number | null, b: Bounds): string =>
    !text
      ? t('lab.needed')
      : v !== null && !(v >= b.least && v <= b.most)
        ? t('lab.between', { least: n(b.least), most: n(b.most) })
        : ''
  const isSound = ({ massG: mass, atC, grams, tempC }: TrialRow): boolean =>
    mass !== null && atC !== null && !wrong(grams, mass, MASS_G) && !wrong(tempC, atC, TEMP_C)

  const tried = computed(() => {
    if (missing.value.length || !streams.value.every((rows) => rows.every(isSound))) return null
    const inputs: Stream[] = streams.value.map((rows) =>
      mixed(rows.map((r) => ingredientStream(INGREDIENTS.get(r.ingredient)!, r.massG!, r.atC!))),
    )
    try {
      const result = kind.run(inputs, given.value as never)
      const keys = streams.value.flat().map((r) => r.ingredient)
      return {
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
  return { kind, specs, asked, streams, texts, values, missing, wrong, reset, more, expected, tried }
}
export type StepTrial = ReturnType<typeof useStepTrial>
export type StepTried = Exclude<NonNullable<StepTrial['tried']['value']>, { limit: ProcessLimit }>
