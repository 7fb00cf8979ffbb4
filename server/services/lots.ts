import { QueryTypes } from 'sequelize'
import { v5 as uuidV5, v7 as uuid } from 'uuid'
import { checkWeighIn } from '#core/limits'
import { roundAmount } from '#core/units'
import { handlingOf, NOTHING, typedPrice, type ReceiptInput } from '#core/yield'
import type { Body, Lot as LotRow, Reply } from '#shared/contract'
import { Lot, Movement, Stand } from '../db/models'
import { database, fromJson, toJson, toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts, register, replaceFact } from './facts'
import { invalid, notFound, refuseUnlessConfirmed } from './errors'
import { dataOf, getIngredient, lastPriceEurPerKg, recordPrice } from './ingredients'
import { ownerOnly, type Who } from './who'

type Raw = Omit<
  LotRow,
  'at' | 'amount' | 'onHand' | 'costEur' | 'marketEur' | 'seen' | 'weighed' | 'look' | 'cleaned'
> & {
  at: Date
  amount: string
  onHand: string
  costEur: string | null
  marketEur: string | null
  seen: unknown
  weighed: number
}
interface LatestEvent {
  lotId: string
  kind: 'look' | 'clean'
  body: unknown
  at: Date
  by: string
}
type Latest = Partial<Record<LatestEvent['kind'], LatestEvent>>

/** How many deliveries a list holds beyond what is still there: a fortnight and more of a busy small stand. */
const NEWEST = 60

/**
 * Lots by id, newest first, with what is on hand: the sum of their movements. @param ids SQL that gives their ids
 * @param looked of which lots the latest look and cleaning are wanted too
 */
export async function lotsOf(
  tx: Read,
  ids: string,
  replacements: Record<string, unknown>,
  who: Who,
  looked: 'there' | 'all' | 'none' = 'there',
): Promise<LotRow[]> {
  const rows = await database().query<Raw>(
    `SELECT l.id, l.stand_id AS standId, l.ingredient_key AS ingredientKey, l.kind, l.part, l.supplier, l.count, l.unit, l.amount, l.cost_eur AS costEur, l.at, p.name AS \`by\`,
            l.weighed, l.crates, l.market_eur AS marketEur, l.place, l.seen, l.use_by AS useBy, l.use_for AS useFor, l.source_id AS sourceId,
            IF(l.open, (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = l.id), 0) AS onHand
       FROM (${ids}) wanted STRAIGHT_JOIN lot l ON l.id = wanted.id STRAIGHT_JOIN person p ON p.id = l.person_id
      ORDER BY l.at DESC, l.id DESC`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  )
  const latest = await latestEvents(
    tx,
    looked === 'none'
      ? []
      : rows.filter((r) => r.kind === 'received' && (looked === 'all' || Number(r.onHand) > 0)).map((r) => r.id),
  )
  return rows.map((r) => view(r, latest.get(r.id), who))
}
const view = (r: Raw, latest: Latest | undefined, who: Who): LotRow => ({
  id: r.id,
  standId: r.standId,
  ingredientKey: r.ingredientKey,
  kind: r.kind,
  part: r.part,
  supplier: r.supplier,
  count: r.count,
  unit: r.unit,
  amount: toNumber(r.amount),
  onHand: toNumber(r.onHand),
  costEur: ownerOnly(who, toNumberOrNull(r.costEur)),
  marketEur: ownerOnly(who, toNumberOrNull(r.marketEur)),
  at: r.at.toISOString(),
  by: r.by,
  weighed: Boolean(r.weighed),
  crates: r.crates,
  place: r.place,
  seen: r.seen === null ? null : fromJson<LotRow['seen']>(r.seen),
  useBy: r.useBy,
  useFor: r.useFor,
  sourceId: r.sourceId,
  look: latest?.look
    ? { ...lookOf(fromJson(latest.look.body)), at: latest.look.at.toISOString(), by: latest.look.by }
    : null,
  cleaned: latest?.clean
    ? {
        initials: fromJson<{ initials: string }>(latest.clean.body).initials,
        at: latest.clean.at.toISOString(),
        by: latest.clean.by,
      }
    : null,
})
const lookOf = ({ place, feel }: NonNullable<LotRow['look']>) => ({ place, feel })

async function latestEvents(tx: Read, lotIds: string[]): Promise<Map<string, Latest>> {
  const out = new Map<string, Latest>()
  if (!lotIds.length) return out
  const rows = await database().query<LatestEvent>(
    `SELECT e.lot_id AS lotId, e.kind, e.body, e.at, p.name AS \`by\` FROM lot_event e JOIN person p ON p.id = e.person_id
      WHERE e.lot_id IN (:lotIds) AND e.kind IN ('look', 'clean') AND ${counts('e.id', 'lot-event')} ORDER BY e.at, e.id`,
    { type: QueryTypes.SELECT, replacements: { lotIds }, transaction: tx },
  )
  for (const r of rows) out.set(r.lotId, { ...out.get(r.lotId), [r.kind]: r })
  return out
}

/** More lots of a kind than this no small stand has open. */
const MOST_OPEN = { received: 500, 'by-product': 500, pressed: 200 }
/**
 * Open lots of a kind. What is out of the books is not open: taking it out moved all of it. Each kind by itself, so
 * that juice that nobody counts down never hides fruit.
 */
const openIds = (kind: keyof typeof MOST_OPEN, more = ''): string =>
  `(SELECT id FROM lot WHERE stand_id = :standId AND kind = '${kind}' AND open = TRUE${more} ORDER BY at DESC LIMIT ${MOST_OPEN[kind]})`

/** Ids of the deliveries in a list: what is in crates, whenever it came, and the newest. */
export const deliveryIds = (): string =>
  `${openIds('received')} UNION (SELECT id FROM lot WHERE stand_id = :standId AND ${counts('lot.id', 'lot')} AND kind = 'received' ORDER BY at DESC LIMIT ${NEWEST})`
/** And of what came of them and is still there: by-products only while they are kept. */
const shelfIds = (): string =>
  `${deliveryIds()} UNION ${openIds('by-product', ' AND place IS NOT NULL')} UNION ${openIds('pressed')}`
export const listLots = (tx: Read, standId: string, who: Who): Promise<Reply<'lots'>> =>
  lotsOf(tx, shelfIds(), { standId }, who)

/** What is left in a lot. Lock the lot row first, or two takes see the same rest. */
export async function onHand(tx: Tx, lotId: string): Promise<number> {
  return toNumber((await Movement.sum('amount', { where: { lotId }, transaction: tx })) ?? 0)
}

export type MoveKind =
  'receive' | 'press-out' | 'press-in' | 'void' | 'restore' | 'garnish' | 'discard' | 'sort-out' | 'sort-in'
export async function move(
  tx: Tx,
  who: Who,
  m: { lotId: string; amount: number; kind: MoveKind; sourceId: string },
): Promise<void> {
  await Movement.create({ id: uuid(), ...m, at: now(), personId: who.personId }, { transaction: tx })
  // What fills a new lot leaves it open, as it was made.
  if (m.amount > 0 && m.kind !== 'void' && m.kind !== 'restore') return
  await database().query(
    `UPDATE lot SET open = (SELECT COALESCE(SUM(amount), 0) >= ${NOTHING} FROM movement WHERE lot_id = lot.id) WHERE id = :lotId`,
    { type: QueryTypes.UPDATE, replacements: { lotId: m.lotId }, transaction: tx },
  )
}

type Optional = 'weighed' | 'crates' | 'marketEur' | 'place' | 'seen' | 'useBy' | 'useFor' | 'sourceId'
export type NewLot = Pick<
  LotRow,
  'id' | 'standId' | 'ingredientKey' | 'kind' | 'part' | 'supplier' | 'count' | 'unit' | 'amount' | 'costEur'
> &
  Partial<Pick<LotRow, Optional>>

/** A lot and the movement that fills it. */
export async function createLot(
  tx: Tx,
  who: Who,
  lot: NewLot,
  kind: 'receive' | 'press-in' | 'sort-in',
  sourceId: string,
  confirmed: readonly string[],
  at = now(),
): Promise<void> {
  // What is weighed in registers its id as a fact of its own.
  if (kind !== 'receive') await register(tx, 'made-lot', lot.id)
  const row = { ...lot, amount: roundAmount(lot.amount), at, personId: who.personId }
  await Lot.create(
    { ...row, seen: lot.seen ? toJson(lot.seen) : null, confirmed: toJson(confirmed) },
    { transaction: tx },
  )
  await move(tx, who, { lotId: lot.id, amount: row.amount, kind, sourceId })
  await recordChange(tx, who, 'lot', lot.id, null, row)
}

interface Replaced {
  ingredientKey: string
  amount: string
  costEur: string | null
  marketEur: string | null
}
/** The delivery that a correction is about, as it is before it goes out of the books. */
async function replacedLot(tx: Tx, id: string): Promise<Replaced> {
  const lot = (await Lot.findOne({
    where: { id, kind: 'received' },
    lock: tx.LOCK.UPDATE,
    transaction: tx,
    raw: true,
  })) as unknown as Replaced | null
  if (!lot) throw notFound('replaces')
  return lot
}

/**
 * What a delivery costs: as the owner says. Whoever does not see money says nothing of it; where they correct a
 * delivery, what was paid for it stays.
 */
function priceOf(body: Body<'postLot'>, before: Replaced | null, who: Who): ReceiptInput['price'] {
  if (who.role === 'owner') return typedPrice(body)
  const paidEur = toNumberOrNull(before?.costEur ?? null)
  return paidEur === null ? null : { eur: paidEur, per: 'all' }
}

/**
 * What fruit that was given would have cost: at the latest price, or as it was before a correction by somebody who does
 * not see it.
 */
function marketOf(
  amountG: number,
  ingredientKey: string,
  before: Replaced | null,
  last: number | null,
  who: Who,
): number | null {
  const kept = who.role !== 'owner' && before?.ingredientKey === ingredientKey ? toNumberOrNull(before.marketEur) : null
  if (kept !== null) return (kept / toNumber(before!.amount)) * amountG
  return last === null ? null : (last * amountG) / 1000
}

/**
 * Weighs a delivery in. The owner's price becomes the ingredient's latest; crew do not see prices, so their lots are
 * costed later at the price of the day. Fruit that was given costs nothing, leaves the market price alone, and keeps
 * that beside its cost.
 */
export async function weighIn(tx: Tx, body: Body<'postLot'>, who: Who): Promise<Reply<'postLot'>> {
  await register(tx, 'lot', body.id)
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const ingredient = await getIngredient(tx, body.ingredientKey)
  const fruit = dataOf(ingredient)!
  const before = body.replaces ? await replacedLot(tx, body.replaces) : null
  if (body.replaces) await replaceFact(tx, 'lot', body.replaces, who)
  const price = priceOf(body, before, who)
  const last = await lastPriceEurPerKg(tx, body.ingredientKey)
  const { kg, count, crates, seen } = body
  // A doubt about a price names it: only the owner is asked.
  const input = { kg, count, crates, price, at: body.at, ...seen }
  const found = checkWeighIn(
    input,
    ownerOnly(who, last),
    handlingOf(fruit, ingredient.handling).pieceG,
    now().toISOString(),
  )
  if (who.role !== 'owner' && found.limits.some((l) => l.field === 'price'))
    throw invalid([{ field: 'kg', code: 'kg-not-positive', numbers: { value: kg ?? 0 } }])
  refuseUnlessConfirmed(found, body.confirm)
  const receipt = found.receipt!
  const at = body.at ? new Date(body.at) : now()
  await createLot(
    tx,
    who,
    {
      id: body.id,
      standId: body.standId,
      ingredientKey: body.ingredientKey,
      kind: 'received',
      part: null,
      supplier: body.supplier,
      count,
      crates,
      unit: 'g',
      amount: receipt.amountG,
      weighed: receipt.weighed,
      costEur: receipt.costEur,
      place: body.place ?? 'room',
      seen,
      marketEur: receipt.costEur === 0 ? marketOf(receipt.amountG, body.ingredientKey, before, last, who) : null,
    },
    'receive',
    body.id,
    body.confirm,
    at,
  )
  if (receipt.eurPerKg) {
    const paid = {
      ingredientKey: body.ingredientKey,
      packPriceEur: receipt.eurPerKg,
      packG: 1000,
      source: 'receipt' as const,
    }
    await recordPrice(tx, who, {
      ...paid,
      id: uuidV5('price', body.id),
      lotId: body.id,
      supplier: body.supplier,
      since: at,
    })
  }
  return { id: body.id }
}
