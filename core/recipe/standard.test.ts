import { createHash } from 'node:crypto'
import { INGREDIENTS, withOwnValues, type IngredientData } from '../substances'
import {
  canonical,
  closureOf,
  Evaluator,
  figuresToSign,
  movedSince,
  newDrink,
  newSyrup,
  Standards,
  withAmount,
  withLayer,
  withServe,
  type RecipeContext,
  type RecipeDocument,
  type RecipeSource,
} from '.'

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')

/** A stand whose ingredients and preps may change. */
function stand() {
  const own = new Map<string, IngredientData>()
  const preps = new Map<string, RecipeSource | 'unsigned'>()
  const standards = new Standards()
  const context: RecipeContext = {
    ingredient: (key) => own.get(key) ?? INGREDIENTS.get(key),
    prep: (id) => preps.get(id),
  }
  function sign(document: RecipeDocument, asPrep?: string): string {
    const { hash, snapshots } = closureOf({ document, context }, sha256)
    // As it travels: nothing of the objects of today is in it.
    standards.add(JSON.parse(JSON.stringify(snapshots)) as typeof snapshots)
    if (asPrep) preps.set(asPrep, standards.source(hash)!)
    return hash
  }
  const evaluated = (hash: string) => {
    const source = standards.source(hash)!
    return new Evaluator(source.context).evaluate(source.document)
  }
  return { own, preps, standards, context, sign, evaluated }
}
const lemonade = withServe(
  withLayer(
    withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
    { prep: 'syrup' },
    { value: 60, unit: 'mL' },
  ),
  { garnish: [{ ingredient: 'mint', massG: 2 }] },
)
const sweeter = withAmount(newSyrup(), 'sugar', { value: 1300, unit: 'g' })
const sourer = withOwnValues(INGREDIENTS.get('lemon-juice')!, { composition: { citric: 8, sucrose: 3 }, ph: 2.1 })

describe('a standard', () => {
  it('has its figures whatever becomes of its ingredients and preps', () => {
    const { own, sign, evaluated } = stand()
    sign(newSyrup(), 'syrup')
    const hash = sign(lemonade)
    const before = figuresToSign(evaluated(hash))
    own.set('lemon-juice', sourer)
    sign(sweeter, 'syrup')
    const { jug, cup } = evaluated(hash)
    expect(figuresToSign({ jug, cup } as never)).toEqual(before)
    expect(movedSince(before, evaluated(hash))).toEqual([])
    // What is signed now takes what is there now.
    expect(evaluated(sign(lemonade)).jug.brix.value).toBeGreaterThan(before.jug.brix + 0.5)
  })
  it('takes its pH and cautions with it, also where those are only usual', () => {
    const { sign, standards } = stand()
    sign(newSyrup(), 'syrup')
    const source = standards.source(sign(lemonade))!
    expect(source.context.ingredient('lemon-juice')).toMatchObject({ ph: 2.3, cupG: 244, kind: 'juice' })
    expect(source.context.ingredient('mint')!.cautions).toEqual(INGREDIENTS.get('mint')!.cautions)
    // And nothing else: what it does not take is not known to it.
    expect([source.context.ingredient('lime-juice'), source.context.prep('other')]).toEqual([undefined, undefined])
  })
  it('says who may not have it, also where that was not known when it was signed', () => {
    const { cautions: _, ...almond } = INGREDIENTS.get('almond')!
    const standards = new Standards()
    const recipe = { document: lemonade, ingredients: { almond: 'a' }, preps: {} }
    standards.add({ ingredients: { a: almond }, recipes: { r: recipe } })
    expect(standards.source('r')!.context.ingredient('almond')!.cautions).toEqual(['allergen-nuts'])
  })
  it('that takes a prep keeps that prep’s own snapshot, each piece once', () => {
    const { sign, context } = stand()
    const syrup = sign(newSyrup(), 'syrup')
    const { snapshots } = closureOf({ document: lemonade, context }, sha256)
    expect(Object.values(snapshots.recipes).map((r) => r.preps)).toEqual([{ syrup }])
    // Of the syrup nothing is put down again.
    expect(
      Object.values(snapshots.ingredients)
        .map((i) => i.key)
        .sort(),
    ).toEqual(['lemon-juice', 'mint', 'water'])
  })
  it('is put down at every depth where its preps have no snapshot yet, and once where one is made of itself', () => {
    const { context, preps } = stand()
    preps.set('syrup', { document: newSyrup(), context })
    preps.set('loop', { document: withLayer(lemonade, { prep: 'loop' }, { value: 5, unit: 'g' }), context })
    const { hash, snapshots } = closureOf({ document: lemonade, context }, sha256)
    expect(Object.keys(snapshots.recipes)).toHaveLength(2)
    expect(snapshots.recipes[snapshots.recipes[hash]!.preps.syrup!]!.document).toEqual(newSyrup())
    const loop = closureOf(preps.get('loop') as RecipeSource, sha256, ['loop'])
    expect(Object.keys(loop.snapshots.recipes)).toHaveLength(2)
  })
  it('has one hash for one content, whatever the order of its names', () => {
    const turned = Object.fromEntries(Object.entries(lemonade).reverse()) as unknown as RecipeDocument
    expect(canonical(turned)).toBe(canonical(lemonade))
    const { sign } = stand()
    sign(newSyrup(), 'syrup')
    expect(sign(turned)).toBe(sign(lemonade))
    expect(sign(withServe(lemonade, { iceG: 91 }))).not.toBe(sign(lemonade))
  })
  it('is the same object however often it is read, so that what was worked out of it holds', () => {
    const { sign, standards, context } = stand()
    sign(newSyrup(), 'syrup')
    const hash = sign(lemonade)
    const source = standards.source(hash)
    standards.add(JSON.parse(JSON.stringify(closureOf({ document: lemonade, context }, sha256).snapshots)) as never)
    expect(standards.source(hash)).toBe(source)
    expect(standards.source('0'.repeat(64))).toBeUndefined()
  })
  it('tells names apart that stand for the same: two of one kind of juice, two preps made alike', () => {
    const { own, sign, evaluated } = stand()
    own.set('our-lemon', INGREDIENTS.get('lemon-juice')!)
    sign(newSyrup(), 'syrup')
    sign(newSyrup(), 'our-syrup')
    const takes = (juice: string, prep: string) => {
      const steps = lemonade.steps.map((s) => {
        if (s.op !== 'take') return s
        if (s.out === 'lemon-juice') return { ...s, item: { ingredient: juice } }
        return 'prep' in s.item ? { ...s, item: { prep } } : s
      })
      const { bill, layers } = evaluated(sign({ ...lemonade, steps }))
      const named = bill.takes.filter((t) => t.key.includes('lemon')).map((t) => t.key)
      return [named, bill.takes.flatMap((t) => t.through), layers.map((l) => l.key)]
    }
    for (const [juice, prep] of [
      ['lemon-juice', 'syrup'],
      ['our-lemon', 'our-syrup'],
    ] as const)
      expect(takes(juice, prep)).toEqual([[juice], [prep, prep], [juice, `prep:${prep}`, 'water']])
  })
  it('takes from today how a guest drinks, and that moves the last sip alone', () => {
    const { sign, context } = stand()
    let roomC = 25
    const hash = sign(newDrink(null, 300))
    const { snapshots } = closureOf({ document: newDrink(null, 300), context }, sha256)
    const standards = new Standards(() => ({ minutes: 20, roomC, cupWPerK: 0.5 }))
    standards.add(snapshots)
    const { document, context: fixed } = standards.source(hash)!
    const figures = () => figuresToSign(new Evaluator(fixed).evaluate(document))
    const before = figures()
    roomC = 38
    const { lastSip, ...rest } = figures()
    expect({ ...rest, lastSip: before.lastSip }).toEqual(before)
    expect(lastSip!.volumeMl).toBeGreaterThan(before.lastSip!.volumeMl + 1)
  })
  it('shares what it takes with the others, as long as not too many amounts were tried', () => {
    const { sign, standards } = stand()
    sign(newSyrup(), 'syrup')
    const stepsOf = (document: RecipeDocument): number => {
      const source = standards.source(sign(document))!
      const evaluator = new Evaluator(source.context)
      evaluator.evaluate(source.document)
      return evaluator.stepsRun
    }
    // Three takes and the filling up; then the filling up alone.
    expect([stepsOf(lemonade), stepsOf(withServe(lemonade, { iceG: 10 }))]).toEqual([4, 1])
    for (let mL = 0; mL < 200; mL++) stepsOf(withAmount(lemonade, 'lemon-juice', { value: mL / 10, unit: 'mL' }))
    expect(stepsOf(withServe(lemonade, { iceG: 20 }))).toBe(2)
  })
  it('says what it would take otherwise today', () => {
    const { own, sign, standards, context } = stand()
    sign(newSyrup(), 'syrup')
    const hash = sign(lemonade)
    expect(standards.changedSince(hash, context)).toEqual([])
    own.set('mint', { ...INGREDIENTS.get('mint')!, source: 'another book' })
    expect(standards.changedSince(hash, context)).toEqual([])
    own.set('lemon-juice', sourer)
    sign(sweeter, 'syrup')
    expect(standards.changedSince(hash, context)).toEqual(['lemon-juice', 'prep:syrup'])
    expect(standards.changedSince('no such hash', context)).toEqual([])
  })
})

it('a prep that nobody has signed is not taken, and named', () => {
  const { preps, context } = stand()
  preps.set('syrup', 'unsigned')
  expect(() => new Evaluator(context).evaluate(lemonade)).toThrow(
    expect.objectContaining({ code: 'prep-unsigned', field: 'prep:syrup' }),
  )
})

it('what a core works out otherwise than was signed is named with both numbers, as far as anybody can see it', () => {
  const { sign, evaluated } = stand()
  sign(newSyrup(), 'syrup')
  const evaluation = evaluated(sign(lemonade))
  const now = figuresToSign(evaluation)
  const [brix, ratio] = [now.jug.brix, now.firstSip!.ratio!]
  const signed = {
    ...now,
    jug: { ...now.jug, brix: brix + 0.2, taGPer100Ml: now.jug.taGPer100Ml + 0.004 },
    firstSip: { ...now.firstSip!, ratio: null },
    lastSip: { ...now.lastSip!, tempC: 40 },
  }
  expect(movedSince({ ...signed, firstSip: undefined }, evaluation).map((m) => m.at)).toEqual(['jug'])
  expect(movedSince(signed, evaluation)).toEqual([
    { at: 'jug', figure: 'brix', signed: brix + 0.2, today: brix },
    { at: 'firstSip', figure: 'ratio', signed: null, today: ratio },
  ])
})

it('no ratio at all is another thing than a ratio of nothing', () => {
  const { sign, evaluated } = stand()
  const sour = withLayer(newDrink(null, 300), { ingredient: 'citric-acid' }, { value: 3, unit: 'g' })
  const evaluation = evaluated(sign(sour))
  const now = figuresToSign(evaluation)
  expect(now.jug.ratio).toBe(0)
  expect(movedSince({ ...now, jug: { ...now.jug, ratio: null } }, evaluation)).toHaveLength(1)
})
