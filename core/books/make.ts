import { closedBy, fold, madeOf, soFar, unweighed, type MadeOf } from '../batch'
import { ProcessLimit } from '../process'
import { tookFrom } from './run'
import { checkMaking, checkTake, type Finding } from '../limits'
import { useByOf } from '../preps/use-by'
import type { Evaluation } from '../recipe'
import { dayOf } from '../time'
import { roundAmount, settledTake } from '../units'
import type { Place } from '../yield'
import { child } from './child'
import { roundMoney } from './money'
import { movement } from './movement'
import { rowId } from './row-id'
import { gPerMlOfPrep } from './uses'
import { gramsTaken, itemOf, wentIn, type TakenOf } from './went-in'
import type { Added, BatchRow, Kept, LotRow, SeenMade, Used } from './rows'
import { after, BOOKED, both, missing, NEEDS, refused, type Book, type Booked, type State } from './state'
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
  /**
   * what was taken out of which lots, in the unit of each; the rest is in no lot. Of a batch that ends, what nobody
   * weighed and went in as planned
   */
  uses?: { lotId: string; amount: number }[]
  place: Place
  useBy?: string | null
  /** what was added to taste, one after the other: acid to a fruit syrup, say */
  added?: Added[]
  /** by-products that were kept, by the stream that left them: a lot each */
  kept?: { stream: string; g: number; kept: Kept }[]
  at?: string | null
  /** the batch that it ends: what was weighed left its lots then, and is not told again */
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
    const own = ended ? asPlanned(told, ended.openG, after(state, undone)) : lotsUsed(told, after(state, undone))
    if ('limits' in own) return refused(...own.limits)
    const taken = ended ? together([...ended.taken, ...own]) : own
    const gPerMl = gPerMlOfPrep(evaluation)
    const { value, unit } = told.out
    const outG = unit === 'g' ? value : value * gPerMl
    const at = told.at ?? state.now
    const seen = told.seen ? { ...UNSEEN, ...told.seen } : null
    const left = [...leftOver(told, evaluation), ...addedWrong(told, state)]
    if (left.length) return refused(...left)
    const keptG = (told.kept ?? []).reduce((sum, k) => sum + k.g, 0)
    const went = wentIn(evaluation, taken, ended ? 'as-told' : outG / standardG, state, told.added)
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
        ...own.map(({ lot: l, amount }) => movement(told.id, l.id, -amount, 'make-out')),
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
): Booked | { evaluation: Evaluation; made: MadeOf; taken: TakenOf[]; inG: number; openG: Map<string, number> } {
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
    const openG = new Map<string, number>()
    for (const { key, massG } of unweighed(run.planned, actual, evaluation))
      openG.set(key, (openG.get(key) ?? 0) + massG)
    return { evaluation, made: madeOf(evaluation, actual, run), taken, inG, openG }
  } catch (e) {
    if (e instanceof ProcessLimit) return refused({ code: e.code, field: 'runId', numbers: e.numbers })
    throw e
  }
}

/**
 * What nobody weighed, out of lots of the stand: what they have of it, and no more of a thing than nobody weighed by
 * now, whatever the tablet had seen. Nothing is refused for what they have not.
 * @param openG g of it by the keys of things
 */
function asPlanned({ uses = [], standId }: Make, openG: ReadonlyMap<string, number>, state: State): TakenOf[] {
  const left = new Map(openG)
  const asked = new Map<string, number>()
  for (const { lotId, amount } of uses) asked.set(lotId, (asked.get(lotId) ?? 0) + amount)
  return [...asked].flatMap(([lotId, amount]): TakenOf[] => {
    const lot = state.lot(lotId)
    if (!lot || lot.voided || lot.standId !== standId) return []
    const all = { lot, amount: Math.min(settledTake(amount, lot.onHand), lot.onHand) }
    const [key, g] = [itemOf(all, state), gramsTaken(all, state)]
    const most = left.get(key) ?? 0
    if (g === null || !(g > 0) || !(most > 0)) return []
    const share = Math.min(1, most / g)
    left.set(key, most - g * share)
    return [{ lot, amount: roundAmount(all.amount * share) }]
  })
}
/** All of a lot in one. */
function together(taken: readonly TakenOf[]): TakenOf[] {
  const all = new Map<string, TakenOf>()
  for (const t of taken)
    all.set(t.lot.id, { lot: t.lot, amount: roundAmount((all.get(t.lot.id)?.amount ?? 0) + t.amount) })
  return [...all.values()]
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
