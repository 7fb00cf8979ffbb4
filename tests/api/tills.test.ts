import { readTill } from '../../core/sales'
import { closeDatabase, database } from '../../server/db/connect'
import { Stand } from '../../server/db/models'
import { rowOf } from '../../server/db/rows'
import { SimulatedTill } from '../../server/devices/till'
import { BASE, type Client, codesOf, makeDrink, people, raw, uuid } from './client'

// A till that posts what it sells, with a secret of its own, for its stand.

let owner: Client
let crew: Client
const [stand, other] = [uuid(), uuid()]
const device = uuid()
const secret = 'a'.repeat(20) + '-'.repeat(23)
const bearer = `${device}.${secret}`
let drink: Awaited<ReturnType<typeof makeDrink>>
const PRODUCTS = [
  { name: 'Cooler, small', price: 3.5, weight: 3 },
  { name: 'Deposit', price: 1, weight: 1 },
]
beforeAll(async () => {
  ;({ owner, crew } = await people())
  database()
  const first = await rowOf(Stand, { transaction: null })
  for (const id of [stand, other]) await Stand.create({ ...first!, id, name: `Till ${id}` })
  drink = await makeDrink(owner, `Cooler ${uuid()}`)
  await owner.call('signOff', { params: { id: drink.id }, body: { id: uuid(), version: 1, confirm: [] } })
})
afterAll(closeDatabase)
const pair = (who: Client, over: object = {}) =>
  who.call('pairTill', { params: { id: stand }, body: { id: device, name: 'Counter', secret, ...over } })
const post = (sales: object[], by: string | null = bearer) =>
  raw('POST', '/api/v1/till-sales', { body: { sales }, headers: by === null ? {} : { authorization: `Bearer ${by}` } })
const tillOf = async (of = stand) => (await owner.call('till', { query: { stand: of } })).body.till
const name = async (products: object) => {
  const { id: _, asked: __, ...till } = await tillOf()
  return owner.call('putTill', { params: { id: stand }, body: { ...till, products } })
}
const sale = (over: object = {}) => ({
  ...{ sale: uuid(), line: 1, at: new Date(Date.now() - 60_000).toISOString(), product: 'Cooler, small', cups: 1 },
  ...over,
})

it('is let in by the owner alone, with a secret that nobody guesses', async () => {
  expect((await pair(crew)).status).toBe(403)
  expect(codesOf(await pair(owner, { secret: 'short' }))).toEqual(['secret:field-invalid-format'])
  expect((await pair(owner)).status).toBe(200)
  const listed = (await owner.call('devices')).body.find((d: { id: string }) => d.id === device)
  expect(listed).toMatchObject({ name: 'Counter', standId: stand })
  expect(JSON.stringify(listed)).not.toContain(secret)
})

it('posts; what nobody named waits, and comes in once it is said; its file has the same sales', async () => {
  const till = new SimulatedTill(PRODUCTS, 7)
  const sold = till.sell(new Date(Date.now() - 3 * 3_600_000).toISOString(), 120, 80)
  const waiting = await till.post(BASE, bearer)
  expect([waiting.taken, waiting.waiting.length, till.left]).toEqual([0, sold.length, sold.length])
  expect([...(await tillOf()).asked].sort()).toEqual(['Cooler, small', 'Deposit'])
  const as = { recipeId: drink.id, cupId: null, drinkMl: 300 }
  expect((await name({ 'Cooler, small': as, Deposit: null })).status).toBe(200)
  expect((await tillOf()).asked).toEqual([])
  const coolers = sold.filter((s) => s.product !== 'Deposit')
  expect(await till.post(BASE, bearer)).toEqual({ taken: coolers.length, known: 0, waiting: [] })
  // Another till of the same stock: nothing is there twice, in whichever way it comes.
  expect((await post(coolers.slice(0, 3))).body).toEqual({ taken: 0, known: 3, waiting: [] })
  const zone = 'Europe/Lisbon'
  const columns = { sale: 0, day: 1, time: null, product: 2, count: 3, paid: 4, monthFirst: false }
  const file = readTill(till.file(sold, zone), columns, zone, new Date().toISOString())
  expect(file.faults).toEqual([])
  const { recipes } = (await owner.call('recipes')).body
  const versionId = recipes.find((r: { id: string }) => r.id === drink.id).standard.id
  const rows = file.lines.flatMap((l) =>
    l.product === 'Deposit'
      ? []
      : [{ saleId: l.sale, versionId, cupId: null, drinkMl: 300, cups: l.count, at: l.at, paid: l.paid }],
  )
  expect((await owner.call('postSales', { body: { id: uuid(), standId: stand, rows } })).body).toEqual({
    taken: 0,
    known: coolers.length,
  })
  const day = coolers[0]!.at.slice(0, 10)
  const sheet = (await owner.call('count', { query: { stand, from: day, until: day } })).body
  const cups = sheet.cups.reduce((n: number, c: { cups: number }) => n + c.cups, 0)
  expect(cups).toBe(coolers.filter((s) => s.at.startsWith(day)).reduce((n, s) => n + s.cups, 0))
})

it('says what is wrong, and takes nothing then', async () => {
  const later = new Date(Date.now() + 3_600_000).toISOString()
  expect(codesOf(await post([sale(), sale({ at: later })]))).toEqual(['sales.1.at:till-future'])
  expect(codesOf(await post([sale({ cups: 0.5 })]))).toEqual(['sales.0.cups:field-invalid-type'])
  expect(codesOf(await post([sale({ sale: '' })]))).toEqual(['sales.0.sale:field-too-small'])
  expect((await post([])).status).toBe(422)
})

it('does nothing else with its secret, and nothing for another stand', async () => {
  const before = await tillOf(other)
  expect((await post([sale()])).body).toMatchObject({ taken: 1 })
  expect(await tillOf(other)).toEqual(before)
  const headers = { authorization: `Bearer ${bearer}` }
  expect((await raw('GET', '/api/v1/stands', { headers })).status).toBe(401)
  // It is no tablet: nobody signs in by PIN with it, and no session posts for a till.
  const pin = await raw('GET', '/api/v1/pin', { headers: { cookie: `olvex-tablet=${bearer}` } })
  expect(pin.body).toEqual({ enrolled: false, people: [] })
  const asOwner = await raw('POST', '/api/v1/till-sales', {
    body: { sales: [sale()] },
    headers: { cookie: owner.cookie },
  })
  expect(asOwner.status).toBe(401)
  for (const wrong of [null, `${device}.${'b'.repeat(43)}`, `${uuid()}.${secret}`, device, '.', 'x'])
    expect([wrong, (await post([sale()], wrong)).status]).toEqual([wrong, 401])
})

it('is struck off, and is a stranger from then on', async () => {
  expect((await owner.call('endDevice', { params: { id: device } })).status).toBe(200)
  expect((await post([sale()])).status).toBe(401)
})
