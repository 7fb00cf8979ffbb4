import { acidG, dissolvedG, liquorG, sugarsG, sweetnessG, volumeMl } from '../process'
import { itemKey, type ItemRef } from '../recipe'
import type { Program, Solution, Terms } from '../solve'
import { roundToStep } from '../units'
import { potAfter, type Addable, type Added, type PotState } from './additions'
import { checkAsk } from './ask'
import type { SolveSoon } from './find'
import { MET_WITHIN, TARGETS, figureOf, isMet, type TargetName, type Targets } from './target'

// The smallest correction of a pot.

/** Of something on hand, the step that it is weighed in and the most there is, g. */
export interface OnHand {
  of: Addable
  stepG: number
  mostG: number
}

export interface CorrectAsk {
  pot: PotState
  wanted: Targets
  onHand: readonly OnHand[]
  /** mL that still go into the vessel */
  headroomMl: number
  /** mL that the pot is to hold afterwards at the least; left out: whatever it comes to */
  leastMl?: number
}

type Missed = TargetName | 'volume'
/** What stands in the way: one of these more would do. */
export type CorrectReason = { why: 'headroom'; moreMl: number } | { why: 'on-hand'; key: string } | { why: 'nothing' }

export interface Correction {
  added: Added[]
  after: PotState
  missed: Missed[]
  reasons: CorrectReason[]
}

const FAR = 1e6
/** One thing more to fetch and to weigh is worth so many g of the others. Common practice, no source. */
const FETCHED_G = 10
/** Of a target's width, what the program keeps to: the rest is for what is not straight. */
const INSIDE = 0.8
const LEAST_ACID_G = 1e-3
/** mL of a pot that nobody sees. */
const NEAR_ML = 5
/** g that are looked for where nothing limits them. */
const PLENTY_G = 1e5
/** A reading is no sum, and sugar contracts: turns until the program says what the pot does. */
const MOST_TURNS = 4

/** What of the pot is not straight, as it was when it was last tried. */
interface Bent {
  /** dissolved solids less °Bx, in g per 100 g */
  acidOff: number
  /** mL side by side for a mL mixed */
  contracts: number
}

/** A figure of the pot in its own unit, about nothing added: a term for each step of each addition. */
function rowOf(
  name: TargetName,
  wanted: number,
  { pot, onHand }: CorrectAsk,
  bent: Bent,
): { terms: Terms; at: number } {
  const each = (of: (a: Addable) => number): Terms =>
    Object.fromEntries(onHand.map(({ of: a, stepG }, i) => [columnOf(i), of(a) * stepG]))
  const { stream } = pot
  if (name === 'brix') {
    const share = (wanted + bent.acidOff) / 100
    const k = 100 / liquorG(stream)
    return {
      terms: each((a) => k * (a.shares.dissolved.value - share * a.shares.liquor.value)),
      at: k * (share * liquorG(stream) - dissolvedG(stream)),
    }
  }
  if (name === 'ratio') {
    const k = 1 / Math.max(acidG(stream), LEAST_ACID_G)
    return {
      terms: each((a) => k * (a.shares.sugars.value - wanted * a.shares.acid.value)),
      at: k * (wanted * acidG(stream) - sugarsG(stream)),
    }
  }
  const [share, hasG] =
    name === 'ta' ? (['acid', acidG(stream)] as const) : (['sweetness', sweetnessG(stream)] as const)
  const k = 100 / volumeMl(stream)
  return {
    terms: each((a) => k * (a.shares[share].value - ((wanted / 100) * a.mlPerG) / bent.contracts)),
    at: k * ((wanted / 100) * volumeMl(stream) - hasG),
  }
}
const columnOf = (i: number): string => `n${i}`

/** What is missed, each target in its own steps, and the g that go in. */
interface Costs {
  missed: Record<string, number>
  grams: Record<string, number>
}

function programOf(ask: CorrectAsk, bent: Bent): Omit<Program, 'minimize'> & Costs {
  const missed: Record<string, number> = {}
  const grams: Record<string, number> = {}
  const fetched: { terms: Terms; most: number }[] = []
  const columns: Record<string, { least: number; most: number; whole?: true }> = {}
  const roomMl = Math.max(0, ask.headroomMl) * bent.contracts
  ask.onHand.forEach(({ of, stepG, mostG }, i) => {
    const most = Math.floor(Math.min(mostG, PLENTY_G, roomMl / of.mlPerG) / stepG + 1e-9)
    grams[columnOf(i)] = stepG
    columns[columnOf(i)] = { least: 0, most, whole: true }
    // Whether it is fetched at all: 1 as soon as a step of it goes in.
    grams[`fetched${i}`] = FETCHED_G
    columns[`fetched${i}`] = { least: 0, most: 1, whole: true }
    fetched.push({ terms: { [columnOf(i)]: 1, [`fetched${i}`]: -most }, most: 0 })
  })
  const held = TARGETS.flatMap((name) => {
    const wanted = ask.wanted[name]
    if (wanted === undefined) return []
    const { terms, at } = rowOf(name, wanted, ask, bent)
    const [over, under] = [`over_${name}`, `under_${name}`]
    for (const slack of [over, under]) {
      missed[slack] = 1 / MET_WITHIN[name]
      columns[slack] = { least: 0, most: FAR }
    }
    const within = MET_WITHIN[name] * INSIDE
    return [{ terms: { ...terms, [over]: -1, [under]: 1 }, least: at - within, most: at + within }]
  })
  const addsMl = Object.fromEntries(ask.onHand.map(({ of, stepG }, i) => [columnOf(i), of.mlPerG * stepG]))
  const moreMl = Math.max(0, (ask.leastMl ?? 0) - volumeMl(ask.pot.stream))
  missed.short = 1 / NEAR_ML
  columns.short = { least: 0, most: FAR }
  const room = { terms: addsMl, most: roomMl }
  const atLeast = { terms: { ...addsMl, short: 1 }, least: moreMl * bent.contracts }
  return { missed, grams, columns, rows: [...held, room, ...fetched, ...(moreMl > 0 ? [atLeast] : [])] }
}

/** As near as can be first, and of all that come as near the fewest grams and things: one question would weigh them. */
async function solved(ask: CorrectAsk, bent: Bent, solve: SolveSoon): Promise<Solution> {
  const { missed, grams, columns, rows } = programOf(ask, bent)
  const nearest = await solve({ minimize: missed, columns, rows })
  if (!nearest) return null
  const least = Object.entries(missed).reduce((sum, [slack, weight]) => sum + weight * (nearest[slack] ?? 0), 0)
  const asNear = { terms: missed, most: least + NEARLY }
  return Object.keys(missed).length
    ? ((await solve({ minimize: grams, columns, rows: [...rows, asNear] })) ?? nearest)
    : nearest
}
/** Of a step of a target, what nobody reads. */
const NEARLY = 1e-3

/** Additions of an answer, in the order of what is on hand. */
const addedOf = ({ onHand }: CorrectAsk, answer: NonNullable<Solution>): Added[] =>
  onHand.flatMap(({ of, stepG }, i) => {
    const steps = answer[columnOf(i)] ?? 0
    return steps > 0 ? [{ key: of.key, massG: roundToStep(steps * stepG, stepG) }] : []
  })

async function additionsFor(ask: CorrectAsk, solve: SolveSoon): Promise<Pick<Correction, 'added' | 'after'>> {
  const things = ask.onHand.map((h) => h.of)
  let after = ask.pot
  let added: Added[] = []
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const sideMl =
      volumeMl(ask.pot.stream) +
      added.reduce((ml, a) => ml + a.massG * (things.find((t) => t.key === a.key)?.mlPerG ?? 0), 0)
    const bent = {
      acidOff: after.mix.dissolved.value - after.mix.brix.value,
      contracts: sideMl / volumeMl(after.stream),
    }
    const answer = await solved(ask, bent, solve)
    if (!answer) break
    const next = addedOf(ask, answer)
    const isSame = JSON.stringify(next) === JSON.stringify(added)
    added = next
    after = potAfter(ask.pot, added, things)
    if (isSame) break
  }
  return { added, after }
}

function missesOf({ wanted, leastMl }: CorrectAsk, { mix, stream }: PotState): Missed[] {
  const figures = TARGETS.filter((name) => {
    const value = wanted[name]
    return value !== undefined && !isMet(name, value, figureOf(mix, name))
  })
  return leastMl !== undefined && volumeMl(stream) < leastMl - NEAR_ML ? [...figures, 'volume'] : figures
}

/**
 * What a pot of the same drink took the last time, for so much more or less in the pot, in whole steps: what the pot is
 * with it, and what it would still miss.
 * @param last g that went into a pot of `lastMl`, above 0
 */
export function asLastTime(
  ask: CorrectAsk,
  last: readonly { item: ItemRef; massG: number }[],
  lastMl: number,
): Correction {
  const times = volumeMl(ask.pot.stream) / lastMl
  const added = last.flatMap(({ item, massG }): Added[] => {
    const on = ask.onHand.find((h) => h.of.key === itemKey(item))
    const scaledG = on ? Math.min(on.mostG, roundToStep(massG * times, on.stepG)) : 0
    return scaledG > 0 ? [{ key: on!.of.key, massG: scaledG }] : []
  })
  const after = potAfter(
    ask.pot,
    added,
    ask.onHand.map((h) => h.of),
  )
  return { added, after, missed: missesOf(ask, after), reasons: [] }
}

/**
 * The smallest additions, of what is on hand and in whole steps of the scale, that bring a pot to what is wanted; as
 * near as can be where it cannot be had, with what is in the way. Nothing can be taken out of a pot.
 * @throws ProcessLimit where what is wanted cannot be asked
 */
export async function correct(ask: CorrectAsk, solve: SolveSoon): Promise<Correction> {
  checkAsk({ wanted: ask.wanted, moment: 'jug', volumeMl: volumeMl(ask.pot.stream), bounds: {}, held: new Set() })
  const made = await additionsFor(ask, solve)
  const missed = missesOf(ask, made.after)
  return { ...made, missed, reasons: missed.length ? await reasonsOf(ask, solve) : [] }
}

async function reasonsOf(ask: CorrectAsk, solve: SolveSoon): Promise<CorrectReason[]> {
  const reasons: CorrectReason[] = []
  const roomy = { ...ask, headroomMl: FAR }
  const { after } = await additionsFor(roomy, solve)
  if (!missesOf(ask, after).length)
    reasons.push({ why: 'headroom', moreMl: volumeMl(after.stream) - volumeMl(ask.pot.stream) - ask.headroomMl })
  for (const { of, mostG } of ask.onHand) {
    if (mostG >= PLENTY_G) continue
    const onHand = ask.onHand.map((h) => (h.of === of ? { ...h, mostG: PLENTY_G } : h))
    const more = await additionsFor({ ...ask, onHand }, solve)
    if (!missesOf(ask, more.after).length) reasons.push({ why: 'on-hand', key: of.key })
  }
  return reasons.length ? reasons : [{ why: 'nothing' }]
}
