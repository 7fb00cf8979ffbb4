import { ProcessLimit } from '../process'
import type { RecipeDocument } from '../recipe'
import type { Program, Solution } from '../solve'
import { checkAsk, type AmountsAsk, type Tried } from './ask'
import { withGrams } from './amounts'
import { mixAt } from './moment'
import { TARGETS, figureOf, isMet, type TargetName } from './target'
import { gramsOf, missedIn, programOf, type Missed } from './program'

/** Why what is asked cannot be had: what would have to give way for it, one of these being enough. */
export type Reason =
  | { why: 'held' | 'least' | 'most'; stream: string }
  | { why: 'target'; name: Exclude<Missed, 'volume' | 'cost'> }
  | { why: 'cost' }
  /** nothing in it can do that */
  | { why: 'layers' }

export interface Found {
  document: RecipeDocument
  tried: Tried
  /** what is not met; nothing where all is */
  missed: Missed[]
  reasons: Reason[]
}

/** Solves away from the page, or here. */
export type SolveSoon = (program: Program) => Solution | Promise<Solution>
/** Evaluates a drink and, where prices are known, costs it. */
export type Evaluate = (document: RecipeDocument) => Tried

/** Turns of program and evaluation: each starts from where the last one was right. */
const MOST_TURNS = 8
/** g of a layer that no longer moves. */
const STILL_G = 0.005
/** Fine enough to count as exact, in the unit that is typed. */
const EXACT = 1e-6

/**
 * Amounts of a drink for what is asked of it, moving as few grams as can be; as near as can be where it cannot be had,
 * with what is in the way. Layers that steps make stay as they are.
 * @param start a drink for one cup or for a pot
 * @throws ProcessLimit for what cannot be asked, or a drink that cannot be evaluated
 */
export async function findAmounts(
  start: RecipeDocument,
  asked: AmountsAsk,
  evaluate: Evaluate,
  solve: SolveSoon,
): Promise<Found> {
  checkAsk(asked)
  const first = evaluate(start)
  let tried = first
  const made = tried.evaluation.layers.filter((l) => !l.item).map((l) => l.stream)
  const ask = { ...asked, held: new Set([...asked.held, ...made]) }
  if (ask.mostCost !== undefined && !tried.cost) throw new ProcessLimit('target-cost-unknown', {}, 'cost')
  if (!(tried.evaluation.jug.mass.value > 0)) throw new ProcessLimit('drink-empty', {})
  const before = new Map(tried.evaluation.layers.map((l) => [l.stream, l.mass.value]))
  let answer: Solution = null
  let last: ReadonlyMap<string, number> = before
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    answer = await solve(programOf(ask, tried.evaluation, tried.cost, before))
    if (!answer) throw new ProcessLimit('target-no-answer', {})
    const grams = gramsOf(answer, tried.evaluation)
    tried = evaluate(withGrams(start, first.evaluation, Object.fromEntries(grams), EXACT))
    const moved = [...grams].some(([stream, g]) => Math.abs(g - (last.get(stream) ?? 0)) > STILL_G)
    last = grams
    if (!moved) break
  }
  const document = withGrams(start, first.evaluation, Object.fromEntries(last), ask.step)
  // A figure is what the evaluation says that it is; volume and cost are held by the program alone.
  const missed = [...notMet(ask, tried), ...missedIn(ask, answer!).filter((m) => m === 'volume' || m === 'cost')]
  return {
    document,
    tried: evaluate(document),
    missed,
    reasons: missed.length ? await reasonsOf(ask, tried, before, last, solve) : [],
  }
}

/** Figures that the drink does not have, as it is evaluated. */
function notMet({ wanted, moment }: AmountsAsk, { evaluation }: Tried): TargetName[] {
  const mix = mixAt(evaluation, moment)
  return TARGETS.filter((name) => wanted[name] !== undefined && !isMet(name, wanted[name], figureOf(mix, name)))
}

/** What is asked, without one thing at a time. */
function* relaxed(ask: AmountsAsk, grams: ReadonlyMap<string, number>): Generator<[Reason, AmountsAsk]> {
  for (const [stream, { leastG, mostG }] of Object.entries(ask.bounds)) {
    const isG = grams.get(stream) ?? 0
    const free = (side: 'leastG' | 'mostG', to: number): AmountsAsk => ({
      ...ask,
      bounds: { ...ask.bounds, [stream]: { ...ask.bounds[stream]!, [side]: to } },
    })
    if (isG >= mostG - STILL_G) yield [{ why: 'most', stream }, free('mostG', Infinity)]
    else if (leastG > 0 && isG <= leastG + STILL_G) yield [{ why: 'least', stream }, free('leastG', 0)]
  }
  for (const stream of ask.held)
    yield [
      { why: 'held', stream },
      { ...ask, held: new Set([...ask.held].filter((s) => s !== stream)) },
    ]
  const { mostCost, ...costless } = ask
  if (mostCost !== undefined) yield [{ why: 'cost' }, costless]
  const names = Object.keys(ask.wanted) as (keyof AmountsAsk['wanted'])[]
  if (names.length < 2) return
  for (const name of names) {
    const { [name]: _, ...wanted } = ask.wanted
    yield [
      { why: 'target', name },
      { ...ask, wanted },
    ]
  }
}

async function reasonsOf(
  ask: AmountsAsk,
  { evaluation, cost }: Tried,
  before: ReadonlyMap<string, number>,
  grams: ReadonlyMap<string, number>,
  solve: SolveSoon,
): Promise<Reason[]> {
  const reasons: Reason[] = []
  for (const [reason, without] of relaxed(ask, grams)) {
    const answer = await solve(programOf(without, evaluation, cost, before))
    if (answer && !missedIn(without, answer).length) reasons.push(reason)
  }
  return reasons.length ? reasons : [{ why: 'layers' }]
}
