import { lot, state } from '../../tests/laws/books-state'
import { evaluateRecipe, newSyrup, shippedContext, type RecipeDocument } from '../recipe'
import type { LotNow, State } from '.'
import { gramsTaken, itemOf, wentIn, type TakenOf } from './went-in'

// A making of syrup is a kilo of sugar and one of water. Sums are done by hand.
const syrup = evaluateRecipe(newSyrup(), shippedContext())
/** A sack of ten kilos for 12. */
const sack = (over: Partial<LotNow> = {}): LotNow => lot('sack', 'white-sugar', { cost: 12, ...over })
const prices = (perKg: Record<string, number>): State => state([], { lastPerKg: (key) => perKg[key] ?? null })
const nothing = state([])
const took = (amount: number, of: LotNow = sack()): TakenOf[] => [{ lot: of, amount }]

describe('what goes into a making', () => {
  it('is what was taken, with the water that goes with it, and costs what was paid', () => {
    expect(wentIn(syrup, took(1000), 1, nothing)).toEqual({
      ...{ inG: 2000, expectedG: expect.closeTo(2000, 9), cost: expect.closeTo(1.2, 12) },
      ...{ carried: 0, basis: 'measured' },
    })
    const half = wentIn(syrup, took(500), 0.5, nothing)
    expect([half.inG, half.expectedG, half.cost]).toEqual([1000, expect.closeTo(1000, 9), expect.closeTo(0.6, 12)])
  })
  it('of two lots is the sum of both, each as it was paid', () => {
    const dear = sack({ id: 'bag', amount: 1000, cost: 3 })
    const both = [...took(600), ...took(400, dear)]
    expect(wentIn(syrup, both, 1, nothing)).toMatchObject({
      ...{ inG: 2000, expectedG: expect.closeTo(2000, 9), cost: expect.closeTo(0.72 + 1.2, 12), basis: 'measured' },
    })
  })
  it('water costs what it is priced at, and else nothing', () => {
    expect(wentIn(syrup, took(1000), 1, prices({ water: 0.01 }))).toMatchObject({
      ...{ cost: expect.closeTo(1.21, 12), basis: 'measured' },
    })
    // Out of a lot it is what was paid for that, and is not reckoned again.
    const bottled = lot('bottles', 'water', { cost: 5 })
    const both = [...took(1000), ...took(1000, bottled)]
    expect(wentIn(syrup, both, 1, prices({ water: 0.01 }))).toMatchObject({
      ...{ inG: 2000, cost: expect.closeTo(1.2 + 0.5, 12) },
    })
  })
  it('what is in no lot costs what it did last, for as many makings as it was, or nobody knows', () => {
    expect(wentIn(syrup, [], 0.5, prices({ 'white-sugar': 2 }))).toEqual({
      ...{ inG: null, expectedG: null, cost: 1, carried: 0, basis: 'estimated' },
    })
    expect(wentIn(syrup, [], 1, nothing)).toMatchObject({ cost: null, carried: null, basis: 'estimated' })
    expect(wentIn(syrup, took(1000, sack({ cost: null })), 1, nothing)).toMatchObject({
      ...{ inG: 2000, cost: null, carried: null, basis: 'measured' },
    })
  })
  it('as it was weighed, what its lots did not have costs what it did last; less than half a gram is none', () => {
    const last = prices({ 'white-sugar': 2 })
    expect(wentIn(syrup, took(970), 'as-told', last)).toMatchObject({
      ...{ inG: expect.closeTo(1940, 9), cost: expect.closeTo(1.164 + 0.06, 12), basis: 'estimated' },
    })
    expect(wentIn(syrup, took(970), 'as-told', nothing)).toMatchObject({ cost: null, basis: 'estimated' })
    expect(wentIn(syrup, took(999.6), 'as-told', last)).toMatchObject({
      ...{ cost: expect.closeTo(1.19952, 12), basis: 'measured' },
    })
    // So many times the standard, it was that much and no more.
    expect(wentIn(syrup, took(970), 1, last)).toMatchObject({ cost: expect.closeTo(1.164, 12), basis: 'measured' })
  })
  it('what went in by taste is weighed, and costs what it did last', () => {
    const added = [{ key: 'citric-acid', g: 10 }]
    expect(wentIn(syrup, took(1000), 1, prices({ 'citric-acid': 8 }), added)).toMatchObject({
      ...{ inG: 2010, cost: expect.closeTo(1.28, 12), basis: 'estimated' },
    })
    expect(wentIn(syrup, took(1000), 1, nothing, added)).toMatchObject({ inG: 2010, cost: null })
  })
  it('is bounded by what was scarcest: more of one thing makes no more of it', () => {
    const sour: RecipeDocument = {
      ...newSyrup(),
      steps: newSyrup().steps.map((s) => (s.out === 'water' ? { ...s, item: { ingredient: 'lemon-juice' } } : s)),
    } as RecipeDocument
    const juice = lot('jug', 'lemon-juice', { cost: 40 })
    const went = wentIn(evaluateRecipe(sour, shippedContext()), [...took(500), ...took(1000, juice)], 1, nothing)
    expect(went).toMatchObject({ inG: 1500, expectedG: expect.closeTo(1000, 9), cost: expect.closeTo(4.6, 12) })
  })
  it('what is kept of it carries its share away', () => {
    const doc: RecipeDocument = {
      schema: 2,
      kind: 'prep',
      output: 'juice',
      steps: [
        {
          ...{ op: 'take', out: 'fruit', item: { ingredient: 'watermelon' } },
          ...{ amount: { value: 1000, unit: 'g' }, tempC: 20 },
        },
        { op: 'strain', in: ['fruit'], out: 'juice' },
      ] as RecipeDocument['steps'],
      kept: [{ stream: 'juice/pulp', costShare: 0.25 }],
    }
    const went = wentIn(evaluateRecipe(doc, shippedContext()), took(1000, lot('melon', 'watermelon')), 1, nothing)
    expect([went.cost, went.carried]).toEqual([expect.closeTo(2, 12), expect.closeTo(0.5, 12)])
  })
})

describe('g of what was taken', () => {
  const of = (over: Partial<LotNow>, amount: number) => ({ lot: lot('l', 'lemon-juice', over), amount })
  const made = state([], {
    version: (id) => (id === 'v' ? { recipeId: 'r', evaluation: syrup } : undefined),
    recipeOf: (id) => (id === 'v' ? 'r' : undefined),
  })
  const version = { itemKind: 'version' as const, itemKey: 'v' }
  it('is what the scale said, or what its mL weigh', () => {
    expect(gramsTaken(of({}, 250), nothing)).toBe(250)
    const juice = gramsTaken(of({ unit: 'mL' }, 250), nothing)!
    // Lemon juice of some 8 °Bx weighs 1.03.
    expect(juice / 250).toBeCloseTo(1.03, 2)
    expect(gramsTaken(of({ ...version }, 250), made)).toBe(250)
    expect(gramsTaken(of({ ...version, unit: 'mL' }, 250), made)! / 250).toBeCloseTo(
      syrup.jug.mass.value / syrup.jug.volume.value,
      9,
    )
  })
  it('is not known of pieces, and of what nobody knows', () => {
    expect(gramsTaken(of({ itemKey: 'nobody' }, 1), nothing)).toBeNull()
    expect(gramsTaken(of({ ...version, unit: 'pieces' }, 1), made)).toBeNull()
    expect(gramsTaken(of({ ...version, itemKey: 'x', unit: 'mL' }, 1), made)).toBeNull()
    expect(wentIn(syrup, took(3, sack({ unit: 'pieces', amount: 10 })), 1, nothing)).toMatchObject({
      ...{ inG: null, expectedG: null },
    })
  })
  it('is of an ingredient by its key, and of a prep by its recipe', () => {
    expect(itemOf(of({}, 1), made)).toBe('lemon-juice')
    expect(itemOf(of({ ...version }, 1), made)).toBe('prep:r')
    expect(itemOf(of({ ...version, itemKey: 'x' }, 1), made)).toBe('prep:x')
  })
})
