import { v7 as uuid } from 'uuid'
import { rowId } from '#core/books'
import { usualWPerK, type HoldEventBody } from '#core/hold'
import { seeded } from '#core/random'
import { itemKey } from '#core/recipe'
import { SALES_AT_ONCE } from '#core/sales'
import { dayOf, shiftDay, startOfDay, weekdayOf } from '#core/time'
import { contract } from '#shared/contract'
import { enter, enterAgain } from '../../books/enter'
import { takeSales } from '../../books/sales'
import { putDayNote } from '../../menu/day-notes'
import { putTill } from '../../menu/tills'
import { versionsOf } from '../../menu/versions'
import type { Who } from '../../people/who'
import { inTransaction } from '../connect'
import { RecipeVersion } from '../models'
import { rowOf } from '../rows'

// Six weeks of sales of an invented stand, with rain and market days, and one day at its hatch from the crate to the
// last cup: dearer lemons, a press that gave little, and a dispenser that holds less than it should.

type At = (daysAgo: number, hour: number) => void
interface Drink {
  id: string
  name: string
}
const DAYS = 41
/** Cups of a usual day, drink by drink in the order of the menu. */
const CUPS = [58, 44, 0, 24, 30, 26, 20, 16]
/** Monday to Sunday. */
const WEEK = [0.7, 0.8, 0.85, 0.9, 1.1, 1.5, 1.35]
const HOURS = [10, 11, 12, 13, 14, 15, 16, 17]
const FILLED_ML = 6800
const HATCH_DRINK = 'Rhubarb lemon cooler'

/** Which drink each button of the till is. */
export async function demoTill(standId: string, owner: Who, drinks: readonly Drink[]): Promise<void> {
  const versions = await Promise.all(
    drinks.map(({ id }) => rowOf(RecipeVersion, { where: { recipeId: id }, transaction: null })),
  )
  const standards = await versionsOf(
    null,
    versions.flatMap((v) => v?.id ?? []),
  )
  const products = drinks.flatMap(({ id, name }, i): [string, { recipeId: string; cupId: null; drinkMl: number }][] => {
    const standard = versions[i] && standards.get(versions[i].id)
    return standard ? [[name, { recipeId: id, cupId: null, drinkMl: standard.evaluation.jug.volume.value }]] : []
  })
  const columns = { sale: 0, day: 1, time: null, product: 2, count: 3, paid: 4, monthFirst: false }
  const header = ['Receipt', 'Date', 'Item', 'Quantity', 'Total']
  const body = { header, columns, products: Object.fromEntries(products), version: 0 }
  await inTransaction((tx) => putTill(tx, standId, body, owner))
}

/** @param drinks of the menu, some of them signed */
export async function demoSales(
  standId: string,
  owner: Who,
  drinks: readonly Drink[],
  at: At,
  zone: string,
): Promise<void> {
  const random = seeded(20261017)
  const versions = await Promise.all(
    drinks.map(({ id }) => rowOf(RecipeVersion, { where: { recipeId: id }, transaction: null })),
  )
  const standards = await versionsOf(
    null,
    versions.flatMap((v) => v?.id ?? []),
  )
  at(0, 6)
  const today = dayOf(new Date(process.env.OLVEX_NOW!), zone)
  const rows: Parameters<typeof takeSales>[1]['rows'] = []
  for (let ago = DAYS; ago >= 1; ago--) {
    const day = shiftDay(today, -ago)
    const [isRain, isHot] = [random.next() < 0.25, random.next() < 0.15]
    const isMarket = weekdayOf(day) === 6
    const times = WEEK[weekdayOf(day) - 1]! * (isRain ? 0.65 : 1) * (isHot ? 1.3 : 1) * (isMarket ? 1.1 : 1)
    const tags = [...(isRain ? ['rain'] : []), ...(isHot ? ['hot'] : []), ...(isMarket ? ['market'] : [])]
    const note = { standId, day, tags, closed: ago > 1, version: 0 }
    await inTransaction((tx) => putDayNote(tx, uuid(), note, owner))
    for (const [i, usual] of CUPS.entries()) {
      const version = versions[i]
      if (!version || !usual || (ago === 1 && drinks[i]!.name === HATCH_DRINK)) continue
      const drinkMl = standards.get(version.id)!.evaluation.jug.volume.value
      const all = Math.max(1, Math.round(usual * times * Math.exp(0.18 * random.normal())))
      for (const [h, hour] of HOURS.entries()) {
        const cups = Math.floor(all / HOURS.length) + (h < all % HOURS.length ? 1 : 0)
        if (!cups) continue
        const moment = new Date(Date.parse(startOfDay(day, zone)) + (hour + random.next()) * 36e5)
        const sale = { saleId: `${day} ${i} ${hour}`, versionId: version.id, cupId: null, drinkMl }
        rows.push({ ...sale, cups, at: moment.toISOString(), paid: null })
      }
    }
  }
  for (let from = 0; from < rows.length; from += SALES_AT_ONCE)
    await inTransaction((tx) =>
      takeSales(tx, { id: uuid(), standId, rows: rows.slice(from, from + SALES_AT_ONCE) }, owner),
    )
}
/** Yesterday's dispenser, from the lemons to what was thrown away in the evening. */
export async function demoEvening(
  standId: string,
  owner: Who,
  crew: Who,
  drinks: readonly Drink[],
  at: At,
): Promise<void> {
  const drink = drinks.find((d) => d.name === HATCH_DRINK)
  const row = drink && (await rowOf(RecipeVersion, { where: { recipeId: drink.id }, transaction: null }))
  const standard = row && (await versionsOf(null, [row.id])).get(row.id)?.evaluation
  if (!row || !standard) return
  const fruit = async (ingredientKey: string, kg: number, price: number, juiceMl: number): Promise<string> => {
    at(1, 7.5)
    const lot = contract.postLot.body.parse({
      ...{ id: uuid(), standId, ingredientKey, kg, count: null, supplier: 'Market Row 7' },
      price: { paid: price, per: 'kg' },
      confirm: ['price-far-from-last'],
    })
    await inTransaction((tx) => enter(tx, 'receive', lot, lot.confirm, owner))
    at(1, 8)
    const juiceLotId = uuid()
    const press = contract.postPress.body.parse({
      ...{ id: uuid(), lotId: lot.id, juiceLotId, takenKg: kg, trimmedKg: null, minutes: kg * 3 },
      method: 'electric-reamer',
      juice: { value: juiceMl, unit: 'mL' },
      confirm: ['yield-far-below', 'yield-far-above'],
    })
    await inTransaction((tx) => enter(tx, 'press', press, press.confirm, crew))
    return juiceLotId
  }
  // Nothing of it is left over: the next morning begins with what it bought.
  const times = FILLED_ML / standard.jug.volume.value
  const needs = (key: string): number =>
    Math.round(
      standard.layers.reduce((ml, l) => ml + (l.item && itemKey(l.item) === key ? l.volume.value : 0), 0) * times,
    )
  const uses: { lotId: string; amount: number }[] = []
  for (const [fruitKey, juice, kg, price] of [
    ['rhubarb', 'rhubarb-juice', 2.4, 3],
    ['lemon', 'lemon-juice', 2, 3.9],
  ] as const)
    uses.push({ lotId: await fruit(fruitKey, kg, price, needs(juice)), amount: needs(juice) })
  at(1, 8.5)
  const batch = contract.postBatch.body.parse({
    ...{
      id: uuid(),
      standId,
      versionId: row.id,
      out: { value: FILLED_ML, unit: 'mL' },
      minutes: 20,
      place: 'cold',
      uses,
    },
    confirm: [],
  })
  await inTransaction((tx) => enter(tx, 'make', batch, ['made-unlike'], crew))
  const holdId = uuid()
  at(1, 9)
  const [wPerK, vessel] = [usualWPerK(8000), { name: 'Left tap', capacityMl: 8000 }]
  const put = { id: holdId, standId, versionId: row.id, vessel, way: 'iced' as const, control: 'cold' as const }
  await inTransaction((tx) => enter(tx, 'putOut', { ...put, washMin: 240, wPerK, roomC: 21 }, [], crew))
  const madeLotId = rowId(batch.id, 'made')
  const tell = async (hour: number, event: HoldEventBody): Promise<void> => {
    at(1, hour)
    await inTransaction((tx) => enter(tx, 'atHold', { id: uuid(), holdId, event }, [], crew))
  }
  await tell(9.05, { kind: 'filled', lotId: madeLotId, volumeMl: FILLED_ML, tempC: 4 })
  await tell(9.1, { kind: 'iced', massG: 900, tempC: -4 })
  const random = seeded(20261127)
  for (let hour = 10; hour < 17; hour += 0.3 + 0.4 * random.next()) {
    at(1, hour)
    const pour = { standId, holdId, versionId: row.id, drinkMl: 300, cups: 1 + Math.floor(random.next() * 2) }
    await inTransaction((tx) => enterAgain(tx, 'pour', { id: uuid(), ...pour }, crew))
  }
  await tell(13.5, { kind: 'spilled', volumeMl: 250 })
  await tell(17.5, { kind: 'emptied', leftMl: 300, as: 'thrown', reason: 'The day is over' })
}
