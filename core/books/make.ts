import { closedBy, fold, madeOf, soFar, type MadeOf } from '../batch'
import { ProcessLimit } from '../process'
import { tookFrom } from './run'
import { checkMaking, checkTake, type Finding } from '../limits'
import { useByOf } from '../preps/use-by'
import { itemKey, type Evaluation } from '../recipe'
import { TAP } from '../substances'
import { dayOf } from '../time'
import { roundAmount, settledTake } from '../units'
import { shareOfCost, type Place } from '../yield'
import { child } from './child'
import { roundMoney } from './money'
import { movement } from './movement'
import { gramsOf } from './pack'
import { rowId } from './row-id'
import { gPerMlOfPrep } from './uses'
import type { Added, BatchRow, Kept, LotRow, SeenMade, Used } from './rows'
import { after, BOOKED, both, missing, NEEDS, refused, type Book, type Booked, type LotNow, type State } from './state'
import { replacing } from './void'

/** A making of a prep, told when it is done: what came out, and what it was made of. */
export interface Make {
  id: string
  standId: string
  versionId: string
  /** what came out, as it was measured */
  out: { value: number; unit: 'mL' | 'g' }
  seen?: Partial<SeenMade> | null
  minutes?: number | null
  hands?: number | null
  /** what was taken out of which lots, in the unit of each; the rest is in no lot */
  uses?: { lotId: string; amount: number }[]
  place: Place
  useBy?: string | null
  /** what was added to taste, one after the other: acid to a fruit syrup, say */
  added?: Added[]
  /** by-products that were kept, by the stream that left them: a lot each */
  kept?: { stream: string; g: number; kept: Kept }[]
  at?: string | null
  /** the batch that it ends: what it took was weighed out of its lots before, and is not told again */
  runId?: string | null
  /** the making that this one corrects */
  replaces?: string | null
}

const UNSEEN: SeenMade = { brix: null, tempC: null, ph: null, measured: [] }
/** The farthest that a calendar is behind the middle of the world's: what is of today anywhere is no slip. */
const BEHIND_MS = 14 * 36e5

/** Out of lots, into a lot of the version: what was used, what came out, until when it is kept, what it cost. */
export const make: Book<Make> = {
  needs: ({ standId, versionId, uses = [], added = [], replaces, runId }) => ({
    ...NEEDS,
    runs: runId ? [runId] : [],
    stands: [standId],
    versions: [versionId],
    lots: uses.map((u) => u.lotId),
    ingredients: added.map((a) => a.key),
    facts: replaces ? [replaces] : [],
    prices: true,
  }),
  book(told, state) {
    const undone = replacing('batch', told, state)
    if (undone.limits.length) return undone
    const version = state.version(told.versionId)
    if (!state.stand(told.standId)) return missing('standId')
    if (!version) return missing('versionId')
    const { recipeId } = version
    const standardG = version.evaluation.jug.mass.value
    if (useByOf(version.evaluation, told.place).needsApproval)
      return refused({ code: 'approval-missing', field: 'versionId', numbers: {} })
    const ended = told.runId ? endOf(told.runId, told, state) : null
    if (ended && 'limits' in ended) return ended
    // What a batch was made of is as it happened; what was told at once is as the standard says.
    const evaluation = ended?.evaluation ?? version.evaluation
    const taken = ended?.taken ?? lotsUsed(told, after(state, undone))
    if ('limits' in taken) return refused(...taken.limits)
    const gPerMl = gPerMlOfPrep(evaluation)
    const { value, unit } = told.out
    const outG = unit === 'g' ? value : value * gPerMl
    const at = told.at ?? state.now
    const seen = told.seen ? { ...UNSEEN, ...told.seen } : null
    const left = [...leftOver(told, evaluation), ...addedWrong(told, state)]
    if (left.length) return refused(...left)
    const keptG = (told.kept ?? []).reduce((sum, k) => sum + k.g, 0)
    const went = wentIn(evaluation, taken, ended ? 1 : outG / standardG, state, told.added)
    const found = checkMaking({
      out: value,
      outG,
      keptG,
      inG: ended ? ended.inG : went.inG,
      expectedG: ended ? evaluation.jug.mass.value : went.expectedG,
      brix: seen?.brix ?? null,
      tempC: seen?.tempC ?? null,
      minutes: told.minutes ?? null,
      hands: told.hands ?? null,
      useBy: told.useBy ?? null,
      madeOn: dayOf(new Date(Date.parse(at) - BEHIND_MS), 'UTC'),
      at: told.at ?? null,
      now: state.now,
    })
    if (found.limits.length) return refused(...found.limits)
    const times = outG / standardG
    const uses = taken.map(({ lot, amount }): Used => ({ lotId: lot.id, itemKey: lot.itemKey, amount }))
    const lotId = rowId(told.id, 'made')
    const batch: BatchRow = {
      id: told.id,
      standId: told.standId,
      recipeId,
      versionId: told.versionId,
      lotId,
      outUnit: unit,
      outG: roundAmount(outG),
      outMl: roundAmount(outG / gPerMl),
      times: roundAmount(times),
      minutes: told.minutes ?? null,
      standardMin: roundAmount(version.evaluation.handMin * times),
      hands: told.hands ?? null,
      uses,
      added: told.added ?? [],
      runId: told.runId ?? null,
      made: ended?.made ?? null,
      cost: went.cost === null ? null : roundMoney(went.cost),
      costBasis: went.cost === null ? 'estimated' : went.basis,
      seen,
      at,
    }
    const of = { standId: told.standId, itemKind: 'version', itemKey: told.versionId } as LotRow
    const beside = keptLots(told, evaluation, went.carried, at, of)
    const carried = beside.reduce((sum, l) => sum + (l.cost ?? 0), 0)
    const lot = child(of, {
      id: lotId,
      kind: 'made',
      unit,
      amount: roundAmount(value),
      cost: batch.cost === null ? null : roundMoney(batch.cost - carried),
      place: told.place,
      useBy: told.useBy ?? null,
      sourceId: told.id,
      at,
    })
    return both(undone, {
      ...BOOKED,
      doubts: found.doubts,
      lots: [lot, ...beside],
      batches: [batch],
      movements: [
        ...(ended ? [] : uses.map((u) => movement(told.id, u.lotId, -u.amount, 'make-out'))),
        ...[lot, ...beside].map((l) => movement(told.id, l.id, l.amount, 'make-in')),
      ],
    })
  },
}

/** A batch that ends here: what is in the pot, and what its lots gave. */
function endOf(
  runId: string,
  { standId, versionId }: Make,
  state: State,
): Booked | { evaluation: Evaluation; made: MadeOf; taken: TakenOf[]; inG: number } {
  const run = state.run(runId)
  if (!run || run.standId !== standId) return missing('runId')
  if (run.made || closedBy(run.events)) return refused({ code: 'batch-ended', field: 'runId', numbers: {} })
  if (run.versionId && run.versionId !== versionId) return missing('versionId')
  const actual = fold(run.planned, run.events)
  const pot = soFar(actual)
  if (!pot) return refused({ code: 'batch-empty', field: 'runId', numbers: {} })
  try {
    const evaluation = run.evaluate(pot)
    const inG = evaluation.bill.own.reduce((sum, t) => sum + t.mass.value, 0)
    const taken = tookFrom(run).flatMap(({ lotId, amount }): TakenOf[] => {
      const lot = state.lot(lotId)
      return lot ? [{ lot, amount }] : []
    })
    return { evaluation, made: madeOf(evaluation, actual, run), taken, inG }
  } catch (e) {
    if (e instanceof ProcessLimit) return refused({ code: e.code, field: 'runId', numbers: e.numbers })
    throw e
  }
}

interface TakenOf {
  lot: LotNow
  amount: number
}
/** The lots that were used, each with enough in it, all of the stand. */
function lotsUsed({ uses = [], standId }: Make, state: State): TakenOf[] | { limits: Finding[] } {
  const out: TakenOf[] = []
  const limits: Finding[] = []
  for (const [i, { lotId, amount }] of uses.entries()) {
    const lot = state.lot(lotId)
    const field = `uses.${i}`
    if (!lot || lot.standId !== standId) return { limits: [{ code: 'not-found', field, numbers: {} }] }
    if (lot.voided) limits.push({ code: 'lot-void', field, numbers: {} })
    limits.push(...checkTake(amount, lot.onHand, field, lot.unit))
    out.push({ lot, amount: settledTake(amount, lot.onHand) })
  }
  if (new Set(uses.map((u) => u.lotId)).size < uses.length)
    limits.push({ code: 'lot-twice', field: 'uses', numbers: {} })
  return limits.length ? { limits } : out
}

/** Streams that a making may leave over, each once, and some of it. */
function leftOver({ kept = [] }: Make, evaluation: Evaluation): Finding[] {
  const there = new Set(evaluation.byProducts.map((b) => b.name))
  const seen = new Set<string>()
  return kept.flatMap(({ stream, g }, i): Finding[] => {
    const field = `kept.${i}`
    const twice = seen.has(stream)
    seen.add(stream)
    if (!there.has(stream) || twice) return [{ code: 'nothing-left-there', field, numbers: {} }]
    return g > 0 && Number.isFinite(g) ? [] : [{ code: 'kept-not-positive', field, numbers: { value: g } }]
  })
}
/** What is added by taste is an ingredient that there is, and some of it. */
const addedWrong = ({ added = [] }: Make, state: State): Finding[] =>
  added.flatMap(({ key, g }, i): Finding[] => {
    const field = `added.${i}`
    if (!state.data(key)) return [{ code: 'ingredient-unknown', field, numbers: {} }]
    return g > 0 && Number.isFinite(g) ? [] : [{ code: 'added-not-positive', field, numbers: { value: g } }]
  })
/** A lot of each by-product that is kept, with what the prep says that it carries. */
function keptLots(
  { id, kept = [] }: Make,
  { document, byProducts }: Evaluation,
  carried: number | null,
  at: string,
  of: LotRow,
): LotRow[] {
  const shareOf = (stream: string): number => document.kept?.find((k) => k.stream === stream)?.costShare ?? 0
  const all = byProducts.reduce((sum, b) => sum + shareOf(b.name), 0)
  return kept.map(({ stream, g, kept: { lotId, place, useBy, useFor } }) => {
    const share = all > 0 ? shareOf(stream) / all : 0
    return child(of, {
      id: lotId,
      kind: 'by-product',
      part: stream.split('/')[1]!,
      amount: roundAmount(g),
      cost: share === 0 ? 0 : carried === null ? null : roundMoney(carried * share),
      place,
      useBy,
      useFor,
      sourceId: id,
      at,
    })
  })
}

/** g of what was taken out of a lot; null for pieces, or where nobody knows what it is made of. */
function gramsTaken({ lot, amount }: TakenOf, state: State): number | null {
  if (lot.itemKind === 'ingredient') {
    const data = state.data(lot.itemKey)
    return data ? gramsOf(amount, lot.unit, data) : null
  }
  if (lot.unit === 'g') return amount
  const version = state.version(lot.itemKey)
  return version && lot.unit === 'mL' ? amount * gPerMlOfPrep(version.evaluation) : null
}
const itemOf = ({ lot }: TakenOf, state: State): string =>
  lot.itemKind === 'version' ? `prep:${state.recipeOf(lot.itemKey) ?? lot.itemKey}` : lot.itemKey

/**
 * What went in and what it cost: what is of lots as they were paid, the rest as the standard has it at the last price.
 * Water out of the tap is in no lot and costs nothing until it is priced.
 */
function wentIn(
  evaluation: Evaluation,
  taken: readonly TakenOf[],
  times: number,
  state: State,
  added: readonly Added[] = [],
): {
  inG: number | null
  expectedG: number | null
  cost: number | null
  /** of that, what the by-products carry which the prep keeps */
  carried: number | null
  basis: BatchRow['costBasis']
} {
  const grams = new Map<string, number>()
  const costs = new Map<string, number>()
  const add = (key: string, money: number | null): void => {
    cost = cost === null || money === null ? null : cost + money
    costs.set(key, (costs.get(key) ?? 0) + (money ?? 0))
  }
  let inG: number | null = 0
  let cost: number | null = 0
  for (const t of taken) {
    const g = gramsTaken(t, state)
    add(itemOf(t, state), shareOfCost(t.lot.cost, t.lot.amount, t.amount))
    if (g !== null) grams.set(itemOf(t, state), (grams.get(itemOf(t, state)) ?? 0) + g)
    inG = inG === null || g === null ? null : inG + g
  }
  let basis: BatchRow['costBasis'] = 'measured'
  for (const { key, g } of added) {
    const perKg = state.lastPerKg(key)
    basis = 'estimated'
    add(key, perKg === null ? null : (perKg * g) / 1000)
  }
  const addedG = added.reduce((sum, a) => sum + a.g, 0)
  // Of what came out of lots, how many times the standard it was: the least of them bounds it.
  const ratios: number[] = []
  for (const take of evaluation.bill.own) {
    const key = itemKey(take.item)
    const standardG = take.mass.value
    const g = grams.get(key)
    if (g !== undefined) {
      if (standardG > 0) ratios.push(g / standardG)
      continue
    }
    const perKg = state.lastPerKg(key)
    if (key === TAP) add(key, ((perKg ?? 0) * standardG * times) / 1000)
    else {
      inG = null
      basis = 'estimated'
      add(key, perKg === null ? null : (perKg * standardG * times) / 1000)
    }
  }
  const waterG = evaluation.bill.own.reduce((sum, t) => sum + (itemKey(t.item) === TAP ? t.mass.value : 0), 0)
  const most = ratios.length ? Math.max(...ratios) : null
  const least = ratios.length ? Math.min(...ratios) : null
  return {
    inG: inG === null || most === null ? null : inG + addedG + (grams.has(TAP) ? 0 : waterG * most),
    expectedG: least === null ? null : evaluation.jug.mass.value * least,
    cost,
    carried: cost === null ? null : carriedOf(evaluation, costs),
    basis,
  }
}

/** What of these costs goes away with by-products, by the shares of the takes that each is of. */
function carriedOf({ bill }: Evaluation, costs: ReadonlyMap<string, number>): number {
  const grams = new Map<string, { all: number; away: number }>()
  for (const { item, mass, stays } of bill.own) {
    const { all, away } = grams.get(itemKey(item)) ?? { all: 0, away: 0 }
    grams.set(itemKey(item), { all: all + mass.value, away: away + mass.value * (1 - stays) })
  }
  let carried = 0
  for (const [key, { all, away }] of grams) if (all > 0) carried += ((costs.get(key) ?? 0) * away) / all
  return carried
}
