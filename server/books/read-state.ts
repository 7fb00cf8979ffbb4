import { QueryTypes } from 'sequelize'
import {
  goodsOf,
  isDelivery,
  type FactNow,
  type LotNow,
  type Movement,
  type Needs,
  type State,
  type VoidKind,
} from '#core/books'
import type { HoldControl } from '#core/hold'
import type { OwnHandling } from '#core/yield'
import { Batch, Cup, Fact, Lot, Press, Stand } from '../db/models'
import { database, toNumber, type Tx } from '../db/connect'
import { currencyDecimals } from '../platform/business'
import { now } from '../platform/clock'
import { standClosed } from '../platform/errors'
import { dataOf, findByName, findIngredients } from '../menu/ingredients'
import { recipesOf, versionsOf } from '../menu/versions'
import { counts } from './facts'
import { pricesPerKg } from './prices'
import { meanYield } from './presses'
import { atLeast, roleAt } from '#shared/contract'
import { leastRoleAt, type Who } from '../people/who'
import { lotRow } from './lot-row'
import { holdsNow, poursNow, vesselsNow } from './holds'
import { runsNow } from './runs'
import { sendsNow } from './sends'
import { boundingRows, rowsOf } from '../db/rows'

/**
 * What a book needs to know, read under locks: the lots that the fact names and those that the facts moved which it
 * takes out, locked in the order of their ids, and only then what is in them.
 */
export async function readState(tx: Tx, needs: Needs, who: Who): Promise<State> {
  const moved = needs.facts.length
    ? await database().query<{ lotId: string }>(
        'SELECT DISTINCT lot_id AS lotId FROM movement WHERE source_id IN (:facts)',
        { type: QueryTypes.SELECT, replacements: { facts: needs.facts }, transaction: tx },
      )
    : []
  const runs = await runsNow(tx, needs.runs, needs.items)
  const ofRuns = [...runs.values()].flatMap((r) => r.events.flatMap((e) => e.took?.lotId ?? []))
  const holds = await holdsNow(tx, needs.holds)
  const vessels = await vesselsNow(tx, needs.vessels)
  const recipes = await recipesOf(tx, needs.recipes)
  const pours = await poursNow(tx, needs.pours)
  const sends = await sendsNow(tx, needs.sends)
  const ofHatch = [
    ...[...holds.values()].flatMap((h) => h.events.flatMap((e) => e.took?.lotId ?? [])),
    ...[...pours.values()].flatMap((p) => p.uses.map((u) => u.lotId)),
  ]
  const lots = await lockedLots(
    tx,
    [...new Set([...needs.lots, ...ofRuns, ...ofHatch, ...moved.map((m) => m.lotId)])].sort(),
    needs.since,
  )
  const facts = await factsOf(tx, needs.facts, lots)
  const made = [...lots.values()].flatMap((l) => (l.itemKind === 'version' ? [l.itemKey] : []))
  const isAsked = needs.versions.length > 0 || needs.runs.length > 0 || needs.holds.length > 0
  const versions = await versionsOf(
    tx,
    isAsked ? [...needs.versions, ...made, ...[...holds.values()].map((h) => h.versionId)] : [],
  )
  const taken = [...versions.values()].flatMap((v) =>
    v.evaluation.bill.own.flatMap((t) => ('ingredient' in t.item ? [t.item.ingredient] : [])),
  )
  const keys = [
    ...new Set([
      ...needs.ingredients,
      ...taken,
      ...[...holds.values()].flatMap((h) => h.events.flatMap((e) => (e.kind === 'laid' ? e.item : []))),
      ...[...lots.values()].flatMap((l) => (l.itemKind === 'ingredient' ? l.itemKey : [])),
    ]),
  ]
  const ingredients = await findIngredients(tx, keys)
  // With the juice of each fruit, which may have values of its own.
  const juices = [...ingredients.values()].flatMap((i) => dataOf(i)?.fruit?.juice ?? [])
  for (const [key, row] of await findIngredients(tx, needs.names.length ? juices : [])) ingredients.set(key, row)
  const goods = await goodsIn(tx, needs.goods)
  const named = await Promise.all(needs.names.map((name) => findByName(tx, name)))
  const prices = await pricesPerKg(tx, needs.prices ? keys : [], { without: needs.facts })
  const stands = await standsOf(tx, needs, lots, who)
  // What is at a stand where the teller does not work is not there for them.
  const seen = <T extends { standId: string }>(row: T | undefined): T | undefined =>
    row && roleAt(who, row.standId) !== null ? row : undefined
  const touched = [...lots.values(), ...runs.values(), ...holds.values(), ...vessels.values(), ...pours.values()]
  const role = leastRoleAt(who, new Set([...stands.keys(), ...touched.map((r) => r.standId)])) ?? 'crew'
  const pressed = needs.mean ? lots.get(needs.lots[0]!) : undefined
  const fruit = pressed && dataOf(ingredients.get(pressed.itemKey))
  const mean = pressed && fruit?.fruit ? await meanYield(tx, pressed.standId, fruit, pressed.itemKey) : null
  return {
    now: now().toISOString(),
    teller: { seesMoney: role === 'owner', mends: atLeast(role, 'lead'), overrules: role === 'owner' },
    decimals: await currencyDecimals(tx),
    stand: (id) => stands.has(id) && roleAt(who, id) !== null,
    control: (id) => stands.get(id) ?? 'cold',
    lot: (id) => seen(lots.get(id)),
    fact: (id) => facts.get(id),
    data: (key) => dataOf(ingredients.get(key)),
    handling: (key) => (ingredients.get(key)?.handling ?? null) as OwnHandling | null,
    goods: (key) => goods.has(key),
    named: (name) => named[needs.names.indexOf(name)],
    version: (id) => versions.get(id),
    recipeOf: (id) => versions.get(id)?.recipeId ?? recipes.get(id),
    run: (id) => seen(runs.get(id)),
    hold: (id) => seen(holds.get(id)),
    vessel: (id) => seen(vessels.get(id)),
    pour: (id) => seen(pours.get(id)),
    // Where it goes to, and where it came from.
    sent: (id) => {
      const sent = sends.get(id)
      return sent && (seen(sent.lot) ?? seen({ standId: sent.toStandId })) ? sent : undefined
    },
    lastPerKg: (key) => prices.get(key) ?? null,
    meanMlPerKg: () => mean,
  }
}

/** Those of some keys of goods whose cup there is. */
async function goodsIn(tx: Tx, keys: readonly string[]): Promise<Set<string>> {
  const ids = keys.flatMap((key) => goodsOf(key)?.cupId ?? [])
  if (!ids.length) return new Set()
  const cups = await rowsOf(Cup, { where: { id: ids }, attributes: ['id'], transaction: tx })
  const there = new Set(cups.map((c) => c.id))
  return new Set(keys.filter((key) => there.has(goodsOf(key)?.cupId ?? '')))
}

/**
 * Those that serve, with what else than the cold may keep safe what stands at their hatch. What comes to a stand is
 * bounded by it: it closes empty. After lots, as rows that are written of them are bound to their stand, too.
 * @throws 409 where the stand that is told of has closed just now
 */
async function standsOf(
  tx: Tx,
  needs: Needs,
  lots: ReadonlyMap<string, LotNow>,
  who: Who,
): Promise<Map<string, HoldControl>> {
  const back = needs.comesBack ? [...lots.values()].map((l) => l.standId) : []
  const bounding = await boundingRows(Stand, tx, [...new Set([...needs.stands, ...back])].sort())
  if (bounding.some((s) => s.closed && s.id === who.standId)) throw standClosed()
  const others = needs.atStands.length
    ? await rowsOf(Stand, {
        where: { id: needs.atStands },
        attributes: ['id', 'holdControl', 'closed'],
        transaction: tx,
      })
    : []
  return new Map([...bounding, ...others].filter((r) => !r.closed).map((r) => [r.id, r.holdControl]))
}

async function lockedLots(tx: Tx, ids: string[], since: string | null): Promise<Map<string, LotNow>> {
  if (!ids.length) return new Map()
  const rows = await boundingRows(Lot, tx, ids)
  const sums = await database().query<{ lotId: string; left: string; moved: string }>(
    'SELECT lot_id AS lotId, SUM(amount) AS `left`, SUM(IF(at > :since, amount, 0)) AS moved FROM movement WHERE lot_id IN (:ids) GROUP BY lot_id',
    { type: QueryTypes.SELECT, replacements: { ids, since: since === null ? null : new Date(since) }, transaction: tx },
  )
  const sumOf = new Map(sums.map((s) => [s.lotId, s]))
  const counted = await countedAt(tx, ids)
  const gone = await voidedOf(tx, ids)
  return new Map(
    rows.map((r): [string, LotNow] => [
      r.id,
      {
        ...lotRow(r),
        onHand: toNumber(sumOf.get(r.id)?.left ?? 0),
        movedSince: toNumber(sumOf.get(r.id)?.moved ?? 0),
        voided: gone.has(r.id),
        counted: counted.get(r.id) ?? null,
      },
    ]),
  )
}

/** When lots were counted last. */
async function countedAt(tx: Tx, ids: string[]): Promise<Map<string, { id: string; at: string }>> {
  const rows = await database().query<{ id: string; lotId: string; at: Date }>(
    `SELECT id, lot_id AS lotId, at FROM lot_event
      WHERE lot_id IN (:ids) AND kind = 'count' AND ${counts('id', 'lot-event')} ORDER BY at, id`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return new Map(rows.map((r) => [r.lotId, { id: r.id, at: r.at.toISOString() }]))
}

/** Facts of these that are out of the books: their voids and restores add up to more than nothing. */
async function voidedOf(tx: Tx, ids: string[]): Promise<Set<string>> {
  const rows = await database().query<{ id: string }>(
    'SELECT fact_id AS id FROM fact_void WHERE fact_id IN (:ids) GROUP BY entity, fact_id HAVING SUM(sign) > 0',
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return new Set(rows.map((r) => r.id))
}

/** Facts by id, with all that they moved. Deliveries are lots themselves; made lots are no facts to take out. */
async function factsOf(tx: Tx, ids: string[], lots: Map<string, LotNow>): Promise<Map<string, FactNow>> {
  if (!ids.length) return new Map()
  // Whether they are in the books is bounded by themselves.
  await boundingRows(Fact, tx, ids)
  const find = { where: { id: ids }, transaction: tx, raw: true } as const
  const presses = await rowsOf(Press, { ...find, transaction: tx })
  const batches = await rowsOf(Batch, { ...find, attributes: ['id', 'versionId', 'at'], transaction: tx })
  const events = await database().query<{ id: string; itemKey: string; at: Date }>(
    'SELECT e.id, l.item_key AS itemKey, e.at FROM lot_event e JOIN lot l ON l.id = e.lot_id WHERE e.id IN (:ids)',
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  const of = (id: string): { entity: VoidKind; itemKey: string; at: string } | undefined => {
    const press = presses.find((p) => p.id === id)
    if (press) return { entity: 'press', itemKey: press.ingredientKey, at: press.at.toISOString() }
    const event = events.find((e) => e.id === id)
    const batch = batches.find((b) => b.id === id)
    if (batch) return { entity: 'batch', itemKey: batch.versionId, at: batch.at.toISOString() }
    const lot = lots.get(id)
    if (lot && isDelivery(lot)) return { entity: 'lot', itemKey: lot.itemKey, at: lot.at }
    return event && { entity: 'lot-event', itemKey: event.itemKey, at: event.at.toISOString() }
  }
  const movements = await database().query<Movement & { amount: string }>(
    'SELECT lot_id AS lotId, amount, kind, source_id AS sourceId FROM movement WHERE source_id IN (:ids) ORDER BY at, id',
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  const gone = await voidedOf(tx, ids)
  const out = new Map<string, FactNow>()
  for (const id of ids) {
    const found = of(id)
    const moved = movements.filter((m) => m.sourceId === id).map((m) => ({ ...m, amount: toNumber(m.amount) }))
    if (found) out.set(id, { ...found, voided: gone.has(id), moved })
  }
  return out
}
