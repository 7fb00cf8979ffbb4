import { setImmediate } from 'node:timers/promises'
import { QueryTypes } from 'sequelize'
import { v5 as uuidV5 } from 'uuid'
import { cheapestPacks, offersOf, OFFER_DAYS, type Offer } from '#core/buy'
import { pricePerKg } from '#core/cost'
import { checkPack, checkPaid, priceDoubts } from '#core/limits'
import { loadSolver, lpText, type Solution, type Solver } from '#core/solve'
import { dayOf, instantAt, type Day } from '#core/time'
import { roundAmount } from '#core/units'
import type { Body, PackChoiceRow, Reply } from '#shared/contract'
import { Ingredient, Price } from '../db/models'
import { database, toNumber, type Read, type Tx } from '../db/connect'
import { recordChange } from '../platform/changes'
import { currencyDecimals } from '../platform/business'
import { now } from '../platform/clock'
import { businessZone, latestToday } from '../platform/days'
import { counts, register } from './facts'
import { invalid, refuseUnlessConfirmed } from '../platform/errors'
import { pricesPerKg } from './prices'
import type { Who } from '../people/who'
import { rowsOf } from '../db/rows'

/**
 * The integer solver, loaded once the server has answered its first requests: three megabytes of which starting has no
 * need.
 */
let solver: Promise<Solver> | null = null
export const loadedSolver = (): Promise<Solver> =>
  (solver ??= loadSolver().then(async (s) => remembering(await warmed(s))))

/**
 * Its first programs take fifty times as long as the later ones, and hold up everybody: they are solved when nobody
 * waits, with room for others between.
 */
const FIRST_SOLVES = 8
async function warmed(solve: Solver): Promise<Solver> {
  for (let i = 1; i <= FIRST_SOLVES; i++) {
    cheapestPacks(
      3000 * i + 700,
      [
        { id: 'small', massG: 3000, price: i },
        { id: 'large', massG: 5000, price: 8 },
      ],
      solve,
    )
    await setImmediate()
  }
  return solve
}

interface RawOffer {
  ingredientKey: string
  packG: string
  packPrice: string
  supplier: string | null
  since: Date
  receipt: number
}
/**
 * The latest price of every pack of some ingredients by seller; fruit that only ever came by the kilo is offered loose
 * at its last price.
 */
async function offersAt(tx: Read, keys: string[]): Promise<Map<string, Offer[]>> {
  const rows = await database().query<RawOffer>(
    `SELECT ingredientKey, packG, packPrice, supplier, since, receipt FROM (
       SELECT ingredient_key AS ingredientKey, pack_g AS packG, pack_price AS packPrice, supplier, since, source = 'receipt' AS receipt,
              ROW_NUMBER() OVER (PARTITION BY ingredient_key, source = 'receipt', IF(source = 'receipt', NULL, supplier), IF(source = 'receipt', NULL, pack_g) ORDER BY since DESC, id DESC) AS n
         FROM price WHERE ingredient_key IN (:keys) AND since > :from AND (lot_id IS NULL OR ${counts('price.lot_id', 'lot')})) latest WHERE n = 1 ORDER BY since DESC LIMIT 2000`,
    {
      type: QueryTypes.SELECT,
      replacements: { keys, from: new Date(now().getTime() - OFFER_DAYS * 864e5) },
      transaction: tx,
    },
  )
  return new Map(
    keys.map((key) => {
      const mine = rows
        .filter((r) => r.ingredientKey === key)
        .map((r) => ({
          ...r,
          packG: toNumber(r.packG),
          packPrice: toNumber(r.packPrice),
          since: r.since.toISOString(),
          receipt: Boolean(r.receipt),
        }))
      return [key, offersOf(mine)]
    }),
  )
}

/** What was worked out before: the same program has the same answer, and a list is looked at by several tablets. */
const solved = new Map<string, Solution>()
const KEPT_SOLUTIONS = 500
function remembering(solve: Solver): Solver {
  return (program) => {
    const lp = lpText(program)
    const known = solved.get(lp)
    if (known !== undefined) return known
    if (solved.size >= KEPT_SOLUTIONS) solved.delete(solved.keys().next().value!)
    const answer = solve(program)
    solved.set(lp, answer)
    return answer
  }
}

/** Cheapest whole packs for what is needed. @param need ingredient and grams, as `lemon:21700,lime:4000` */
export async function choosePacks(tx: Read, need: string): Promise<Reply<'packs'>> {
  const out: PackChoiceRow[] = []
  const needs = need.split(',').map((n): [string, number] => {
    const cut = n.lastIndexOf(':')
    return [n.slice(0, cut), Number(n.slice(cut + 1))]
  })
  const offered = await offersAt(tx, [...new Set(needs.map(([key]) => key))])
  for (const [ingredientKey, grams] of needs) {
    const offers = offered.get(ingredientKey)!
    const choice = offers.length && grams > 0 ? cheapestPacks(grams, offers, await loadedSolver()) : null
    out.push({
      ingredientKey,
      needG: grams,
      massG: choice?.massG ?? 0,
      totalPrice: choice && choice.price,
      packs: (choice?.packs ?? []).map(({ pack, count }) => {
        const o = pack as Offer
        return { packG: o.packG, packPrice: o.price, supplier: o.supplier, since: o.since, loose: o.loose, count }
      }),
    })
  }
  return out
}

const CHUNK = 1000
/** Of a list of ten thousand, so many wrong rows are named. */
const MOST_SAID = 50
/** A list of prices as it was read: rows dated by the list. Far from the last price is asked once for all of them. */
export async function addPriceList(tx: Tx, body: Body<'postPriceList'>, who: Who): Promise<Reply<'postPriceList'>> {
  const keys = [...new Set(body.rows.map((r) => r.ingredientKey))]
  const known = new Set(
    (await rowsOf(Ingredient, { attributes: ['key'], where: { key: keys }, transaction: tx })).map((r) => r.key),
  )
  const today = await latestToday(tx)
  const unknown = body.rows.findIndex((r) => !known.has(r.ingredientKey))
  if (unknown >= 0) throw invalid([{ field: `rows.${unknown}.ingredientKey`, code: 'not-found' }])
  const future = body.rows.findIndex((r) => r.day > today)
  if (future >= 0) throw invalid([{ field: `rows.${future}.day`, code: 'date-future' }])
  const decimals = await currencyDecimals(tx)
  const unfit = body.rows.flatMap((r, i) =>
    [...checkPack(r), ...checkPaid(r.packPrice, decimals, 'packPrice')].map((f) => ({
      ...f,
      field: `rows.${i}.${f.field}`,
    })),
  )
  if (unfit.length) throw invalid(unfit.slice(0, MOST_SAID))
  const last = await pricesPerKg(tx, keys)
  const far = body.rows.filter((r) => priceDoubts(pricePerKg(r), last.get(r.ingredientKey) ?? null).length)
  refuseUnlessConfirmed(
    {
      limits: [],
      doubts: far.length
        ? [{ code: 'list-far-from-last', field: 'rows', numbers: { rows: far.length, of: body.rows.length } }]
        : [],
    },
    body.confirm,
  )
  // Dated to the day; a price of today counts from now, so that it is later than what was typed this morning. All of a
  // list have one moment.
  const moment = now()
  const zone = await businessZone(tx)
  const since = (day: Day): Date => (day >= dayOf(moment, zone) ? moment : new Date(instantAt(day, '12:00', zone)))
  const rows = body.rows.map((r, i) => ({
    id: uuidV5(String(i), body.id),
    ingredientKey: r.ingredientKey,
    packPrice: r.packPrice,
    packG: roundAmount(r.packG),
    source: 'list',
    lotId: null,
    supplier: r.supplier,
    listId: body.id,
    since: since(r.day),
    personId: who.personId,
  }))
  await register(tx, 'price-list', body.id)
  for (let i = 0; i < rows.length; i += CHUNK) {
    const part = rows.slice(i, i + CHUNK)
    await register(tx, 'price', ...part.map((r) => r.id))
    await Price.bulkCreate(part, { transaction: tx })
  }
  await recordChange(tx, who, 'price', body.id, null, {
    count: rows.length,
    supplier: body.rows[0]!.supplier,
    source: 'list',
  })
  return { id: body.id, count: rows.length }
}
