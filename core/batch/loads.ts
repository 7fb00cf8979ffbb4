import { massG } from '../process'
import { loadsOf } from '../preps'
import { scaledStep, type Evaluation, type RecipeDocument, type RecipeStep, type TakeStep } from '../recipe'

// A planned document says its loads one by one: each has what goes into the jar.

type Making = Exclude<RecipeStep, TakeStep>

/** The name of one load of something. */
export const loadName = (of: string, load: number): string => `${of}-load-${load}`

/** What a load is of; the name itself where it is no load. */
export const wholeOf = (name: string): string => name.replace(/-load-\d+$/, '')

/**
 * The document with each load of a blender as a step, and what goes into each beside it; then all of them together.
 * It comes to what it came to.
 */
export function withLoads(evaluation: Evaluation): RecipeDocument {
  const { document, done } = evaluation
  const many = new Map(
    loadsOf(evaluation)
      .filter((l) => l.loads.value > 1)
      .map((l) => [l.out, l.loads.value]),
  )
  if (!many.size) return document
  const inputs = new Map(done.map((d) => [d.step.out, d.inputs]))
  const takes = new Map(document.steps.flatMap((s) => (s.op === 'take' ? [[s.out, s] as const] : [])))
  // What goes only into loads is taken load by load; what is made before is divided when it is there.
  const taken = new Map<string, number>()
  for (const s of document.steps)
    if (s.op !== 'take' && many.has(s.out)) for (const i of s.in) if (takes.has(i)) taken.set(i, many.get(s.out)!)
  const steps = document.steps.flatMap((s): RecipeStep[] => {
    if (s.op === 'take') {
      const n = taken.get(s.out)
      return n ? shares(n).map((i) => ({ ...scaledStep(s, 1 / n), out: loadName(s.out, i) })) : [s]
    }
    const n = many.get(s.out)
    return n ? loaded(s, n, (name) => takes.has(name), inputs.get(s.out)!.map(massG)) : [s]
  })
  return { ...document, steps }
}
const shares = (n: number): number[] => Array.from({ length: n }, (_, i) => i + 1)

/** One step as its loads. @param massesG of what goes in, in its order */
function loaded(step: Making, n: number, isTaken: (name: string) => boolean, massesG: readonly number[]): RecipeStep[] {
  const divided: RecipeStep[] = []
  const partsOf = step.in.map((name, k): string[] => {
    if (isTaken(name)) return shares(n).map((i) => loadName(name, i))
    const names: string[] = []
    let rest = name
    for (const i of shares(n - 1)) {
      const out = loadName(`${step.out}-${name.replace('/', '-')}`, i)
      divided.push({ op: 'split', in: [rest], out, takeG: massesG[k]! / n })
      names.push(out)
      rest = `${out}/rest`
    }
    return [...names, rest]
  })
  const each = shares(n).map((i): RecipeStep => {
    const of = { ...step, in: partsOf.map((p) => p[i - 1]!), out: loadName(step.out, i) }
    return scaledStep(of as Making, 1 / n)
  })
  return [...divided, ...each, { op: 'combine', in: shares(n).map((i) => loadName(step.out, i)), out: step.out }]
}
