import { QueryTypes } from 'sequelize'
import { v5 as uuidV5 } from 'uuid'
import { cheapestPacks, type Pack, type Solve } from '#core/buy'
import { priceDoubts } from '#core/limits'
import type { Body, PackChoiceRow, Reply } from '#shared/contract'
import { Ingredient, Price } from '../db/models'
import { database, toNumber, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { counts } from './facts'
import { invalid, refuseUnlessConfirmed } from './errors'
import { lastPriceEurPerKg } from './ingredients'
import { ownerOnly, type Who } from './who'

/** The integer solver, loaded when the first list is asked for: three megabytes that most requests never need. */
let solver: Promise<Solve> | null = null
const loadSolver = (): Promise<Solve> => (solver ??= import('highs').then(async (m) => (await m.default()).solve as Solve))

/** Fruit sold loose is weighed out in steps of this. */
const LOOSE_G = 100

interface Offer extends Pack { supplier: string | null; since: string; loose: boolean; packG: number }

/** The latest price of every pack of an ingredient by seller; fruit that only ever came by the kilo is offered loose at its last price. */
async function offersOf(tx: Tx, ingredientKey: string): Promise<Offer[]> {
  const rows = await database().query<{ packG: string; packPriceEur: string; supplier: string | null; since: Date; source: string }>(
    `SELECT pack_g AS packG, pack_price_eur AS packPriceEur, supplier, since, source FROM price
      WHERE ingredient_key = :ingredientKey AND (lot_id IS NULL OR ${counts('price.lot_id')}) ORDER BY since DESC, id DESC LIMIT 400`,
    { type: QueryTypes.SELECT, replacements: { ingredientKey }, transaction: tx },
  )
  const packs = new Map<string, Offer>()
  for (const r of rows.filter((x) => x.source !== 'receipt')) {
    const id = `${r.supplier ?? ''}/${toNumber(r.packG)}`
    if (!packs.has(id)) packs.set(id, { id, massG: toNumber(r.packG), packG: toNumber(r.packG), eur: toNumber(r.packPriceEur), supplier: r.supplier, since: r.since.toISOString(), loose: false })
  }
  const last = rows.find((r) => r.source === 'receipt')
  if (!packs.size && last) return [{ id: 'loose', massG: LOOSE_G, packG: LOOSE_G, eur: (toNumber(last.packPriceEur) / toNumber(last.packG)) * LOOSE_G, supplier: last.supplier, since: last.since.toISOString(), loose: true }]
  return [...packs.values()]
}

/** Cheapest whole packs for what is needed. @param need ingredient and grams, as `lemon:21700,lime:4000` */
export async function choosePacks(tx: Tx, need: string, who: Who): Promise<Reply<'packs'>> {
  const out: PackChoiceRow[] = []
  for (const [ingredientKey, grams] of need.split(',').map((n): [string, number] => { const cut = n.lastIndexOf(':'); return [n.slice(0, cut), Number(n.slice(cut + 1))] })) {
    const offers = await offersOf(tx, ingredientKey)
    const choice = offers.length && grams > 0 ? cheapestPacks(grams, offers, await loadSolver()) : null
    out.push({
      ingredientKey, needG: grams, massG: choice?.massG ?? 0, totalEur: choice && ownerOnly(who, choice.eur),
      packs: (choice?.packs ?? []).map(({ pack, count }) => { const o = pack as Offer; return { packG: o.packG, packEur: ownerOnly(who, o.eur), supplier: o.supplier, since: o.since, loose: o.loose, count } }),
    })
  }
  return out
}

const CHUNK = 1000
/** A list of prices as it was read: rows dated by the list. Far from the last price is asked once for all of them. */
export async function addPriceList(tx: Tx, body: Body<'postPriceList'>, who: Who): Promise<Reply<'postPriceList'>> {
  const keys = [...new Set(body.rows.map((r) => r.ingredientKey))]
  const known = new Set((await Ingredient.findAll({ attributes: ['key'], where: { key: keys }, transaction: tx, raw: true }) as unknown as { key: string }[]).map((r) => r.key))
  const today = now().toISOString().slice(0, 10)
  const unknown = body.rows.findIndex((r) => !known.has(r.ingredientKey))
  if (unknown >= 0) throw invalid([{ field: `rows.${unknown}.ingredientKey`, code: 'not-found' }])
  const future = body.rows.findIndex((r) => r.day > today)
  if (future >= 0) throw invalid([{ field: `rows.${future}.day`, code: 'date-future' }])
  const last = new Map<string, number | null>()
  for (const key of keys) last.set(key, await lastPriceEurPerKg(tx, key))
  const far = body.rows.filter((r) => priceDoubts((r.packPriceEur / r.packG) * 1000, last.get(r.ingredientKey) ?? null).length)
  refuseUnlessConfirmed({ limits: [], doubts: far.length ? [{ code: 'list-far-from-last', field: 'rows', numbers: { rows: far.length, of: body.rows.length } }] : [] }, body.confirm)
  // Dated to the day; a price of today counts from now, so that it is later than what was typed this morning.
  const since = (day: string): Date => (day === today ? now() : new Date(`${day}T12:00:00Z`))
  const rows = body.rows.map((r, i) => ({ id: uuidV5(String(i), body.id), ingredientKey: r.ingredientKey, packPriceEur: r.packPriceEur, packG: r.packG, source: 'list', lotId: null, supplier: r.supplier, listId: body.id, since: since(r.day), personId: who.personId }))
  for (let i = 0; i < rows.length; i += CHUNK) await Price.bulkCreate(rows.slice(i, i + CHUNK), { transaction: tx })
  await recordChange(tx, who, 'price', body.id, null, { count: rows.length, supplier: body.rows[0]!.supplier, source: 'list' })
  return { id: body.id, count: rows.length }
}
