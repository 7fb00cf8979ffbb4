import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { type Client, makeDrink, MONEY, people, pressBody, signIn, uuid, weighIn } from './client'

let owner: Client
let crew: Client
let lead: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
  const id = uuid()
  await owner.call('postPerson', {
    body: { id, name: 'Lou', login: `lou-${id}`, password: 'long-enough', role: 'lead' },
  })
  lead = await signIn(`lou-${id}`, 'long-enough')
})
afterAll(closeDatabase)

const codesOf = (a: { body: { errors?: { code: string }[] } }): string[] => (a.body.errors ?? []).map((e) => e.code)
const lotOf = async (id: string) =>
  ((await owner.call('lots', { query: { stand } })).body as { id: string; onHand: number }[]).find((l) => l.id === id)
const movementsOf = (id: string) =>
  database().query<{ kind: string; amount: string }>(
    'SELECT kind, amount FROM movement WHERE source_id = :id ORDER BY at, id',
    { type: QueryTypes.SELECT, replacements: { id } },
  )

async function pressed(): Promise<{ lot: string; press: string; juice: string }> {
  const { id: lot } = await weighIn(owner, stand, 10)
  const body = pressBody(lot, { takenKg: 4, juice: { value: 1600, unit: 'mL' } })
  expect((await crew.call('postPress', { body })).status).toBe(200)
  return { lot, press: body.id, juice: body.juiceLotId }
}

describe('void and restore', () => {
  it('a look that moved nothing goes out and back, and history names its fruit', async () => {
    const { id: lot } = await weighIn(owner, stand, 2)
    const id = uuid()
    const event = { kind: 'look' as const, place: 'cold' as const, feel: 'soft' as const }
    expect((await crew.call('postLotEvent', { params: { id: lot }, body: { id, event } })).status).toBe(200)
    for (const route of ['voidFact', 'restoreFact', 'voidFact'] as const)
      expect((await lead.call(route, { params: { id }, body: { entity: 'lot-event' } })).status).toBe(200)
    expect(await lotOf(lot)).toMatchObject({ look: null })
    const [latest] = (await lead.call('history', { query: { entity: 'lot-event', id } })).body
    expect(latest.after).toMatchObject({ voided: true, itemKey: 'lemon' })
  })
  it('a press goes out of the books and back, and nothing of it is deleted', async () => {
    const { lot, press, juice } = await pressed()
    expect(
      (await lead.call('voidFact', { params: { id: press }, body: { entity: 'press', reason: 'wrong crate' } })).status,
    ).toBe(200)
    expect((await lotOf(lot))!.onHand).toBeCloseTo(10000, 3)
    expect(await lotOf(juice)).toBeUndefined()
    expect((await owner.call('presses', { query: { stand } })).body.map((p: { id: string }) => p.id)).not.toContain(
      press,
    )
    expect((await lead.call('restoreFact', { params: { id: press }, body: { entity: 'press' } })).status).toBe(200)
    expect((await lotOf(lot))!.onHand).toBeCloseTo(6000, 3)
    expect((await lotOf(juice))!.onHand).toBeCloseTo(1600, 3)
    expect((await owner.call('presses', { query: { stand } })).body.map((p: { id: string }) => p.id)).toContain(press)
    expect((await movementsOf(press)).filter((m) => m.kind === 'void').length).toBe(
      (await movementsOf(press)).filter((m) => m.kind === 'restore').length,
    )
  })
  it('a voided weigh-in takes its price with it', async () => {
    const { id } = await weighIn(owner, stand, 5, { ingredientKey: 'grapefruit', price: { paid: 2, per: 'kg' } })
    const wrong = await weighIn(owner, stand, 5, { ingredientKey: 'grapefruit', price: { paid: 7, per: 'kg' } })
    const latest = async () =>
      (await owner.call('prices')).body.find((p: { ingredientKey: string }) => p.ingredientKey === 'grapefruit')
        .packPrice
    expect(await latest()).toBe(7)
    await lead.call('voidFact', { params: { id: wrong.id }, body: { entity: 'lot' } })
    expect([await latest(), await lotOf(wrong.id)]).toEqual([2, undefined])
    expect((await lotOf(id))!.onHand).toBeCloseTo(5000, 3)
  })
  it('is refused where others used what would go', async () => {
    const { lot, press, juice } = await pressed()
    expect(codesOf(await lead.call('voidFact', { params: { id: lot }, body: { entity: 'lot' } }))).toEqual([
      'already-used',
    ])
    await database().query(
      "INSERT INTO movement (id, lot_id, amount, kind, source_id, at, person_id) SELECT UUID(), id, -500, 'pour-out', id, NOW(6), person_id FROM lot WHERE id = :juice",
      { replacements: { juice } },
    )
    expect(codesOf(await lead.call('voidFact', { params: { id: press }, body: { entity: 'press' } }))).toEqual([
      'juice-already-used',
    ])
    expect((await lotOf(lot))!.onHand).toBeCloseTo(6000, 3)
  })
  it('a restore that the lot no longer covers is refused', async () => {
    const { lot, press } = await pressed()
    await lead.call('voidFact', { params: { id: press }, body: { entity: 'press' } })
    expect(
      (await crew.call('postPress', { body: pressBody(lot, { takenKg: 9, juice: { value: 3600, unit: 'mL' } }) }))
        .status,
    ).toBe(200)
    expect(codesOf(await lead.call('restoreFact', { params: { id: press }, body: { entity: 'press' } }))).toEqual([
      'lot-not-enough-to-restore',
    ])
  })
  it('happens once, whoever asks and however often', async () => {
    const { lot, press } = await pressed()
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => lead.call('voidFact', { params: { id: press }, body: { entity: 'press' } })),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, 422, 422, 422, 422, 422])
    expect((await lotOf(lot))!.onHand).toBeCloseTo(10000, 3)
    expect(codesOf(await lead.call('restoreFact', { params: { id: lot }, body: { entity: 'lot' } }))).toEqual([
      'not-void',
    ])
  })
  it('is not for crew, and not of what is not there', async () => {
    const { press } = await pressed()
    expect((await crew.call('voidFact', { params: { id: press }, body: { entity: 'press' } })).status).toBe(403)
    expect((await lead.call('voidFact', { params: { id: uuid() }, body: { entity: 'press' } })).status).toBe(404)
    expect((await lead.call('voidFact', { params: { id: press }, body: { entity: 'lot' } })).status).toBe(404)
  })
  it('nothing is pressed from a voided lot', async () => {
    const { id } = await weighIn(owner, stand, 3)
    await lead.call('voidFact', { params: { id }, body: { entity: 'lot' } })
    expect(codesOf(await crew.call('postPress', { body: pressBody(id) }))).toEqual(['lot-void'])
  })
})

describe('history', () => {
  it('says who, when, before and after; money only to the owner', async () => {
    const { id, body } = await makeDrink(owner, `Traced ${uuid()}`)
    await lead.call('putRecipe', { params: { id }, body: { ...body, name: 'Renamed by Lou', version: 1 } })
    const rows = (await owner.call('history', { query: { entity: 'recipe', id } })).body
    expect(rows.map((r: { by: string }) => r.by)).toEqual(['Lou', 'Ada'])
    expect([rows[0].before.sellPrice, rows[0].before.name, rows[0].after.name, rows[0].after.sellPrice]).toEqual([
      3,
      body.name,
      'Renamed by Lou',
      3,
    ])
    const seen = (await lead.call('history', { query: { entity: 'recipe', id } })).body
    expect([seen[0].before.sellPrice, seen[0].after.name]).toEqual([null, 'Renamed by Lou'])
  })
  it('hides prices and people from a lead, altogether', async () => {
    await weighIn(owner, stand, 2, { price: { paid: 2.6, per: 'kg' } })
    const seen = JSON.stringify((await lead.call('history')).body)
    expect(seen).not.toMatch(/"entity":"(price|person|device|session|setting)"/)
    expect(seen).not.toMatch(MONEY)
  })
  it('pages by number, newest first', async () => {
    const first = (await owner.call('history')).body
    expect(first[0].seq).toBeGreaterThan(first.at(-1).seq)
    // Whatever came in meanwhile is newer: what comes before the second is the third and so on.
    const next = (await owner.call('history', { query: { before: String(first[1].seq) } })).body
    expect(next[0]).toEqual(first[2])
  })
  it('a language that is chosen again is no change', async () => {
    for (const locale of ['es', 'es', 'en'] as const)
      expect((await owner.call('setLocale', { body: { locale } })).status).toBe(200)
    const rows = (await owner.call('history', { query: { entity: 'person' } })).body.filter(
      (r: { after: object | null }) => r.after && Object.keys(r.after).join() === 'locale',
    )
    expect(rows.slice(0, 2).map((r: { before: object; after: object }) => [r.before, r.after])).toEqual([
      [{ locale: 'es' }, { locale: 'en' }],
      [{ locale: 'en' }, { locale: 'es' }],
    ])
  })
})

describe('live refresh', () => {
  it('tells another tablet what changed, with the key of who wrote it', async () => {
    const { seq } = (await crew.call('changes')).body
    const key = uuid()
    const id = uuid()
    await owner.call('postLot', {
      key,
      body: {
        id,
        standId: stand,
        ingredientKey: 'lime',
        supplier: null,
        kg: 2,
        price: { paid: 3, per: 'kg' },
        count: null,
      },
    })
    const { rows, seq: after } = (await crew.call('changes', { query: { since: String(seq) } })).body
    expect(rows).toContainEqual(expect.objectContaining({ entity: 'lot', entityId: id, key }))
    expect(after).toBeGreaterThan(seq)
    expect(JSON.stringify(rows)).not.toMatch(MONEY)
  })
  it.each([['-1'], ['x'], ['1.5']])('since %s is no number of ours', async (since) =>
    expect((await crew.call('changes', { query: { since } })).status).toBe(422),
  )
  it('shows a write again for some seconds, for one that came in late', async () => {
    await weighIn(owner, stand, 1)
    const { seq } = (await crew.call('changes')).body
    expect((await crew.call('changes', { query: { since: String(seq) } })).body.rows.length).toBeGreaterThan(0)
  })
})
