import { CATALOGUE, massG, ProcessLimit, type Op, type StepKind } from '../process'
import type { ItemRef, RecipeDocument, RecipeStep, TakeStep } from './document'
import { BENCH_C } from './edit'
import type { Evaluation } from './evaluation'

// A run of steps under the hand. Each function gives another document, or throws a ProcessLimit that says which input
// would be missing: nothing is left half done.

type Making = Exclude<RecipeStep, TakeStep>
const isMaking = (s: RecipeStep): s is Making => s.op !== 'take'
const inputsOf = (s: RecipeStep): readonly string[] => (isMaking(s) ? s.in : [])
/** The stream that a name is of: a by-product is of the step that leaves it. */
const ownerOf = (name: string): string => name.split('/')[0]!

const stepOf = (doc: RecipeDocument, out: string): RecipeStep => {
  const step = doc.steps.find((s) => s.out === out)
  if (!step) throw new ProcessLimit('stream-not-made', {}, out)
  return step
}
const usesOf = (doc: RecipeDocument, out: string): Making[] =>
  doc.steps.filter((s): s is Making => isMaking(s) && s.in.some((i) => ownerOf(i) === out))
const kindOf = (op: Op): StepKind => CATALOGUE[op] as unknown as StepKind

/** A name that nothing has yet: as it is, or with a number. */
export function freeName(taken: ReadonlySet<string>, base: string): string {
  if (!taken.has(base)) return base
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`
}
const namesOf = (doc: RecipeDocument): ReadonlySet<string> => new Set(doc.steps.map((s) => s.out))
/** What a take of something is called. */
export const nameOfItem = (item: ItemRef): string => ('ingredient' in item ? item.ingredient : `prep-${item.prep}`)
/** The same step that takes one stream instead of another. */
const rewired = <S extends RecipeStep>(step: S, from: string, to: readonly string[]): S =>
  isMaking(step) ? { ...step, in: step.in.flatMap((i) => (i === from ? to : [i])) } : step

/** That every input is made before it is used, and by somebody. */
function inOrder(doc: RecipeDocument): RecipeDocument {
  const made = new Set<string>()
  for (const step of doc.steps) {
    for (const name of inputsOf(step))
      if (!made.has(ownerOf(name))) throw new ProcessLimit('step-before-its-input', {}, `${step.out}>${ownerOf(name)}`)
    made.add(step.out)
  }
  return doc
}

/** The numbers of a step, or what is taken and how warm: everything else of it stays. */
export function changeStep(doc: RecipeDocument, out: string, change: Partial<RecipeStep>): RecipeDocument {
  stepOf(doc, out)
  const { op: _op, out: _out, in: _in, ...numbers } = change as Record<string, unknown>
  return { ...doc, steps: doc.steps.map((s) => (s.out === out ? ({ ...s, ...numbers } as RecipeStep) : s)) }
}

/**
 * A step of the catalogue after the one that makes `after`: it takes that stream, and what took it takes the new one.
 * @param numbers of the step, where it has some without a usual value
 * @param item what a second input is taken of, for a step that needs one
 */
export function insertStep(
  doc: RecipeDocument,
  after: string,
  op: Op,
  numbers: Readonly<Record<string, unknown>> = {},
  item?: { of: ItemRef; amount: TakeStep['amount']; tempC?: number },
): RecipeDocument {
  const { inputs } = kindOf(op)
  if (inputs === 2 && !item) throw new ProcessLimit('step-needs-another', {}, op)
  const at = doc.steps.findIndex((s) => s.out === ownerOf(after))
  if (at < 0) throw new ProcessLimit('stream-not-made', {}, after)
  const takes: TakeStep[] = item
    ? [
        {
          op: 'take',
          out: freeName(namesOf(doc), nameOfItem(item.of)),
          item: item.of,
          amount: item.amount,
          tempC: item.tempC ?? BENCH_C,
        },
      ]
    : []
  const out = freeName(namesOf(doc), op)
  const names = [after, ...takes.map((t) => t.out)]
  // Solids come first where something is steeped in what is there.
  const made = { op, in: LIQUID_SECOND.has(op) ? names.reverse() : names, out, ...numbers } as unknown as Making
  const rest = doc.steps.slice(at + 1).map((s) => rewired(s, after, [out]))
  return inOrder({
    ...doc,
    steps: [...doc.steps.slice(0, at + 1), ...takes, made, ...rest],
    output: doc.output === after ? out : doc.output,
  })
}
const LIQUID_SECOND: ReadonlySet<Op> = new Set<Op>(['steep', 'brew'])

/** One more thing into a step that takes many. */
export function addInput(doc: RecipeDocument, out: string, of: ItemRef, amount: TakeStep['amount']): RecipeDocument {
  const step = stepOf(doc, out)
  if (!isMaking(step) || kindOf(step.op).inputs !== 'many') throw new ProcessLimit('step-takes-no-more', {}, out)
  const name = freeName(namesOf(doc), nameOfItem(of))
  const take: TakeStep = { op: 'take', out: name, item: of, amount, tempC: BENCH_C }
  const steps = doc.steps.flatMap((s): RecipeStep[] =>
    s === step ? [take, { ...step, in: [...step.in, name] } as RecipeStep] : [s],
  )
  return { ...doc, steps }
}

/**
 * Without a step: what it took goes where its own stream went. What is taken for it alone goes with it.
 * @throws ProcessLimit where a later step would be left without an input
 */
export function removeStep(doc: RecipeDocument, out: string): RecipeDocument {
  const step = stepOf(doc, out)
  const users = usesOf(doc, out)
  const bySide = users.find((u) => u.in.some((i) => ownerOf(i) === out && i !== out))
  if (bySide) throw new ProcessLimit('by-product-is-used', {}, `${out}>${bySide.out}`)
  const [main, ...others] = isMaking(step) ? mainFirst(step) : []
  const without = (gone: ReadonlySet<string>): RecipeStep[] => doc.steps.filter((s) => !gone.has(s.out))
  if (!main) {
    const short = users.find((u) => kindOf(u.op).inputs !== 'many' || u.in.length === 1)
    if (short) throw new ProcessLimit('step-needs-input', {}, `${out}>${short.out}`)
    if (doc.output === out) throw new ProcessLimit('only-step', {}, out)
    return { ...doc, steps: without(new Set([out])).map((s) => rewired(s, out, [])) }
  }
  const alone = others.filter((o) => stepOf(doc, ownerOf(o)).op === 'take')
  // What was made on another branch goes on with the main stream, where the next step takes many.
  const branches = others.filter((o) => !alone.includes(o))
  const joins = users.find((u) => kindOf(u.op).inputs !== 'many')
  if (branches.length && (joins || doc.output === out)) throw new ProcessLimit('step-joins-others', {}, out)
  const goOn =
    kindOf(step.op as Op).inputs === 'many' && users.every((u) => kindOf(u.op).inputs === 'many') && users.length
  const to = goOn ? [main, ...others] : [main, ...branches]
  const gone = new Set([out, ...(goOn ? [] : alone.map(ownerOf))])
  if (doc.output === out && stepOf(doc, ownerOf(main)).op === 'take') throw new ProcessLimit('only-step', {}, out)
  return inOrder({
    ...doc,
    steps: without(gone).map((s) => rewired(s, out, to)),
    output: doc.output === out ? main : doc.output,
    kept: doc.kept?.filter((k) => ownerOf(k.stream) !== out),
  })
}
/** Its inputs, the one that is worked on first. */
const mainFirst = ({ op, in: names }: Making): string[] => (LIQUID_SECOND.has(op) ? [names[1]!, names[0]!] : [...names])

/**
 * A step to another place of the run, `to` counted after it is out of its own. Where its inputs are there and nothing
 * before needs it, it only moves; a step in a chain is taken out and put in after the step before its new place.
 * @throws ProcessLimit with the step and the input that would be missing
 */
export function moveStep(doc: RecipeDocument, out: string, to: number): RecipeDocument {
  const step = stepOf(doc, out)
  const rest = doc.steps.filter((s) => s !== step)
  const at = Math.max(0, Math.min(rest.length, to))
  const moved = { ...doc, steps: [...rest.slice(0, at), step, ...rest.slice(at)] }
  try {
    return inOrder(moved)
  } catch (e) {
    if (!isMaking(step) || !(e instanceof ProcessLimit)) throw e
    return inOrder(rechained(doc, step, at, e))
  }
}
function rechained(doc: RecipeDocument, step: Making, at: number, why: ProcessLimit): RecipeDocument {
  const users = usesOf(doc, step.out)
  const [main, ...others] = mainFirst(step)
  const isChain = users.every((u) => u.in.every((i) => ownerOf(i) !== step.out || i === step.out))
  if (!isChain || !main) throw why
  const out = doc.steps.filter((s) => s !== step).map((s) => rewired(s, step.out, [main]))
  const before = out.slice(0, at)
  const anchor = before.findLast(isMaking) ?? before.findLast((s) => s.out === ownerOf(main))
  if (!anchor || others.some((o) => !before.some((s) => s.out === ownerOf(o)))) throw why
  const made = rewired(step, main, [anchor.out])
  const output = doc.output === step.out ? main : doc.output
  return {
    ...doc,
    steps: [...before, made, ...out.slice(at).map((s) => rewired(s, anchor.out, [step.out]))],
    output: output === anchor.out ? step.out : output,
  }
}

/**
 * A step that takes many, in `loads` of the same contents each that are joined before anybody tastes.
 * @param evaluation of the document, for what was made before it is split by weight
 * @throws ProcessLimit where the step is no such step
 */
export function splitIntoLoads(
  doc: RecipeDocument,
  evaluation: Evaluation,
  out: string,
  loads: number,
): RecipeDocument {
  const step = stepOf(doc, out)
  if (!isMaking(step) || kindOf(step.op).inputs !== 'many') throw new ProcessLimit('step-takes-no-more', {}, out)
  if (!Number.isInteger(loads) || loads < 2 || loads > MOST_LOADS)
    throw new ProcessLimit('loads-out-of-range', { value: loads, most: MOST_LOADS }, out)
  const done = evaluation.done.find((d) => d.step.out === out)
  const users: readonly RecipeStep[] = usesOf(doc, out)
  const steps = doc.steps.filter((s) => s !== step && !step.in.includes(s.out))
  const at = steps.findIndex((s) => users.includes(s))
  const parts: RecipeStep[] = []
  const names = Array.from({ length: loads }, (): string[] => [])
  step.in.forEach((input, i) => {
    const made = stepOf(doc, ownerOf(input))
    const of = done?.inputs[i]
    if (made.op === 'take')
      names.forEach((load, n) => {
        const name = `${input}-${n + 1}`
        parts.push({ ...made, out: name, amount: { ...made.amount, value: made.amount.value / loads } })
        load.push(name)
      })
    else splitOf(input, of ? massG(of) : 0, loads, parts, names)
  })
  const keep = doc.steps.filter((s) => step.in.includes(s.out) && s.op !== 'take')
  const jars = names.map((load, n) => ({ ...step, in: load, out: `${out}-load-${n + 1}` }) as RecipeStep)
  const joined: RecipeStep = { op: 'combine', in: jars.map((j) => j.out), out }
  const where = at < 0 ? steps.length : at
  return inOrder({
    ...doc,
    steps: [...steps.slice(0, where), ...keep, ...parts, ...jars, joined, ...steps.slice(where)],
  })
}
/** As many loads as anybody would make of one thing. */
export const MOST_LOADS = 12

/** What was made before, weighed out to the loads: each takes its share, the last what is left. */
function splitOf(input: string, mass: number, loads: number, parts: RecipeStep[], names: string[][]): void {
  let from = input
  for (let n = 0; n < loads; n++) {
    const last = n === loads - 1
    const name = `${ownerOf(input)}-${n + 1}`
    if (!last) parts.push({ op: 'split', in: [from], out: name, takeG: mass / loads })
    names[n]!.push(last ? from : name)
    from = `${name}/rest`
  }
}
