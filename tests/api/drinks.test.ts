import { newDrink } from '../../core/recipe'
import { closeDatabase } from '../../server/db/connect'
import { codesOf, makeDrink, people, uuid, type Client } from './client'
import { useBody, workBody } from './drink-bodies'

let owner: Client
let crew: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
})
afterAll(closeDatabase)

const recipeOf = async (id: string) =>
  (await owner.call('recipes')).body.recipes.find((r: { id: string }) => r.id === id)
const sign = async (id: string, confirm: string[] = []) =>
  owner.call('signOff', { params: { id }, body: { id: uuid(), version: (await recipeOf(id)).version, confirm } })
async function change(id: string, over: object) {
  const { kind, family, name, draft, version } = await recipeOf(id)
  return owner.call('putRecipe', { params: { id }, body: { kind, family, name, draft, version, ...over } })
}

describe('work on a drink', () => {
  const put = async (over: object, id = uuid()) =>
    owner.call('putWork', { params: { id }, body: { ...(await workBody(owner, stand)), ...over } as never })
  const base = newDrink(null, 300)
  const series = {
    base,
    kind: 'series',
    varied: { stream: 'white-sugar' },
    values: [20, 30, 40],
    sampleMl: 150,
    codes: ['123', '456', '789'],
    notes: ['', '', ''],
    verdict: null,
  }
  it('is put down, changed and read, the newest first', async () => {
    const {
      id: recipeId,
      body: { draft },
    } = await makeDrink(owner, `Tried ${uuid()}`)
    const id = uuid()
    const body = { ...series, base: draft }
    await put({ recipeId }, uuid())
    expect((await put({ recipeId, body }, id)).body).toEqual({ id, version: 1 })
    expect((await put({ recipeId, body: { ...body, verdict: 2 }, version: 1 }, id)).body.version).toBe(2)
    expect((await put({ recipeId, body, version: 1 }, id)).body.code).toBe('stale')
    const rows = (await owner.call('work', { query: { recipe: recipeId } })).body
    expect(rows.map((w: { body: { kind: string } }) => w.body.kind)).toEqual(['series', 'original'])
    expect(rows[0]).toMatchObject({ id, version: 2, by: expect.any(String), body: { verdict: 2 } })
  })
  it('of which a point was kept teaches its stand, by any drink, in the order of time', async () => {
    const { id: recipeId } = await makeDrink(owner, `Taught ${uuid()}`)
    const ids = [uuid(), uuid(), uuid()] as const
    const way = { varied: { step: 'pot', way: 'mesh' }, values: ['fine', 'cloth'] }
    await put({ recipeId, body: { ...series, verdict: 1 } }, ids[0])
    await put({ recipeId, body: series }, ids[1])
    await put({ recipeId, body: { ...series, ...way, verdict: 0 } }, ids[2])
    const of = async (who = owner) => who.call('keptTrials', { query: { stand } })
    const mine = (await of()).body.filter((k: { recipeId: string }) => k.recipeId === recipeId)
    expect(mine.map((k: { series: { values: unknown } }) => k.series.values)).toEqual([
      [20, 30, 40],
      ['fine', 'cloth'],
    ])
    expect((await of(crew)).status).toBe(403)
  })
  it('stays what it is, and of its drink', async () => {
    const id = uuid()
    const body = await workBody(owner, stand)
    await owner.call('putWork', { params: { id }, body })
    const correction = { kind: 'correction', potMl: 5000, vesselMl: 8000, brix: null, ta: null, words: ['too-sour'] }
    const other = { ...correction, onHand: [], added: [] }
    expect(codesOf(await put({ recipeId: body.recipeId, body: other, version: 1 }, id))).toEqual([
      'body.kind:kind-differs',
    ])
    expect(codesOf(await put({ version: 1 }, id))).toEqual(['body.kind:kind-differs'])
  })
  it.each<[string, object, number]>([
    ['of a drink that is not here', { recipeId: uuid() }, 404],
    ['at a stand that is not here', { standId: uuid() }, 404],
    ['of another kind', { body: { kind: 'poem', text: 'x' } }, 422],
    ['without a text', { body: { kind: 'original', text: '' } }, 422],
    ['with a word that nobody tastes', { body: { kind: 'correction', words: ['purple'] } }, 422],
    ['of one jug', { body: { ...series, values: [30] } }, 422],
    ['in a thimble', { body: { ...series, sampleMl: 1 } }, 422],
  ])('%s is refused', async (_, over, status) => expect((await put(over)).status).toBe(status))
  it('is not for the crew', async () =>
    expect((await crew.call('work', { query: { recipe: uuid() } })).status).toBe(403))
})

describe('standards of a drink', () => {
  it('are all read, and a stand pours the one it says', async () => {
    const { id } = await makeDrink(owner, `Signed ${uuid()}`)
    const first = (await sign(id)).body
    const { draft } = await recipeOf(id)
    const iced = { ...draft, serve: { ...draft.serve, iceG: 130 } }
    expect((await change(id, { draft: iced })).status).toBe(200)
    expect((await sign(id)).body.number).toBe(2)
    const { standards, snapshots } = (await owner.call('standards', { params: { id } })).body
    expect(standards.map((s: { number: number }) => s.number)).toEqual([2, 1])
    expect(standards.every((s: { snapshot: string }) => snapshots.recipes[s.snapshot])).toBe(true)
    const use = uuid()
    const body = await useBody(owner, stand, { recipeId: id, versionId: first.id })
    expect((await owner.call('putUse', { params: { id: use }, body })).body).toEqual({ id: use, version: 1 })
    const read = (await crew.call('recipes')).body
    const poured = read.uses.find((u: { id: string }) => u.id === use)
    expect([poured.standard.number, !!read.snapshots.recipes[poured.standard.snapshot]]).toEqual([1, true])
    // Said a second time, by somebody who did not know: there is one for each stand and drink.
    const again = await owner.call('putUse', { params: { id: uuid() }, body })
    expect([again.status, again.body.code, again.body.current.id]).toEqual([409, 'stale', use])
  })
  it('a cup has a price of its own at one stand: kept with what it pours, hidden from crew', async () => {
    const { id } = await makeDrink(owner, `Priced ${uuid()}`)
    const use = uuid()
    const body = await useBody(owner, stand, { recipeId: id, versionId: null })
    const priced = { ...body, ownPrices: [{ cupId: null, sizePrice: 4.5 }] }
    expect((await owner.call('putUse', { params: { id: use }, body: priced })).status).toBe(200)
    const read = async (c: Client) => (await c.call('recipes')).body.uses.find((u: { id: string }) => u.id === use)
    expect((await read(owner)).ownPrices).toEqual([{ cupId: null, sizePrice: 4.5 }])
    expect((await read(crew)).ownPrices).toEqual([{ cupId: null, sizePrice: null }])
    // What is not said of stays.
    await owner.call('putUse', { params: { id: use }, body: { ...body, isServed: false, version: 1 } })
    expect(await read(owner)).toMatchObject({ isServed: false, ownPrices: [{ cupId: null, sizePrice: 4.5 }] })
    const less = { ...body, ownPrices: [{ cupId: null, sizePrice: -1 }], version: 2 }
    expect((await owner.call('putUse', { params: { id: use }, body: less })).status).toBe(422)
  })
  it('of another drink are not poured in its place', async () => {
    const other = (await sign((await makeDrink(owner, `Other ${uuid()}`)).id)).body
    const body = await useBody(owner, stand, { versionId: other.id })
    expect(codesOf(await owner.call('putUse', { params: { id: uuid() }, body }))).toEqual([
      'versionId:standard-of-another',
    ])
  })
  it('a drink that is off the menu keeps them', async () => {
    const { id } = await makeDrink(owner, `Retired ${uuid()}`)
    await sign(id)
    await change(id, { retired: true, note: 'Too slow to make.' })
    expect(await recipeOf(id)).toMatchObject({ retired: true, note: 'Too slow to make.', standard: { number: 1 } })
    // What is not said stays as it is.
    await change(id, {})
    expect(await recipeOf(id)).toMatchObject({ retired: true, note: 'Too slow to make.' })
  })
  it.each([
    ['Detox lemonade', ['name:claim-health']],
    ['Sugar-free lemonade', ['name:claim-sugar-free']],
  ])('“%s” is asked about before it is signed', async (name, codes) => {
    const { id } = await makeDrink(owner, `${name} ${uuid()}`)
    const asked = await sign(id)
    expect([asked.status, codesOf(asked)]).toEqual([409, codes])
    expect(
      (
        await sign(
          id,
          codes.map((c) => c.split(':')[1]!),
        )
      ).status,
    ).toBe(200)
  })
})
