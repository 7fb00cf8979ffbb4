import { closeDatabase } from '../../server/db/connect'
import type { StandToday } from '../../core/stand/today'
import { type Client, makeDrink, newStand as openStand, people, signIn, uuid, weighIn } from './client'
import { holdBody } from './keyed-bodies'

// Every stand at a glance: each figure, from what was told there.

let owner: Client
beforeAll(async () => {
  ;({ owner } = await people())
})
afterAll(closeDatabase)

const newStand = (timeZone = 'Europe/Lisbon'): Promise<string> => openStand(owner, 'Glance', { timeZone })
const todayAt = async (standId: string, who = owner): Promise<StandToday | undefined> =>
  (await who.call('standsToday')).body.find((s: StandToday) => s.standId === standId)
const ago = (hours: number): string => new Date(Date.now() - hours * 36e5).toISOString()
const dateIn = (timeZone: string): string => new Date().toLocaleDateString('sv-SE', { timeZone })
const NOTHING = { fruitKg: 0, cupsPlanned: 0, cupsPoured: 0, underWay: 0, atHatch: 0, soldOut: 0, past: 0 }

it('a new stand has its own day, and nothing in it', async () => {
  const stand = await newStand('Asia/Kolkata')
  const day = dateIn('Asia/Kolkata')
  expect(await todayAt(stand)).toEqual({ standId: stand, day, ...NOTHING, coming: 0, late: 0 })
})

it('fruit is what is in crates; what is past its day is counted until it is gone', async () => {
  const stand = await newStand()
  const { id } = await weighIn(owner, stand, 5)
  const discard = async (kg: number): Promise<void> => {
    const body = { id: uuid(), event: { kind: 'discard' as const, kg, reason: 'soft' as const } }
    expect((await owner.call('postLotEvent', { params: { id }, body })).status).toBe(200)
  }
  await discard(1.5)
  const pack = uuid()
  const old = { ingredientKey: 'whole-milk', packs: 1, size: 1, unit: 'L', useBy: ago(24).slice(0, 10), at: ago(96) }
  const packed = await owner.call('postPack', { body: { id: pack, standId: stand, ...old } as never })
  expect([packed.status, packed.body.errors]).toEqual([200, undefined])
  expect(await todayAt(stand)).toMatchObject({ ...NOTHING, fruitKg: 3.5, past: 1 })
  await owner.call('voidFact', { params: { id: pack }, body: { entity: 'lot' } })
  await discard(3.5)
  expect(await todayAt(stand)).toMatchObject(NOTHING)
})

it('cups are those that were poured today, as they were told last; drinks are sold out until they are there again', async () => {
  const stand = await newStand()
  const hold = await holdBody(owner, stand)
  expect((await owner.call('postHold', { body: hold })).status).toBe(200)
  const { versionId } = hold
  const pour = (id: string, cups: number, at?: string) =>
    owner.call('putPour', { params: { id }, body: { standId: stand, versionId, drinkMl: 300, cups, at } })
  const last = uuid()
  expect((await pour(uuid(), 3)).status).toBe(200)
  expect((await pour(last, 2)).status).toBe(200)
  expect((await pour(uuid(), 9, ago(30))).status).toBe(200)
  // A few seconds ago: it is there again after that.
  const soldOut = { params: { id: uuid() }, body: { standId: stand, versionId, at: ago(0.001) } }
  expect((await owner.call('putSoldOut', soldOut)).status).toBe(200)
  expect(await todayAt(stand)).toMatchObject({ ...NOTHING, atHatch: 1, cupsPoured: 5, soldOut: 1 })
  await pour(last, 0)
  const again = { ...soldOut, body: { ...soldOut.body, backAt: new Date().toISOString() } }
  expect((await owner.call('putSoldOut', again)).status).toBe(200)
  expect(await todayAt(stand)).toMatchObject({ ...NOTHING, atHatch: 1, cupsPoured: 3, soldOut: 0 })
})

it('a batch is under way until it is closed', async () => {
  const stand = await newStand()
  const id = uuid()
  expect((await owner.call('postRun', { body: { id, standId: stand, name: 'As always', times: 1 } })).status).toBe(200)
  expect(await todayAt(stand)).toMatchObject({ ...NOTHING, underWay: 1 })
  const event = { kind: 'closed' as const, how: 'thrown' as const, reason: 'never begun', recipeId: null }
  expect((await owner.call('postRunEvent', { params: { id }, body: { id: uuid(), event } })).status).toBe(200)
  expect(await todayAt(stand)).toMatchObject(NOTHING)
})

it('what is sent is on its way to where it goes, late after four hours, and none once it is there', async () => {
  const [from, to] = [await newStand(), await newStand()]
  const { id } = await weighIn(owner, from, 5, { at: ago(8) })
  const send = async (at: string): Promise<string> => {
    const sendId = uuid()
    const event = { kind: 'send' as const, amount: 1000, toStandId: to }
    const sent = await owner.call('postLotEvent', { params: { id }, body: { id: sendId, event, at } })
    expect([sent.status, sent.body.errors]).toEqual([200, undefined])
    return sendId
  }
  const [late, soon] = [await send(ago(5)), await send(ago(3))]
  expect(await todayAt(to)).toMatchObject({ ...NOTHING, coming: 2, late: 1 })
  expect(await todayAt(from)).toMatchObject({ fruitKg: 3, coming: 0, late: 0 })
  const arrived = { id: uuid(), sendId: late, standId: to, amount: 1000 }
  expect((await owner.call('postArrival', { body: arrived })).status).toBe(200)
  expect(await todayAt(to)).toMatchObject({ coming: 1, late: 0 })
  await owner.call('voidFact', { params: { id: soon }, body: { entity: 'lot-event' } })
  expect(await todayAt(to)).toMatchObject({ coming: 0, late: 0 })
})

it('each stand goes by its own date, also where two days begin at one moment at both sides of the date line', async () => {
  // +13 and −11 hours, without summer time: the same moment, and the day after it.
  const [east, west] = [await newStand('Pacific/Tongatapu'), await newStand('Pacific/Pago_Pago')]
  const [tomorrow, today] = [dateIn('Pacific/Tongatapu'), dateIn('Pacific/Pago_Pago')]
  expect(tomorrow > today).toBe(true)
  const { id: recipeId } = await makeDrink(owner, `Dated ${uuid()}`)
  const plan = async (standId: string, day: string, cups: number): Promise<void> => {
    const line = { standId, day, recipeId, cups, version: 0 }
    expect((await owner.call('putPlanLine', { params: { id: uuid() }, body: line })).status).toBe(200)
  }
  for (const stand of [east, west]) {
    await plan(stand, tomorrow, 12)
    await plan(stand, today, 5)
  }
  expect(await todayAt(east)).toMatchObject({ day: tomorrow, cupsPlanned: 12 })
  expect(await todayAt(west)).toMatchObject({ day: today, cupsPlanned: 5 })
})

it('is of stands that serve, and where one works', async () => {
  const [mine, other] = [await newStand(), await newStand()]
  const login = `glance-${uuid()}`
  const told = { id: uuid(), name: 'Ivo', login, password: 'long-enough', role: 'crew' as const }
  await owner.call('postPerson', { body: { ...told, stands: [{ standId: mine, role: 'crew' }] } })
  const crew = await signIn(login, 'long-enough')
  expect((await crew.call('standsToday')).body.map((s: StandToday) => s.standId)).toEqual([mine])
  const {
    id: _,
    bench: __,
    ...settings
  } = (await owner.call('stands')).body.find((s: { id: string }) => s.id === other)
  const closed = await owner.call('putStand', { params: { id: other }, body: { ...settings, closed: true } })
  expect([closed.status, await todayAt(other)]).toEqual([200, undefined])
})
