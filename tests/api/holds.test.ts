import { closeDatabase } from '../../server/db/connect'
import type { Reply } from '../../shared/contract'
import { type Answer, type Client, newStand, people, uuid, weighIn } from './client'
import { holdBody } from './keyed-bodies'

// Which vessels and cups a hatch is shown, of all that there ever were.

let owner: Client
let stand: string
beforeAll(async () => {
  ;({ owner } = await people())
  stand = await newStand(owner, 'Hatch')
})
afterAll(closeDatabase)

const ago = (hours: number): string => new Date(Date.now() - hours * 36e5).toISOString()
let versionId: string
/** A vessel of 31 hours ago, with three cups out of it two hours later. */
async function filledYesterday(): Promise<string> {
  const hold = await holdBody(owner, stand)
  versionId = hold.versionId
  expect((await owner.call('postHold', { body: { ...hold, at: ago(31) } })).status).toBe(200)
  await tell(hold.id, { kind: 'filled', lotId: null, volumeMl: 5000, tempC: 4 }, 31)
  for (const second of [1, 2, 3]) expect((await pour(hold.id, ago(29 - second / 3600))).status).toBe(200)
  return hold.id
}
async function tell(id: string, event: object, hours: number): Promise<void> {
  const body = { id: uuid(), event, at: ago(hours) } as never
  expect((await owner.call('postHoldEvent', { params: { id }, body })).status).toBe(200)
}
async function pour(holdId: string | null, at: string, { id = uuid(), cups = 1 } = {}): Promise<Answer> {
  const cup = { standId: stand, holdId, versionId, drinkMl: 300, cups, options: [], touchedS: [0], at }
  return owner.call('putPour', { params: { id }, body: cup as never })
}
const shown = async (also?: string): Promise<Reply<'holds'>> =>
  (await owner.call('holds', { query: { stand, ...(also && { also }) } })).body
const cupsOf = ({ pours }: Reply<'holds'>, holdId: string | null): (readonly [number, boolean, number])[] =>
  pours
    .filter((p) => p.holdId === holdId)
    .map((p) => [p.cups, p.isTogether ?? false, p.touchedS.length] as const)
    .sort(([a], [b]) => b - a)

it('a vessel that serves has all of its cups, one that was emptied those of the last day, or all where it is looked at', async () => {
  const [serves, gone] = [await filledYesterday(), await filledYesterday()]
  await pour(serves, ago(0.01))
  await tell(gone, { kind: 'emptied', leftMl: 0, as: 'thrown', reason: 'the end of the day' }, 28)
  // Out of no vessel: of the last day.
  await pour(null, ago(29))
  await pour(null, ago(2))

  const now = await shown()
  expect(now.holds.map((h) => h.id)).toEqual([serves])
  // Those of yesterday together, and the one of a moment ago as it was told.
  expect(cupsOf(now, serves)).toEqual([
    [3, true, 0],
    [1, false, 1],
  ])
  expect([cupsOf(now, gone), cupsOf(now, null)]).toEqual([[], [[1, true, 0]]])

  const looked = await shown(gone)
  expect(new Set(looked.holds.map((h) => h.id))).toEqual(new Set([serves, gone]))
  expect([cupsOf(looked, gone), cupsOf(looked, serves).length]).toEqual([[[3, true, 0]], 2])
})

it('cups are told again under their id, which is of nothing else', async () => {
  const hold = await filledYesterday()
  const id = uuid()
  for (const cups of [1, 3]) expect((await pour(hold, ago(0.01), { id, cups })).status).toBe(200)
  expect(cupsOf(await shown(), hold)).toContainEqual([3, false, 1])
  const { id: lot } = await weighIn(owner, stand, 2)
  expect(await pour(hold, ago(0.01), { id: lot })).toMatchObject({ status: 409, body: { code: 'already-there' } })
})
