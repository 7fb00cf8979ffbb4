import { INGREDIENTS } from '../../core/substances'
import { handbookYield, juiceDensityGPerMl } from '../../core/yield'
import { newDrink, withLayer } from '../../core/recipe'
import { dayOf, shiftDay, startOfDay } from '../../core/time'
import type { CountSheet } from '../../shared/contract'
import { closeDatabase, database } from '../../server/db/connect'
import { Stand } from '../../server/db/models'
import { rowOf } from '../../server/db/rows'
import { type Client, codesOf, CREW, LEAD, people, signIn, uuid } from './client'

// A day at a stand of its own, told fact by fact, as the evening adds it up.

let owner: Client
let crew: Client
let lead: Client
const stand = uuid()
const FRUIT = 'pomegranate'
const fruit = INGREDIENTS.get(FRUIT)!
const gives = handbookYield(fruit).value
const today = dayOf(new Date(), 'Europe/Lisbon')
const say = async (who: Client, ...args: Parameters<Client['call']>): Promise<{ id: string; number?: number }> => {
  const answer = await who.call(...args)
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  return answer.body
}
beforeAll(async () => {
  ;({ owner, crew } = await people())
  await owner.call('postPerson', { body: { id: uuid(), ...LEAD } })
  lead = await signIn(LEAD.login, LEAD.password)
  database()
  const first = await rowOf(Stand, { transaction: null })
  await Stand.create({ ...first!, id: stand, name: `Pier ${stand}` })
})
afterAll(closeDatabase)
const sheetFor = async (who: Client, from = today, until = today): Promise<CountSheet> =>
  (await who.call('count', { query: { stand, from, until } })).body
const account = (sheet: CountSheet, key: string) => sheet.accounts.find((a) => a.key === key)!

const drink = uuid()
/** Of the drink that a new one starts as. */
const ICE_G = newDrink(null, 300).serve!.iceG
const versionId = uuid()
const hold = uuid()
let crate: string
let juiceLot: string
const event = (body: object) =>
  say(crew, 'postHoldEvent', { params: { id: hold }, body: { id: uuid(), event: body as never } })
const onLot = (lotId: string, body: object, confirm: string[] = []) =>
  crew.call('postLotEvent', { params: { id: lotId }, body: { id: uuid(), event: body as never, confirm } })

async function aDay(): Promise<void> {
  // Typed first: what a kilo costs when the day begins.
  const price = { ingredientKey: FRUIT, packPrice: 2, packG: 1000, confirm: [] }
  await say(owner, 'postPrice', { body: { id: uuid(), ...price } })
  const layered = withLayer(newDrink(null, 300), { ingredient: fruit.fruit!.juice }, { value: 100, unit: 'mL' })
  const draft = { kind: 'drink' as const, name: `Pier cooler ${drink}`, family: 'lemonade' as const, draft: layered }
  await say(owner, 'putRecipe', { params: { id: drink }, body: { ...draft, sellPrice: 4, version: 0 } })
  await say(owner, 'signOff', { params: { id: drink }, body: { id: versionId, version: 1, confirm: [] } })
  crate = uuid()
  const received = { id: crate, standId: stand, ingredientKey: FRUIT, supplier: null, kg: 10, count: null }
  await say(owner, 'postLot', { body: { ...received, price: { paid: 3, per: 'kg' } } })
  juiceLot = uuid()
  const press = { id: uuid(), lotId: crate, juiceLotId: juiceLot, takenKg: 5, trimmedKg: null, minutes: null }
  const juice = { value: Math.round(gives * 5 * 0.8), unit: 'mL' as const }
  await say(crew, 'postPress', { body: { ...press, juice, method: 'juicer', confirm: ['yield-far-below'] } })
  const batch = uuid()
  const out = { value: 3000, unit: 'mL' as const }
  const uses = [{ lotId: juiceLot, amount: 1000 }]
  await say(crew, 'postBatch', { body: { id: batch, standId: stand, versionId, out, place: 'cold', uses } })
  const lots = (await owner.call('lots', { query: { stand } })).body as { id: string; kind: string }[]
  const vessel = { name: 'Glass jar', capacityMl: 5000 }
  const served = { way: 'cold' as const, control: 'cold' as const, washMin: 240, wPerK: 1, roomC: 20 }
  await say(crew, 'postHold', { body: { id: hold, standId: stand, versionId, vessel, ...served } })
  await event({ kind: 'filled', lotId: lots.find((l) => l.kind === 'made')!.id, volumeMl: 3000, tempC: 20 })
  for (let i = 0; i < 2; i++) {
    const pour = { standId: stand, holdId: hold, versionId, drinkMl: 300, cups: 3 }
    await say(crew, 'putPour', { params: { id: uuid() }, body: pour })
  }
  await event({ kind: 'emptied', leftMl: 900, as: 'kept', reason: null })
}

describe('a day as it is counted', () => {
  beforeAll(aDay)
  it('has its cups, its vessel, and what is missing from it', async () => {
    const { cups, vessels } = await sheetFor(owner)
    expect(cups).toMatchObject([{ recipeId: drink, cups: 6, drinkMl: 300, source: 'hatch', sales: 24 }])
    // 3 L were in it: 1.8 in cups, 0.9 kept.
    expect(vessels).toMatchObject([{ holdId: hold, name: 'Glass jar', pouredMl: 1800, leftMl: 900, got: 6 }])
    expect(vessels[0]!.missingMl).toBeCloseTo(300, 0)
    expect(vessels[0]!.isAsked).toBe(true)
  })
  it('says why it cost more, and adds up to what was paid', async () => {
    const sheet = await sheetFor(owner)
    const of = account(sheet, fruit.fruit!.juice)
    const density = juiceDensityGPerMl(fruit)
    // A third of each mL is juice; of what left the vessel 1.8 L were poured, and 0.3 L are gone.
    const usedG = 700 * density
    expect(of.usedG!).toBeCloseTo(usedG, 0)
    expect([of.gives, of.gave]).toEqual([
      expect.closeTo(gives * density, 0),
      expect.closeTo((Math.round(gives * 5 * 0.8) / 5) * density, 0),
    ])
    const boughtKg = usedG / of.gave!
    expect(of.causes!.price).toBeCloseTo((3 - 2) * boughtKg, 3)
    expect(of.causes!.yield).toBeCloseTo((boughtKg - usedG / of.gives) * 2, 3)
    expect(of.causes!.unexplained).toBeCloseTo(((100 * density) / of.gives) * 2, 2)
    expect(of.pressed[0]!.lotId).toBe(crate)
    expect(of.bought).toMatchObject([{ lotId: crate, perKg: 3 }])
    expect(sheet.drinks[0]).toMatchObject({ recipeId: drink, cups: 6, sales: 24 })
    // Nobody has said what ice costs: what is left is not known, and that is named.
    expect([sheet.money!.earned, sheet.money!.serving, sheet.money!.missing]).toEqual([null, null, ['ice']])
    const ice = { ingredientKey: 'ice', packPrice: 2, packG: 10_000, confirm: [] }
    await say(owner, 'postPrice', { body: { id: uuid(), ...ice } })
    const { sales, standard, serving, more, earned } = (await sheetFor(owner)).money!
    expect(earned).toBeCloseTo(sales! - standard! - serving! - more, 9)
    // In the first cup that there is, where the drink names none.
    const [first] = (await owner.call('cups')).body
    const each = first ? first.cupPrice + first.lidPrice + first.strawPrice : 0
    expect(serving).toBeCloseTo(((6 * ICE_G) / 1000) * 0.2 + 6 * each, 9)
  })
  it('tells a lead of kilos and no money, and crew of cups', async () => {
    const [asLead, asCrew] = [await sheetFor(lead), await sheetFor(crew)]
    expect(asLead.money).toBeNull()
    expect(account(asLead, fruit.fruit!.juice)).toMatchObject({ causes: null, paidPerKg: null, standardCost: null })
    expect(account(asLead, fruit.fruit!.juice).usedG).toBeGreaterThan(0)
    expect([asCrew.accounts, asCrew.drinks, asCrew.money, asCrew.cups[0]!.sales]).toEqual([[], [], null, null])
    expect(asCrew.vessels[0]!.got).toBe(6)
  })
  it('a crate that is counted is asked where it is far off, and what is missing of it is not explained', async () => {
    const before = account(await sheetFor(owner), fruit.fruit!.juice)
    const far = await onLot(crate, { kind: 'count', counted: 600, by: 'weighed' })
    expect(codesOf(far)).toEqual(['counted:count-far-g'])
    expect((await onLot(crate, { kind: 'count', counted: 4500, by: 'weighed' })).status).toBe(200)
    const lots = (await owner.call('lots', { query: { stand } })).body
    expect(lots.find((l: { id: string }) => l.id === crate)).toMatchObject({ onHand: 4500, counted: { by: CREW.name } })
    const after = account(await sheetFor(owner), fruit.fruit!.juice)
    // Half a kilo of fruit, as the juice that it would have given.
    expect(after.missingG - before.missingG).toBeCloseTo(0.5 * after.gives, 1)
    expect(after.causes!.unexplained - before.causes!.unexplained).toBeCloseTo(0.5 * 2, 2)
    // Thrown before it was counted, and told later: it is not in the crate, and no longer without a reason.
    const at = new Date(Date.now() - 3_600_000).toISOString()
    const late = { id: uuid(), event: { kind: 'discard', kg: 0.2, reason: 'soft' } as never, at, confirm: [] }
    expect((await crew.call('postLotEvent', { params: { id: crate }, body: late })).status).toBe(200)
    const told = account(await sheetFor(owner), fruit.fruit!.juice)
    expect(told.missingG).toBeCloseTo(after.missingG - 0.2 * after.gives, 1)
    expect(
      (await owner.call('lots', { query: { stand } })).body.find((l: { id: string }) => l.id === crate).onHand,
    ).toBe(4500)
  })
  it('what a tablet told without a connection, and counted then, is in its order, whenever it comes', async () => {
    const minutesAgo = (min: number): string => new Date(Date.now() - min * 60_000).toISOString()
    const id = uuid()
    const received = { id, standId: stand, ingredientKey: 'lime', supplier: null, kg: 3, count: null }
    await say(crew, 'postLot', { body: { ...received, at: minutesAgo(20) } })
    const told = (event: object, at: string | null, of = uuid()) =>
      say(crew, 'postLotEvent', { params: { id }, body: { id: of, event: event as never, at, confirm: [] } })
    const count = uuid()
    // All of it comes now: thrown away, then counted, and thrown away once more afterwards.
    await told({ kind: 'discard', kg: 0.5, reason: 'soft' }, minutesAgo(10))
    await told({ kind: 'discard', kg: 0.3, reason: 'soft' }, minutesAgo(2))
    await told({ kind: 'count', counted: 2400, by: 'weighed' }, minutesAgo(5), count)
    const onHand = async () =>
      (await owner.call('lots', { query: { stand } })).body.find((l: { id: string }) => l.id === id).onHand
    expect(await onHand()).toBe(2100)
    // What comes later still, and was before the count, changes nothing; without the count, it does.
    await told({ kind: 'discard', kg: 0.2, reason: 'soft' }, minutesAgo(8))
    expect(await onHand()).toBe(2100)
    await say(lead, 'voidFact', { params: { id: count }, body: { entity: 'lot-event', reason: null } as never })
    expect(await onHand()).toBe(2000)
    await say(lead, 'restoreFact', { params: { id: count }, body: { entity: 'lot-event' } as never })
    expect(await onHand()).toBe(2100)
  })
  it('where a till says what was sold, what else is gone is missing', async () => {
    const before = account(await sheetFor(owner), fruit.fruit!.juice)
    const row = {
      saleId: uuid(),
      versionId,
      cupId: null,
      drinkMl: 300,
      cups: 4,
      at: new Date().toISOString(),
      paid: 15,
    }
    await say(owner, 'postSales', { body: { id: uuid(), standId: stand, rows: [row] } })
    const sheet = await sheetFor(owner)
    expect(sheet.cups).toMatchObject([{ cups: 4, source: 'till', sales: 15 }])
    const density = juiceDensityGPerMl(fruit)
    expect(account(sheet, fruit.fruit!.juice).missingG - before.missingG).toBeCloseTo(200 * density, 0)
    // Tomorrow’s forecast goes by the till as well.
    const { days } = (await lead.call('demand', { query: { stand, day: shiftDay(today, 1) } })).body
    expect(days.at(-1)).toMatchObject({ day: today, drinks: [{ recipeId: drink, cups: 4, soldOut: false }] })
  })
  it('a sale is of the day that the stand had, on the night on which the clocks go back too', async () => {
    // Lisbon, 25 October: an hour ahead until one in the morning, none afterwards.
    const at = ['2026-10-24T22:30:00Z', '2026-10-24T23:30:00Z', '2026-10-25T00:30:00Z', '2026-10-25T23:30:00Z']
    const late = '2026-10-26T00:10:00Z'
    const of = { versionId, cupId: null, drinkMl: 300, cups: 1 }
    const rows = [...at, late].map((moment) => ({ saleId: uuid(), ...of, at: moment, paid: null }))
    await say(owner, 'postSales', { body: { id: uuid(), standId: stand, rows } })
    const { cups, hours } = await sheetFor(owner, '2026-10-23', '2026-10-27')
    // On the day of the change the hours are those of its evening's clock.
    expect(hours).toEqual([
      { hour: 0, cups: 2 },
      { hour: 23, cups: 3 },
    ])
    expect(cups.map((c) => [c.day, c.cups])).toEqual([
      ['2026-10-24', 1],
      ['2026-10-25', 3],
      ['2026-10-26', 1],
    ])
  })
  it('cups out of one vessel around midnight are of the day that each was poured on', async () => {
    const [late, pier] = [uuid(), uuid()]
    const zone = 'Asia/Kolkata'
    await Stand.create({ ...(await rowOf(Stand, { transaction: null }))!, id: pier, name: pier, timeZone: zone })
    const vessel = { name: 'Late jar', capacityMl: 5000 }
    const served = { way: 'cold' as const, control: 'cold' as const, washMin: 240, wPerK: 1, roomC: 20 }
    const day = shiftDay(today, -30)
    const midnight = Date.parse(startOfDay(shiftDay(day, 1), zone))
    const moment = (min: number): string => new Date(midnight + min * 60_000).toISOString()
    const told = { standId: pier, versionId, at: moment(-120) }
    await say(crew, 'postHold', { body: { id: late, vessel, ...told, ...served } })
    for (const [min, cups] of [
      [-3, 1],
      [-1, 2],
      [-0.2, 4],
      [0, 8],
      [1, 16],
    ] as const) {
      const pour = { standId: pier, holdId: late, versionId, drinkMl: 250, cups, at: moment(min) }
      await say(crew, 'putPour', { params: { id: uuid() }, body: pour })
    }
    const query = { stand: pier, from: shiftDay(day, -1), until: shiftDay(day, 2) }
    const { cups } = (await owner.call('count', { query })).body as CountSheet
    expect(cups.map((c) => [c.day, c.cups])).toEqual([
      [day, 7],
      [shiftDay(day, 1), 24],
    ])
  })
  it('what guests chose is told beside what they did not; a size is sold at its own price', async () => {
    const day = shiftDay(today, -40)
    const at = `${day}T11:00:00Z`
    const cup = uuid()
    const size = { name: `Tall ${cup}`, capacityMl: 600, fillLineMl: 560, cupPrice: 0, lidPrice: 0, strawPrice: 0 }
    await say(owner, 'putCup', { params: { id: cup }, body: { ...size, version: 0 } as never })
    const recipe = (await owner.call('recipes')).body.recipes.find((r: { id: string }) => r.id === drink)
    const sizePrices = [{ cupId: cup, sizePrice: 5.5 }]
    const { kind, family, name, draft, sellPrice, version } = recipe
    const body = { kind, family, name, draft, sellPrice, version, sizePrices }
    await say(owner, 'putRecipe', { params: { id: drink }, body })
    // Who sees no money changes none.
    await say(lead, 'putRecipe', { params: { id: drink }, body: { ...body, sizePrices: [], version: version + 1 } })
    for (const [options, cups] of [
      [['sparkling-water'], 2],
      [[], 3],
    ] as const) {
      const pour = { standId: stand, versionId, cupId: cup, drinkMl: 450, cups, options: [...options], at }
      await say(crew, 'putPour', { params: { id: uuid() }, body: pour })
    }
    const sheet = await sheetFor(owner, day, day)
    expect(sheet.chosen.map((c) => [c.options, c.cups])).toEqual([
      [['sparkling-water'], 2],
      [[], 3],
    ])
    expect(sheet.cups).toMatchObject([{ cups: 5, sales: 27.5, isReckoned: false }])
    expect((await sheetFor(crew, day, day)).chosen).toEqual([])
  })
  it('days that are none, or too many, are refused, and a stand that is not there', async () => {
    const ask = async (from: string, until: string, of = stand) =>
      owner.call('count', { query: { stand: of, from, until } })
    expect(codesOf(await ask(today, shiftDay(today, -1)))).toEqual(['until:days-backwards'])
    expect(codesOf(await ask(shiftDay(today, -200), today))).toEqual(['until:days-too-many'])
    expect((await ask(today, today, uuid())).status).toBe(404)
    const quiet = await sheetFor(owner, '2026-01-02', '2026-01-03')
    expect([quiet.cups, quiet.vessels, quiet.accounts, quiet.money!.earned]).toEqual([[], [], [], 0])
  })
})

describe('what a stand says of a day', () => {
  it('is one note: who says a second is told of the first, and words said before are known', async () => {
    const note = { standId: stand, day: '2026-10-03', tags: ['rain', 'market', 'rain'], closed: false, version: 0 }
    await say(crew, 'putDayNote', { params: { id: uuid() }, body: note })
    const second = await crew.call('putDayNote', { params: { id: uuid() }, body: { ...note, closed: true } })
    expect([second.status, second.body.current.tags]).toEqual([409, ['rain', 'market']])
    const { known } = (await crew.call('dayNote', { query: { stand, day: '2026-10-04' } })).body
    expect(known).toEqual(['market', 'rain'])
    const { id, version } = (await crew.call('dayNote', { query: { stand, day: '2026-10-03' } })).body.note
    await say(crew, 'putDayNote', { params: { id }, body: { ...note, closed: true, version } })
    expect((await crew.call('dayNote', { query: { stand, day: '2026-10-03' } })).body.note.closed).toBe(true)
  })
})
