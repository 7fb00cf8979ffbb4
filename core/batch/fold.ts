import { ProcessLimit } from '../process'
import {
  BENCH_C,
  DOCUMENT_SCHEMA,
  itemKey,
  removeStep,
  scaledStep,
  type Amount,
  type RecipeDocument,
  type RecipeStep,
  type TakeStep,
} from '../recipe'
import { standing, type BatchEvent, type EventOf, type LotAs, type StreamReading } from './event'

// The planned document and what happened give the actual document: of the same form, and worked out by the same
// evaluator. A reading becomes a step that makes the stream what was read, an addition a mixing at that moment; what
// follows takes it.

type Making = Exclude<RecipeStep, TakeStep>
export interface Actual {
  /** as it is if the rest goes as planned */
  document: RecipeDocument
  /** steps that somebody did, or that were put down while it was made */
  done: ReadonlySet<string>
  /** takes of which something was weighed, left out or swapped */
  told: ReadonlySet<string>
  /** a pH that was read, by the stream that it was read of: it stands for the figure, and changes nothing else */
  phRead: ReadonlyMap<string, number>
  /** takes of which more is to come */
  open: ReadonlySet<string>
  /** what was weighed of a take, in the unit that it was weighed in first */
  weighed: ReadonlyMap<string, number>
  /** what was taken out of lots that were read or made otherwise, by its take */
  ofLots: ReadonlyMap<string, readonly OfLot[]>
  /** what is wanted of a take by now, where that is another amount than planned */
  wanted: ReadonlyMap<string, Amount>
  /** what a stream of the plan is called now, after readings and additions */
  nowOf: (stream: string) => string
  /** events that no batch can have had, each with why: they change nothing */
  odd: { event: BatchEvent; code: string }[]
}

/** A batch that nothing was planned for: what goes in first makes the pot. */
export const UNPLANNED: RecipeDocument = { schema: DOCUMENT_SCHEMA, kind: 'drink', steps: [], output: 'pot' }

/** Everything that happened, in its order, put into the planned document. */
export function fold(planned: RecipeDocument, events: readonly BatchEvent[]): Actual {
  const folding = new Folding(planned)
  for (const e of standing(events)) folding.take(e)
  return folding.actual()
}

class Folding {
  private document: RecipeDocument
  private current: BatchEvent | null = null
  private readonly done = new Set<string>()
  private readonly told = new Set<string>()
  private readonly open = new Set<string>()
  private readonly phRead = new Map<string, number>()
  private readonly odd: Actual['odd'] = []
  /** the newest name of a stream that something was put into or read of */
  private readonly newest = new Map<string, string>()
  private readonly weighed = new Map<string, number>()
  private readonly wanted = new Map<string, Amount>()
  private readonly ofLots = new Map<string, OfLot[]>()

  constructor(planned: RecipeDocument) {
    this.document = planned
  }

  take(e: BatchEvent): void {
    this.current = e
    try {
      this.put(e)
    } catch (error) {
      if (!(error instanceof ProcessLimit)) throw error
      this.odd.push({ event: e, code: error.code })
    }
  }
  private put(e: BatchEvent): void {
    if (e.kind === 'weighed') this.weigh(e)
    else if (e.kind === 'left-out') this.leaveOut(e.take)
    else if (e.kind === 'swapped') this.swap(e)
    else if (e.kind === 'wanted') this.want(e)
    else if (e.kind === 'rescaled') this.rescale(e.times)
    else if (e.kind === 'done') this.finish(e)
    else if (e.kind === 'skipped') this.skip(e.step)
    else if (e.kind === 'added') this.add(e)
    else if (e.kind === 'read') this.read(e)
    else if (e.kind === 'spilled') this.after(e.of, e.id, (from, out) => [spillStep(from, out, e.massG)])
  }
  actual(): Actual {
    const { document, done, told, open, weighed, wanted, ofLots, phRead, odd } = this
    return { document, done, told, open, weighed, wanted, ofLots, phRead, odd, nowOf: (s) => this.nowOf(s) }
  }

  private nowOf(stream: string): string {
    return this.newest.get(stream) ?? stream
  }
  private stepOf(out: string): RecipeStep {
    const step = this.document.steps.find((s) => s.out === out)
    if (!step) throw new ProcessLimit('stream-not-made', {}, out)
    return step
  }
  private takeOf(out: string): TakeStep {
    const step = this.stepOf(out)
    if (step.op !== 'take') throw new ProcessLimit('no-take', {}, out)
    return step
  }
  private replace(out: string, by: RecipeStep): void {
    this.document = { ...this.document, steps: this.document.steps.map((s) => (s.out === out ? by : s)) }
  }

  /** What is weighed after something else of it is more of the same, in the same unit. */
  private weigh({ take, amount, more, tempC, as }: EventOf<'weighed'>): void {
    const step = this.takeOf(take)
    if (!(amount.value >= 0)) throw new ProcessLimit('amount-negative', { value: amount.value }, take)
    const before = this.weighed.get(take)
    if (before !== undefined && step.amount.unit !== amount.unit) throw new ProcessLimit('unit-unlike', {}, take)
    const value = (before ?? 0) + amount.value
    this.weighed.set(take, value)
    this.replace(take, { ...step, amount: { value, unit: amount.unit }, tempC: tempC ?? step.tempC })
    this.told.add(take)
    if (more) this.open.add(take)
    else this.open.delete(take)
    this.outOfLot(take, { amount: amount.value, as })
  }
  /** What comes out of a lot that was read is what was read: of several, what they come to by their amounts. */
  private outOfLot(take: string, part: OfLot): void {
    const parts = [...(this.ofLots.get(take) ?? []), part]
    this.ofLots.set(take, parts)
    const reading = { ...readOf(parts, 'brix'), ...readOf(parts, 'ta') }
    const name = `${KEPT_APART}lot-${take}`
    const isRead = this.document.steps.some((s) => s.out === name)
    if (isRead) this.replace(name, { op: 'observe', in: [take], out: name, ...reading })
    else if (Object.keys(reading).length)
      this.between(take, name, (from, out) => [{ op: 'observe', in: [from], out, ...reading }], take)
  }
  private leaveOut(take: string): void {
    const step = this.takeOf(take)
    this.told.add(take)
    this.open.delete(take)
    this.weighed.set(take, 0)
    this.replace(take, { ...step, amount: { ...step.amount, value: 0 } })
    const user = this.document.steps.find((s): s is Making => s.op !== 'take' && s.in.includes(take))
    if (!user || user.op === 'combine' || user.op === 'makeUp' || user.op === 'addDairy') return
    // Nothing goes through a sieve or into a jar: what is left goes on without it.
    const others = user.in.filter((i) => i !== take)
    if (others.length) this.replace(user.out, { ...user, in: others } as Making)
    else this.document = removeStep(this.document, user.out)
  }
  private swap({ take, item, amount, as }: EventOf<'swapped'>): void {
    const step = this.takeOf(take)
    this.told.add(take)
    this.open.delete(take)
    this.weighed.set(take, amount.value)
    this.replace(take, { ...step, item, amount })
    this.ofLots.delete(take)
    this.outOfLot(take, { amount: amount.value, as })
  }
  /** Another amount of what nobody has weighed yet. */
  private want({ takes }: EventOf<'wanted'>): void {
    for (const { take, amount } of takes) {
      const step = this.takeOf(take)
      if (this.told.has(take)) continue
      this.replace(take, { ...step, amount })
      this.wanted.set(take, amount)
    }
  }
  /** What is in, or done, stays; what is to come follows. */
  private rescale(times: number): void {
    if (!(times > 0) || !Number.isFinite(times)) throw new ProcessLimit('times-not-positive', { value: times })
    const steps = this.document.steps.map((s) => {
      if (this.told.has(s.out) || this.done.has(s.out)) return s
      const step = scaledStep(s, times)
      if (step.op === 'take') this.wanted.set(step.out, step.amount)
      return step
    })
    this.document = { ...this.document, steps }
  }
  /** Done another time, it took as much again. */
  private finish({ step: out, another }: EventOf<'done'>): void {
    const step = this.stepOf(out)
    if (step.op === 'take') throw new ProcessLimit('no-step', {}, out)
    const isAnother = another && this.done.has(out)
    this.done.add(out)
    if (!isAnother) return
    const takes = step.in.map((i) => this.beneath(i))
    const isTaken = (s: RecipeStep | undefined): s is TakeStep => s?.op === 'take'
    // What came of another step is used up: there is no more of it to do it with.
    if (!takes.every(isTaken)) throw new ProcessLimit('nothing-to-repeat', {}, out)
    for (const take of takes) this.replace(take.out, scaledStep(take, 2))
    this.replace(out, scaledStep(step, 2))
  }
  private skip(out: string): void {
    if (this.stepOf(out).op === 'take') throw new ProcessLimit('no-step', {}, out)
    this.document = removeStep(this.document, out)
  }
  private add({ id, to, item, amount, tempC, as }: EventOf<'added'>): void {
    if (!(amount.value >= 0)) throw new ProcessLimit('amount-negative', { value: amount.value }, itemKey(item))
    const name = `added-${id}`
    const take: TakeStep = { op: 'take', out: name, item, amount, tempC: tempC ?? BENCH_C }
    if (!this.document.steps.length) this.begin(take)
    else this.after(to, id, (from, out) => [take, { op: 'combine', in: [from, name], out }])
    this.told.add(name)
    this.outOfLot(name, { amount: amount.value, as })
  }
  /** Nothing was planned: what goes in first makes the pot. */
  private begin(take: TakeStep): void {
    const { output } = this.document
    this.document = { ...this.document, steps: [take, { op: 'combine', in: [take.out], out: output }] }
    this.done.add(output)
  }
  private read({ id, of, reading }: EventOf<'read'>): void {
    const { ph, ...others } = reading
    if (Object.keys(others).length)
      this.after(of, id, (from, out) => [{ op: 'observe', in: [from], out, ...known(others) }])
    if (ph !== undefined) this.phRead.set(of, ph)
  }

  /** The step that makes a stream, beneath what was read of it. */
  private beneath(stream: string): RecipeStep | undefined {
    const step = this.document.steps.find((s) => s.out === stream)
    return step?.op === 'observe' ? this.beneath(step.in[0]!) : step
  }

  /** Steps right after what a stream is now: what took it takes what they make. */
  private after(stream: string, id: string, make: (from: string, out: string) => RecipeStep[]): void {
    this.between(stream, `${KEPT_APART}${id}`, make)
  }
  /** @param at the name of it that they come after, where that is not the newest */
  private between(
    stream: string,
    out: string,
    make: (from: string, out: string) => RecipeStep[],
    from = this.nowOf(stream),
  ): void {
    const owner = from.split('/')[0]!
    const at = this.document.steps.findIndex((s) => s.out === owner)
    if (at < 0) throw new ProcessLimit('stream-not-made', {}, stream)
    const put = sameSteps(this.current, `${from} ${out}`, () => make(from, out))
    const rest = this.document.steps
      .slice(at + 1)
      .map((s): RecipeStep =>
        s.op === 'take' || !s.in.includes(from) ? s : ({ ...s, in: s.in.map((i) => (i === from ? out : i)) } as Making),
      )
    this.document = {
      ...this.document,
      steps: [...this.document.steps.slice(0, at + 1), ...put, ...rest],
      output: this.document.output === from ? out : this.document.output,
    }
    if (this.nowOf(stream) === from) this.newest.set(stream, out)
    this.done.add(out)
  }
}
/**
 * Steps that an event puts down: the same ones whenever it is folded again, so that the evaluator knows what they gave
 * and runs only what is new.
 */
const STEPS = new WeakMap<BatchEvent, Map<string, RecipeStep[]>>()
function sameSteps(e: BatchEvent | null, key: string, make: () => RecipeStep[]): RecipeStep[] {
  if (!e) return make()
  const known = STEPS.get(e) ?? new Map<string, RecipeStep[]>()
  STEPS.set(e, known)
  const steps = known.get(key) ?? make()
  known.set(key, steps)
  return steps
}

/** So much of a take, and what the lot was that it came out of. */
interface OfLot {
  amount: number
  as: LotAs | undefined
}
/** The mean of what was read of all parts, by their amounts; nothing where one of them was not read. */
function readOf(parts: readonly OfLot[], key: 'brix' | 'ta'): Partial<Record<'brix' | 'ta', number>> {
  const all = parts.reduce((n, p) => n + p.amount, 0)
  if (!(all > 0) || parts.some((p) => p.amount > 0 && p.as?.[key] === undefined)) return {}
  return { [key]: parts.reduce((n, p) => n + (p.amount > 0 ? p.amount * p.as![key]! : 0), 0) / all }
}
/** What is put down while it is made has names that no recipe has. */
const KEPT_APART = 'told-'

const known = (reading: StreamReading): StreamReading =>
  Object.fromEntries(Object.entries(reading).filter(([, v]) => v !== undefined))
const spillStep = (from: string, out: string, spilledG: number): RecipeStep => ({
  op: 'spill',
  in: [from],
  out,
  spilledG,
})

/**
 * What there is by now: takes that were weighed, or are of a step that is done, and the steps that were done. What was
 * only begun is what is in the pot so far.
 * @returns null where nothing is there yet
 */
export function soFar({ document, done, told }: Actual): RecipeDocument | null {
  const isDone = (s: Making): boolean => done.has(s.out)
  const consumed = new Set(document.steps.flatMap((s) => (s.op !== 'take' && isDone(s) ? s.in : [])))
  const there = new Set<string>()
  const steps: RecipeStep[] = []
  let output: string | null = null
  for (const s of document.steps) {
    if (s.op === 'take') {
      if (!told.has(s.out) && !consumed.has(s.out)) continue
      if (s.amount.value <= 0 && !consumed.has(s.out)) continue
      steps.push(s)
      there.add(s.out)
      continue
    }
    const present = s.in.filter((i) => there.has(i.split('/')[0]!))
    if (!present.length) continue
    const isWhole = isDone(s) && present.length === s.in.length
    // What nobody said is done, and has something in it: a pot that is being filled.
    steps.push(isWhole ? s : { op: 'combine', in: present, out: s.out })
    if (isWhole) there.add(s.out)
    output = s.out
  }
  const { kept: _, ...rest } = document
  return output ? { ...rest, steps, output } : null
}
