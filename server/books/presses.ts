import { QueryTypes } from 'sequelize'
import type { IngredientData } from '#core/substances'
import { fruitYield, pressFigures, PRESSES_IN_MEAN } from '#core/yield'
import type { Body, PartKept, Press as PressRow, Reply } from '#shared/contract'
import { Press, PressMark } from '../db/models'
import { database, fromJson, toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { counts } from './facts'
import { notFound, stale } from '../platform/errors'
import { IS_LEARNED, latestOfEach } from './latest'
import { pressableLots } from './lots'
import { seesMoney, type Who } from '../people/who'
import { rowOf } from '../db/rows'

type Decimals = 'takenG' | 'juiceMl' | 'juiceG'
type Maybe = 'trimmedG' | 'minutes' | 'fruitCost' | 'spilledMl' | 'byCost' | 'marketCost'
type Raw = Omit<
  PressRow,
  Decimals | Maybe | 'at' | 'doubts' | 'parts' | 'seen' | 'mark' | 'weighed' | 'takes' | 'base'
> &
  Record<Decimals, string> &
  Record<Maybe, string | null> & {
    at: Date
    confirmed: unknown
    takes: unknown
    base: unknown
    parts: unknown
    seen: unknown
    markOut: number | null
    markReason: string | null
    markVersion: number | null
    weighed: number
  }

/** Presses by id, newest first, those that are in the books. */
export async function pressesOf(tx: Read, ids: readonly string[], who: Who): Promise<PressRow[]> {
  if (!ids.length) return []
  const rows = await database().query<Raw>(
    `SELECT x.id, x.stand_id AS standId, x.lot_id AS lotId, x.ingredient_key AS ingredientKey, x.takes, x.base_key AS baseKey, x.base, x.taken_g AS takenG, x.weighed, x.trimmed_g AS trimmedG,
            x.juice_ml AS juiceMl, x.juice_g AS juiceG, x.juice_unit AS juiceUnit, x.method, x.minutes, x.fruit_cost AS fruitCost, x.cost_basis AS costBasis,
            x.tool, x.fruit_temp AS fruitTemp, x.hands, x.spilled_ml AS spilledMl, x.by_cost AS byCost, x.market_cost AS marketCost, x.parts, x.seen,
            x.at, x.confirmed, p.name AS \`by\`, k.left_out AS markOut, k.reason AS markReason, k.version AS markVersion
       FROM press x STRAIGHT_JOIN person p ON p.id = x.person_id LEFT JOIN press_mark k ON k.press_id = x.id
      WHERE x.id IN (:ids) AND ${counts('x.id', 'press')} ORDER BY x.at DESC, x.id DESC`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return rows.map((r) => view(r, who))
}
/** Field by field: taking rows apart and spreading them again cost more than the query. */
const view = (r: Raw, who: Who): PressRow => ({
  id: r.id,
  standId: r.standId,
  lotId: r.lotId,
  ingredientKey: r.ingredientKey,
  takes: r.takes === null ? [onlyTake(r)] : fromJson<PressRow['takes']>(r.takes),
  baseKey: r.baseKey,
  base: r.base === null ? null : fromJson<PressRow['base']>(r.base),
  takenG: toNumber(r.takenG),
  weighed: Boolean(r.weighed),
  trimmedG: toNumberOrNull(r.trimmedG),
  juiceMl: toNumber(r.juiceMl),
  juiceG: toNumber(r.juiceG),
  juiceUnit: r.juiceUnit,
  method: r.method,
  minutes: toNumberOrNull(r.minutes),
  // Whether the cost was measured is money's business: whoever does not see the cost is not told of its basis.
  costBasis: seesMoney(who) ? r.costBasis : 'estimated',
  fruitCost: toNumberOrNull(r.fruitCost),
  byCost: toNumberOrNull(r.byCost),
  marketCost: toNumberOrNull(r.marketCost),
  tool: r.tool,
  fruitTemp: r.fruitTemp,
  hands: r.hands,
  spilledMl: toNumberOrNull(r.spilledMl),
  at: r.at.toISOString(),
  by: r.by,
  parts: r.parts === null ? [] : fromJson<PartKept[]>(r.parts),
  seen: r.seen === null ? null : fromJson<PressRow['seen']>(r.seen),
  doubts: fromJson<string[]>(r.confirmed),
  mark: r.markVersion === null ? null : { leftOut: Boolean(r.markOut), reason: r.markReason, version: r.markVersion },
})

/** Presses of earlier releases were of one lot, as it came. */
const onlyTake = (r: Raw): PressRow['takes'][number] => {
  const takenG = toNumber(r.takenG)
  return { lotId: r.lotId, ingredientKey: r.ingredientKey, takenG, outG: takenG, weighed: Boolean(r.weighed) }
}

/**
 * Every press of the lots in the list, so that their strips add up, and of each fruit those its mean is of, however
 * long ago it was pressed.
 */
export async function listPresses(tx: Read, standId: string, who: Who): Promise<Reply<'presses'>> {
  const [ofLots, latest] = await Promise.all([
    pressableLots(tx, standId).then((lots) => pressedOutOf(tx, lots)),
    latestOfEach(tx, 'presses', { standId }),
  ])
  return pressesOf(tx, [...new Set([...ofLots, ...latest])], who)
}

/** Presses that took fruit out of these lots, by itself or with others. */
async function pressedOutOf(tx: Read, lotIds: readonly string[]): Promise<string[]> {
  if (!lotIds.length) return []
  const rows = await database().query<{ id: string }>(
    "SELECT DISTINCT source_id AS id FROM movement WHERE lot_id IN (:lotIds) AND kind = 'press-out'",
    { type: QueryTypes.SELECT, replacements: { lotIds }, transaction: tx },
  )
  return rows.map((r) => r.id)
}

const MOST_OF_FRUIT = 150
export async function listFruitPresses(
  tx: Read,
  ingredientKey: string,
  standId: string,
  who: Who,
): Promise<Reply<'fruitPresses'>> {
  const rows = await database().query<{ id: string }>(
    `SELECT id FROM press WHERE stand_id = :standId AND ingredient_key = :ingredientKey AND ${counts('press.id', 'press')} ORDER BY at DESC, id DESC LIMIT ${MOST_OF_FRUIT}`,
    { type: QueryTypes.SELECT, replacements: { standId, ingredientKey }, transaction: tx },
  )
  return pressesOf(
    tx,
    rows.map((r) => r.id),
    who,
  )
}

/**
 * mL per kg that a press of this fruit is held against: what the stand costs with, its own mean or the handbook's.
 * @param before a moment: presses from then on are not in it
 */
export async function meanYield(
  tx: Read,
  standId: string,
  fruit: IngredientData,
  ingredientKey: string,
  before?: string,
): Promise<number> {
  const rows = await database().query<{ takenG: string; juiceMl: string; spilledMl: string | null; at: Date }>(
    `SELECT taken_g AS takenG, juice_ml AS juiceMl, spilled_ml AS spilledMl, at FROM press WHERE stand_id = :standId AND ingredient_key = :ingredientKey AND ${counts('press.id', 'press')} AND ${IS_LEARNED}${before ? ' AND at < :before' : ''} ORDER BY at DESC LIMIT ${PRESSES_IN_MEAN}`,
    {
      type: QueryTypes.SELECT,
      replacements: { standId, ingredientKey, before: before ? new Date(before) : null },
      transaction: tx,
    },
  )
  return fruitYield(
    fruit,
    rows.map((r) =>
      pressFigures({
        takenG: toNumber(r.takenG),
        juiceMl: toNumber(r.juiceMl),
        spilledMl: toNumberOrNull(r.spilledMl),
        juiceTyped: 'mL',
        trimmedG: null,
        minutes: null,
        fruitCost: null,
        fruitCostBasis: 'measured',
        params: { name: ingredientKey, when: r.at.toISOString() },
      }),
    ),
  ).used.value
}

/** Whether a press that is far from the others counts: asked, never decided for anybody. */
export async function markPress(
  tx: Tx,
  id: string,
  body: Body<'putPressMark'>,
  who: Who,
): Promise<Reply<'putPressMark'>> {
  const press = await rowOf(Press, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (!press) throw notFound('id')
  const before = await rowOf(PressMark, { where: { pressId: id }, transaction: tx })
  if ((before?.version ?? 0) !== body.version)
    throw stale({ leftOut: Boolean(before?.leftOut), reason: before?.reason ?? null, version: before?.version ?? 0 })
  const after = { leftOut: body.leftOut, reason: body.reason, version: body.version + 1 }
  if (before) await PressMark.update(after, { where: { pressId: id }, transaction: tx })
  else await PressMark.create({ pressId: id, ...after }, { transaction: tx })
  await recordChange(
    tx,
    who,
    'press-mark',
    id,
    before && { leftOut: Boolean(before.leftOut), reason: before.reason, ingredientKey: press.ingredientKey },
    { ...after, ingredientKey: press.ingredientKey },
  )
  return { id, version: after.version }
}
