import { BOILED_C, INFUSING_WAYS, USUAL_MIN, type InfusingWay } from '../household/infuse'
import { CATALOGUE, HOT_LIQUID_C, ProcessLimit, isAsked, isNumber, type Op, type Specs } from '../process'
import { BENCH_C, withAmount, type RecipeDocument, type RecipeStep, type TakeStep } from '../recipe'

// What of a drink can be tried otherwise, what it is, and the drink with it otherwise.

/** What is changed: how much of a layer, a number of a step (a time, a temperature), or a way of doing it. */
export type Varied = { stream: string } | { step: string; number: string } | { step: string; way: string }
/** An amount or a number, or the name of a way. */
export type Point = number | string

const takeOf = (doc: RecipeDocument, stream: string): TakeStep | undefined =>
  doc.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)

const specsOf = (op: Op): Specs => CATALOGUE[op].params as Specs
/** Time and warmth in which something lies: water that leaves are put into is as warm as it is taken. */
const INFUSES: ReadonlySet<string> = new Set(['steep', 'brew'] satisfies Op[])

/** The water that a step's solids lie in, as it is taken; undefined where it is none. */
function waterOf(doc: RecipeDocument, step: RecipeStep): TakeStep | undefined {
  if (step.op === 'take') return step
  if (!INFUSES.has(step.op)) return undefined
  const water = doc.steps.find((s) => s.out === step.in[1])
  return water && waterOf(doc, water)
}

interface VariedNumber {
  step: string
  op: RecipeStep['op']
  number: string
  unit: string
}
/** What somebody sets and a tongue may tell: how long, how warm, how often; what a sieve holds is none. */
const SET: ReadonlySet<string> = new Set([
  'minutes',
  'seconds',
  'hours',
  'holdMin',
  'toC',
  'tempC',
  'stages',
  'toSweetness',
])
/** Numbers of the steps of a drink that can be varied, with their units: those that the drink itself says. */
export function variedNumbers(doc: RecipeDocument): VariedNumber[] {
  return doc.steps.flatMap((s): VariedNumber[] => {
    if (s.op === 'take')
      return doc.steps.some((o) => INFUSES.has(o.op) && waterOf(doc, o) === s)
        ? [{ step: s.out, op: s.op, number: 'tempC', unit: '°C' }]
        : []
    return Object.entries(specsOf(s.op)).flatMap(([number, spec]) =>
      isNumber(spec) && SET.has(number) && typeof (s as Record<string, unknown>)[number] === 'number'
        ? [{ step: s.out, op: s.op, number, unit: spec.unit }]
        : [],
    )
  })
}

/** Ways that are tasted; what burns or cuts is none of the cup's business. */
const TASTED: ReadonlySet<string> = new Set(['mesh', 'mode', 'foam'])
/** Of an infusion: in hot water for its usual time, or in cold for its own. */
const INFUSING = 'infusing'

interface VariedWay {
  step: string
  op: RecipeStep['op']
  way: string
  ways: readonly string[]
}
/** Ways of doing a step that can be varied, with those that there are. */
export function variedWays(doc: RecipeDocument): VariedWay[] {
  return doc.steps.flatMap((s): VariedWay[] => {
    if (s.op === 'take') return []
    const specs = specsOf(s.op)
    const own = Object.entries(specs).flatMap(([way, spec]) =>
      'choices' in spec && TASTED.has(way) && isAsked(specs, way, s as Record<string, unknown>)
        ? [{ step: s.out, op: s.op, way, ways: spec.choices }]
        : [],
    )
    return INFUSES.has(s.op) && waterOf(doc, s)
      ? [{ step: s.out, op: s.op, way: INFUSING, ways: INFUSING_WAYS }, ...own]
      : own
  })
}

function wayIn(doc: RecipeDocument, step: RecipeStep, way: string): Point | undefined {
  if (step.op === 'take') return undefined
  if (way === INFUSING) {
    const water = waterOf(doc, step)
    return water && ((water.tempC >= HOT_LIQUID_C ? 'hot' : 'cold') satisfies InfusingWay)
  }
  const spec = specsOf(step.op)[way]
  if (!spec || !('choices' in spec)) return undefined
  return ((step as Record<string, unknown>)[way] as string | undefined) ?? spec.default
}

/** What it is in the base. */
export function valueIn(doc: RecipeDocument, varied: Varied): Point | undefined {
  if ('stream' in varied) return takeOf(doc, varied.stream)?.amount.value
  const step = doc.steps.find((s) => s.out === varied.step)
  if (!step) return undefined
  if ('way' in varied) return wayIn(doc, step, varied.way)
  const value = (step as unknown as Record<string, unknown>)[varied.number]
  return typeof value === 'number' ? value : undefined
}

/** The same drink with it as it is tried. @throws ProcessLimit where the drink does not have it */
export function withValue(doc: RecipeDocument, varied: Varied, value: Point): RecipeDocument {
  if ('stream' in varied) {
    const take = takeOf(doc, varied.stream)
    if (!take || typeof value !== 'number') throw new ProcessLimit('series-gone', {}, varied.stream)
    return withAmount(doc, varied.stream, { ...take.amount, value })
  }
  if ('way' in varied && varied.way === INFUSING) return withInfusing(doc, varied.step, value as InfusingWay)
  const field = 'way' in varied ? varied.way : varied.number
  return withFields(doc, varied.step, { [field]: value })
}
const withFields = (doc: RecipeDocument, out: string, fields: object): RecipeDocument => ({
  ...doc,
  steps: doc.steps.map((s) => (s.out === out ? ({ ...s, ...fields } as RecipeStep) : s)),
})

/** Hot or cold is one thing: the water's warmth, and the time that it takes. The way that it is done already stays. */
function withInfusing(doc: RecipeDocument, out: string, way: InfusingWay): RecipeDocument {
  const step = doc.steps.find((s) => s.out === out)
  const water = step && waterOf(doc, step)
  if (!water) throw new ProcessLimit('series-gone', {}, 'varied')
  if (wayIn(doc, step, INFUSING) === way) return doc
  const warmed = withFields(doc, water.out, { tempC: way === 'hot' ? BOILED_C : BENCH_C })
  return withFields(warmed, out, { minutes: USUAL_MIN[way] })
}

/** Whether it is something that can be tried: no amount below nothing, no way that the step does not have. */
export function isPossible(doc: RecipeDocument, varied: Varied, value: Point): boolean {
  if (!('way' in varied)) return typeof value === 'number' && value >= 0 && Number.isFinite(value)
  const of = variedWays(doc).find((w) => w.step === varied.step && w.way === varied.way)
  return typeof value === 'string' && !!of?.ways.includes(value)
}
