import { QueryTypes } from 'sequelize'
import {
  Evaluator,
  newDrink,
  newSyrup,
  Standards,
  withAmount,
  withLayer,
  type RecipeDocument,
  type Snapshots,
} from '../../core/recipe'
import { closeDatabase, database, inTransaction } from '../../server/db/connect'
import { fillSnapshots, hashOf } from '../../server/db/snapshots'
import { codesOf, makeDrink, people, uuid, type Client } from './client'

let owner: Client
beforeAll(async () => {
  owner = (await people()).owner
})
afterAll(closeDatabase)

interface Row {
  id: string
  standard: { snapshot: string; number: number; filled: boolean; figures: { jug: { brix: number } } } | null
}
async function listed(): Promise<{ recipes: Row[]; snapshots: Snapshots }> {
  return (await owner.call('recipes')).body as { recipes: Row[]; snapshots: Snapshots }
}
async function standardOf(id: string) {
  const { recipes, snapshots } = await listed()
  const standards = new Standards()
  standards.add(snapshots)
  const { standard } = recipes.find((r) => r.id === id)!
  const source = standards.source(standard!.snapshot)!
  return { standard: standard!, source, brix: new Evaluator(source.context).evaluate(source.document).jug.brix.value }
}
async function put(kind: 'drink' | 'prep', draft: RecipeDocument, id = uuid(), version = 0): Promise<string> {
  const body = { kind, name: `${kind} ${id}`, family: 'lemonade' as const, draft, version }
  const a = await owner.call('putRecipe', { params: { id }, body })
  expect([a.status, a.body.errors ?? []]).toEqual([200, []])
  return id
}
const sign = (id: string, version = 1) => owner.call('signOff', { params: { id }, body: { id: uuid(), version } })
const withPrep = (prep: string) => withLayer(newDrink(null, 300), { prep }, { value: 60, unit: 'mL' })

it('a standard has its figures whatever becomes of its draft, its ingredients and its preps', async () => {
  const sugar = uuid()
  await owner.call('postIngredient', { body: { id: sugar, name: `Sugar ${sugar}`, likeKey: 'white-sugar' } })
  const own = (citric: number, version: number) =>
    owner.call('putIngredient', {
      params: { id: sugar },
      body: { own: { composition: { sucrose: 90, citric }, ph: null }, version },
    })
  await own(1, 1)
  const prep = await put('prep', newSyrup())
  await sign(prep)
  const draft = withLayer(withPrep(prep), { ingredient: sugar }, { value: 10, unit: 'g' })
  const drink = await put('drink', draft)
  expect((await sign(drink)).body.number).toBe(1)
  const before = await standardOf(drink)
  expect(before.brix).toBeCloseTo(before.standard.figures.jug.brix, 9)

  await own(9, 2)
  await put('prep', withAmount(newSyrup(), 'sugar', { value: 1300, unit: 'g' }), prep, 2)
  await sign(prep, 3)
  await put('drink', withAmount(draft, sugar, { value: 40, unit: 'g' }), drink, 2)
  const after = await standardOf(drink)
  expect(after).toEqual({ ...before, source: { ...before.source, context: expect.anything() as object } })
  expect((await sign(drink, 3)).body.number).toBe(2)
  expect((await standardOf(drink)).brix).toBeGreaterThan(before.brix + 5)
})

it('what standards are evaluated from is sent once, by the hash of what it is', async () => {
  const prep = await put('prep', newSyrup())
  await sign(prep)
  for (const ml of [200, 250]) await sign(await put('drink', { ...withPrep(prep), serve: newDrink(null, ml).serve }))
  const { recipes, snapshots } = await listed()
  for (const [hash, content] of Object.entries({ ...snapshots.ingredients, ...snapshots.recipes }))
    expect(hashOf(content)).toBe(hash)
  const asked = recipes.flatMap((r) => r.standard?.snapshot ?? [])
  const reached = new Set<string>()
  const reach = (hash: string): void => {
    reached.add(hash)
    const { ingredients = {}, preps = {} } = snapshots.recipes[hash] ?? {}
    for (const inner of [...Object.values(ingredients), ...Object.values(preps)]) reach(inner)
  }
  asked.forEach(reach)
  expect([...reached].sort()).toEqual(Object.keys({ ...snapshots.ingredients, ...snapshots.recipes }).sort())
})

it('a drink waits for its prep’s sign-off: it is kept, and signed once that is', async () => {
  const prep = await put('prep', newSyrup())
  const drink = await put('drink', withPrep(prep))
  const refused = await sign(drink)
  expect([refused.status, codesOf(refused)]).toEqual([422, [`draft.prep:${prep}:prep-unsigned`]])
  expect((await sign(prep)).status).toBe(200)
  expect((await sign(drink)).status).toBe(200)
  // What could not be made anyway is not kept either: a prep that is not there.
  const gone = await owner.call('putRecipe', {
    params: { id: uuid() },
    body: { kind: 'drink', name: 'Gone', family: 'lemonade', draft: withPrep(uuid()), version: 0 },
  })
  expect([gone.status, gone.body.errors[0].code]).toEqual([422, 'prep-unknown'])
})

it('ten signed at once, of the same things, are ten standards with all they need', async () => {
  const kind = uuid()
  await owner.call('postIngredient', { body: { id: kind, name: `Juice ${kind}`, likeKey: 'lime-juice' } })
  const draft = withLayer(newDrink(null, 300), { ingredient: kind }, { value: 30, unit: 'mL' })
  const drinks = await Promise.all(Array.from({ length: 10 }, () => put('drink', draft)))
  const answers = await Promise.all(drinks.map((id) => sign(id)))
  expect(answers.map((a) => a.status)).toEqual(Array.from({ length: 10 }, () => 200))
  const all = await Promise.all(drinks.map(standardOf))
  expect(new Set(all.map((s) => s.standard.snapshot)).size).toBe(1)
  expect(all[0]!.brix).toBeGreaterThan(0)
})

describe('a standard from before there were snapshots', () => {
  const older = async (id: string, composition: string | null) => {
    await database().query(
      'UPDATE recipe_version SET snapshot = NULL, filled = FALSE, composition = :composition WHERE recipe_id = :id',
      { replacements: { id, composition } },
    )
    await inTransaction((tx) => fillSnapshots(database(), tx))
    return standardOf(id)
  }
  it('gets the one that it would have had, marked', async () => {
    const { id } = await makeDrink(owner, `Older ${uuid()}`)
    await sign(id)
    const stored = async () =>
      (
        await database().query<{ snapshot: string; filled: 0 | 1 }>(
          'SELECT snapshot, filled FROM recipe_version WHERE recipe_id = :id',
          { type: QueryTypes.SELECT, replacements: { id } },
        )
      )[0]!
    const before = await stored()
    expect(before.filled).toBe(0)
    expect((await older(id, null)).standard.filled).toBe(true)
    expect(await stored()).toEqual({ ...before, filled: 1 })
  })
  it('has the compositions that were stored with it, and the rest as it ships', async () => {
    const { id } = await makeDrink(owner, `Older still ${uuid()}`)
    await sign(id)
    const { source } = await older(
      id,
      JSON.stringify({ 'lemon-juice': { composition: { citric: 9 }, source: 'source.own' } }),
    )
    expect(source.context.ingredient('lemon-juice')).toMatchObject({ composition: { citric: 9 }, ph: 2.3 })
  })
  it('that was damaged stands as it is, and the others are filled', async () => {
    const [broken, whole] = [await makeDrink(owner, `Broken ${uuid()}`), await makeDrink(owner, `Whole ${uuid()}`)]
    await sign(broken.id)
    await sign(whole.id)
    await database().query(
      `UPDATE recipe_version SET document = '{"schema": 2}', snapshot = NULL WHERE recipe_id = :id`,
      { replacements: { id: broken.id } },
    )
    expect((await older(whole.id, null)).brix).toBeGreaterThan(0)
    const rows = await database().query<{ n: number }>(
      'SELECT COUNT(*) AS n FROM recipe_version WHERE snapshot IS NULL',
      { type: QueryTypes.SELECT },
    )
    expect(rows).toEqual([{ n: 0 }])
  })
})
