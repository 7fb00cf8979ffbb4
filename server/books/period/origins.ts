import { QueryTypes } from 'sequelize'
import type { LotRow, Used } from '#core/books'
import { heldIn, type Origins, type PartG, type TracedLot, type WentIn } from '#core/variance'
import { database, fromJson, toNumber, toNumberOrNull, type Read } from '../../db/connect'
import { Batch, Lot, Press } from '../../db/models'
import { rowsOf } from '../../db/rows'
import { holdsOf } from '../holds'
import type { Signed } from './signed'

// Lots with all that they came of: a handful of questions for each step back, however many lots there are.

/** No pot is of a pot of a pot so often. */
const DEEPEST = 12
interface Found extends Origins {
  lots: Map<string, TracedLot>
  presses: Map<string, { id: string; takes: { lotId: string; takenG: number }[] }>
  parents: Map<string, string>
  moved: Map<string, { lotId: string; times: number }>
  makings: Map<string, WentIn & { came: number }>
}

/** @param ids of lots that anything left @returns them, and those that they came of */
export async function originsOf(tx: Read, ids: readonly string[], signed: Signed): Promise<Origins> {
  const found: Found = {
    ...{ lots: new Map(), presses: new Map(), parents: new Map(), moved: new Map(), makings: new Map() },
  }
  let next = [...new Set(ids)]
  for (let deep = 0; next.length && deep < DEEPEST; deep++) {
    const lots = await lotsOf(tx, next)
    for (const lot of lots) found.lots.set(lot.id, lot)
    const of = (...kinds: LotRow['kind'][]): TracedLot[] => lots.filter((l) => kinds.includes(l.kind))
    const steps = [
      await movedFrom(tx, lots, found),
      await pressesOf(tx, of('pressed'), found),
      await parentsOf(tx, of('peeled', 'opened'), found),
      await makingsOf(tx, of('made'), found, signed),
      await leftOf(tx, of('left'), found, signed),
    ]
    next = [...new Set(steps.flat())].filter((id) => !found.lots.has(id))
  }
  return found
}
async function lotsOf(tx: Read, ids: readonly string[]): Promise<TracedLot[]> {
  const rows = await rowsOf(Lot, { where: { id: [...ids] }, transaction: tx })
  return rows.map(({ id, itemKind, itemKey, kind, unit, amount, purchasedG, cost, sourceId }) => ({
    ...{ id, itemKind, itemKey, kind, unit, sourceId },
    amount: toNumber(amount),
    purchasedG: toNumberOrNull(purchasedG),
    cost: toNumberOrNull(cost),
  }))
}

/** Of those that arrived from another stand, where they came from. */
async function movedFrom(tx: Read, lots: readonly TracedLot[], found: Found): Promise<string[]> {
  const sources = lots.flatMap((l) => l.sourceId ?? [])
  if (!sources.length) return []
  const rows = await database().query<{ id: string; lotId: string; sent: string; came: string }>(
    `SELECT a.id, e.lot_id AS lotId, e.amount_g AS sent, a.amount AS came
       FROM arrival a JOIN lot_event e ON e.id = a.send_id WHERE a.id IN (:sources)`,
    { type: QueryTypes.SELECT, replacements: { sources }, transaction: tx },
  )
  const of = new Map(rows.map((r) => [r.id, { lotId: r.lotId, times: toNumber(r.sent) / toNumber(r.came) }]))
  for (const { id, sourceId } of lots) {
    const from = of.get(sourceId ?? '')
    if (from) found.moved.set(id, from)
  }
  return rows.map((r) => r.lotId)
}

async function pressesOf(tx: Read, lots: readonly TracedLot[], found: Found): Promise<string[]> {
  if (!lots.length) return []
  const rows = await rowsOf(Press, {
    where: { juiceLotId: lots.map((l) => l.id) },
    attributes: ['id', 'juiceLotId', 'lotId', 'takes', 'takenG'],
    transaction: tx,
  })
  return rows.flatMap(({ id, juiceLotId, lotId, takes, takenG }) => {
    // Presses of earlier releases were of one lot, as it came.
    const of = takes ? fromJson<{ lotId: string; takenG: number }[]>(takes) : [{ lotId, takenG: toNumber(takenG) }]
    found.presses.set(juiceLotId, { id, takes: of })
    return of.map((t) => t.lotId)
  })
}

async function parentsOf(tx: Read, lots: readonly TracedLot[], found: Found): Promise<string[]> {
  const parent = await bySource(tx, lots, 'SELECT id, lot_id AS fromId FROM lot_event WHERE id IN (:sources)')
  for (const { id, sourceId } of lots) {
    const of = parent.get(sourceId ?? '')
    if (of) found.parents.set(id, of)
  }
  return [...parent.values()]
}
async function bySource(tx: Read, lots: readonly TracedLot[], sql: string): Promise<Map<string, string>> {
  const sources = lots.flatMap((l) => l.sourceId ?? [])
  if (!sources.length) return new Map()
  const select = { type: QueryTypes.SELECT, replacements: { sources }, transaction: tx } as const
  return new Map((await database().query<{ id: string; fromId: string }>(sql, select)).map((r) => [r.id, r.fromId]))
}

async function makingsOf(tx: Read, lots: readonly TracedLot[], found: Found, signed: Signed): Promise<string[]> {
  if (!lots.length) return []
  const rows = await rowsOf(Batch, {
    where: { lotId: lots.map((l) => l.id) },
    attributes: ['lotId', 'versionId', 'uses', 'outG', 'made'],
    transaction: tx,
  })
  await signed.learn(
    tx,
    rows.map((r) => r.versionId),
  )
  return rows.flatMap(({ lotId, versionId, uses, outG, made }) => {
    const took = fromJson<Used[]>(uses).map((u) => ({ lotId: u.lotId, amount: u.amount }))
    const contents = made ? fromJson<{ contents: Record<string, number> }>(made).contents : null
    const asStandard = inMaking(signed, versionId, toNumber(outG), contents)
    found.makings.set(lotId, { uses: took, asStandard, came: found.lots.get(lotId)!.amount })
    return took.map((u) => u.lotId)
  })
}
/** g of what a making takes, so that so much comes of it: as its standard has it, or as it was told step by step. */
function inMaking(signed: Signed, versionId: string, outG: number, told: Record<string, number> | null): PartG[] {
  const standard = signed.of(versionId)
  if (!standard) return []
  const times = outG / standard.jug.mass.value
  const parts = [...standard.bill.ingredients].map(([key, g]) => ({ key, g: g * times }))
  if (!told) return parts
  const inG = parts.reduce((sum, p) => sum + p.g, 0)
  return Object.entries(told).map(([key, share]) => ({ key, g: share * inG }))
}

async function leftOf(tx: Read, lots: readonly TracedLot[], found: Found, signed: Signed): Promise<string[]> {
  const holdOf = await bySource(tx, lots, 'SELECT id, hold_id AS fromId FROM hold_event WHERE id IN (:sources)')
  const holds = await holdsOf(tx, [...new Set(holdOf.values())])
  await signed.learn(
    tx,
    [...holds.values()].map((h) => h.versionId),
  )
  return lots.flatMap((lot) => {
    const hold = holds.get(holdOf.get(lot.sourceId ?? '') ?? '')
    const standard = hold && signed.of(hold.versionId)
    if (!standard) return []
    const held = heldIn(hold, standard)
    found.makings.set(lot.id, held)
    return held.uses.map((u) => u.lotId)
  })
}
