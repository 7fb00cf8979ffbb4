import { dayOf, shiftDay } from '../../core/time'
import { closeDatabase, database, inTransaction } from '../../server/db/connect'
import { addPriceList } from '../../server/books/buying'
import { latestToday } from '../../server/platform/days'
import type { Refusal } from '../../server/platform/errors'
import { people, uuid, type Client } from './client'

// Stands on both sides of their midnight, west and east of Greenwich.
let owner: Client
let before: { id: string; time_zone: string }[]
beforeAll(async () => {
  ;({ owner } = await people())
  before = (await database().query('SELECT id, time_zone FROM stand'))[0] as typeof before
})
afterEach(() => delete process.env.OLVEX_NOW)
afterAll(async () => {
  for (const { id, time_zone: zone } of before)
    await database().query('UPDATE stand SET time_zone = :zone WHERE id = :id', { replacements: { zone, id } })
  await closeDatabase()
})
const live = (zone: string) => database().query('UPDATE stand SET time_zone = :zone', { replacements: { zone } })
const who = async () => ({
  personId: (await owner.call('me')).body.person.id,
  role: 'owner' as const,
  stands: null,
  key: null,
  standId: before[0]!.id,
})

describe.each([
  ['America/Mexico_City', '2026-11-26T05:30:00Z', '2026-11-25', '2026-11-24T18:00:00.000Z'],
  ['America/Mexico_City', '2026-11-26T06:30:00Z', '2026-11-26', '2026-11-25T18:00:00.000Z'],
  ['Asia/Tokyo', '2026-11-25T14:30:00Z', '2026-11-25', '2026-11-24T03:00:00.000Z'],
  ['Asia/Tokyo', '2026-11-25T15:30:00Z', '2026-11-26', '2026-11-25T03:00:00.000Z'],
])('in %s at %s', (zone, now, today, noonOfYesterday) => {
  const list = async (day: string) => {
    const id = uuid()
    const row = { ingredientKey: 'lemon', packPrice: 12, packG: 5000, supplier: `Stall ${id.slice(0, 8)}`, day }
    await inTransaction(async (tx) =>
      addPriceList(tx, { id, rows: [row], confirm: ['list-far-from-last'] }, await who()),
    )
    const [rows] = await database().query('SELECT since FROM price WHERE list_id = :id', { replacements: { id } })
    return (rows as { since: Date }[])[0]!.since.toISOString()
  }
  beforeEach(async () => {
    await live(zone)
    process.env.OLVEX_NOW = now
  })
  it(`today is ${today}: its prices hold from now, yesterday’s from its noon, and tomorrow is the future`, async () => {
    expect(await inTransaction((tx) => latestToday(tx))).toBe(today)
    expect(await list(today)).toBe(new Date(now).toISOString())
    expect(await list(shiftDay(today, -1))).toBe(noonOfYesterday)
    const refused = await list(shiftDay(today, 1)).catch((e: Refusal) => e)
    expect(refused).toMatchObject({ errors: [{ field: 'rows.0.day', code: 'date-future' }] })
  })
})

it('the business lives in its latest day where its stands do not share one', async () => {
  await live('America/Mexico_City')
  const { id } = before[0]!
  await database().query("UPDATE stand SET time_zone = 'Asia/Tokyo' WHERE id = :id", { replacements: { id } })
  process.env.OLVEX_NOW = '2026-11-25T20:00:00Z'
  expect(await inTransaction((tx) => latestToday(tx))).toBe('2026-11-26')
})

it('an archive is named by the day of the stand', async () => {
  await live('Pacific/Kiritimati')
  const answer = await fetch(`${process.env.OLVEX_TEST_URL}/api/v1/archive`, { headers: { cookie: owner.cookie } })
  await answer.arrayBuffer()
  expect(answer.headers.get('content-disposition')).toContain(`olvex-${dayOf(new Date(), 'Pacific/Kiritimati')}.zip`)
})
