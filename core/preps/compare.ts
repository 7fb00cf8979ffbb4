import { ProcessLimit } from '../process'
import { stepChanges, type Evaluation, type RecipeDocument, type RecipeStep, type StepChange } from '../recipe'

// Two documents of one recipe side by side: what differs of what comes out, and which change makes the difference.

/** What is compared, and in what. */
export const COMPARED = {
  mass: 'g',
  volume: 'mL',
  brix: '°Bx',
  ta: 'g/100 mL',
  handMin: 'min',
  waitMin: 'min',
  energyKj: 'kJ',
  cost: 'money',
} as const
export type Compared = keyof typeof COMPARED
/** Cost is null where nobody asked for it, or a price is missing. */
export type Values = Readonly<Record<Exclude<Compared, 'cost'>, number> & { cost: number | null }>

/** A step that is otherwise, and what that does. */
export interface Change extends StepChange {
  /** what this change does by itself; null where it cannot be made without the others */
  alone: Values | null
}
export interface Comparison {
  before: Values
  after: Values
  changes: Change[]
}

type CostOf = (of: Evaluation) => number | null
const valuesOf = (of: Evaluation, costOf: CostOf): Values => ({
  mass: of.jug.mass.value,
  volume: of.jug.volume.value,
  brix: of.jug.brix.value,
  ta: of.jug.ta.value,
  handMin: of.handMin,
  waitMin: of.waitMin,
  energyKj: of.energyKj,
  cost: costOf(of),
})
/** How much more, figure by figure; null where one of the two is not known. */
const lessOf = (is: Values, was: Values): Values =>
  Object.fromEntries(
    (Object.keys(COMPARED) as Compared[]).map((name) => {
      const [a, b] = [is[name], was[name]]
      return [name, a === null || b === null ? null : a - b]
    }),
  ) as Values

/**
 * What is otherwise in `after` than in `before`, and what each change makes of the figures by itself. Changes that work
 * together have a rest that is of none of them alone.
 * @param costOf money of a making, where it is to be compared
 */
export function compare(
  before: RecipeDocument,
  after: RecipeDocument,
  evaluate: (doc: RecipeDocument) => Evaluation,
  costOf: CostOf = () => null,
): Comparison {
  const was = valuesOf(evaluate(before), costOf)
  const alone = (change: StepChange): Values | null => {
    try {
      return lessOf(valuesOf(evaluate(withOnly(before, after, change)), costOf), was)
    } catch (e) {
      if (e instanceof ProcessLimit) return null
      throw e
    }
  }
  return {
    before: was,
    after: valuesOf(evaluate(after), costOf),
    changes: stepChanges(before, after).map((c) => ({ ...c, alone: alone(c) })),
  }
}

/** The first document with one change of the second. */
function withOnly(before: RecipeDocument, after: RecipeDocument, change: StepChange): RecipeDocument {
  const theirs = after.steps.find((s) => s.out === change.out)
  if (change.kind === 'changed') {
    const names = new Set(change.fields.map((f) => f.name).filter((name) => name !== 'in'))
    const numbers = Object.fromEntries(Object.entries(theirs!).filter(([name]) => names.has(name)))
    return { ...before, steps: before.steps.map((s) => (s.out === change.out ? { ...s, ...numbers } : s)) }
  }
  // What is added or taken out moves the names around it: the steps beside it are those of its own document.
  const touched = new Set([change.out])
  const source = change.kind === 'removed' ? before : after
  for (const s of source.steps)
    if (s.op !== 'take' && (s.out === change.out || s.in.includes(change.out)))
      for (const i of [s.out, ...s.in]) touched.add(i)
  const steps = after.steps.flatMap((s): RecipeStep[] => {
    const mine = before.steps.find((x) => x.out === s.out)
    if (touched.has(s.out) || !mine) return touched.has(s.out) ? [s] : []
    return [mine]
  })
  return { ...before, steps, output: after.output }
}
