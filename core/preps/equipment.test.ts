import { evaluateRecipe, shippedContext, type RecipeDocument } from '../recipe'
import { templateOf } from '../templates'
import { boundTo, checkEquipment, loadsOf, madeHere, misfitsOf, scaledToOutput, type Equipment, type Pot } from '.'

const context = shippedContext({})
const evaluate = (doc: RecipeDocument) => evaluateRecipe(doc, context)
const doc = (key: string): RecipeDocument => templateOf(key)!.document
const piece = (kind: Equipment['kind'], size: number, name: string = kind): Equipment => ({
  kind,
  name,
  powerW: kind === 'burner' || kind === 'microwave' ? size : null,
  capacityMl: kind === 'jar' || kind === 'fridge' ? size : null,
})
const pot = (name: string, capacityMl: number, over: Partial<Pot> = {}): Pot => ({
  name,
  capacityMl,
  heatProof: true,
  acidProof: true,
  ...over,
})

describe('what a stand has, in place of what a step says', () => {
  it('the largest jar makes fewer loads', () => {
    const own = { ...doc('strained-base') }
    const { document, by } = boundTo(own, [piece('jar', 1000, 'small'), piece('jar', 4000, 'large')])
    expect(by.map((b) => [b.field, b.name, b.value])).toEqual(by.map(() => ['jarMl', 'large', 4000]))
    const loads = (d: RecipeDocument) => {
      const standard = evaluate(d)
      return loadsOf(scaledToOutput(standard, evaluate, { value: 10_000, unit: 'mL' }).evaluation)[0]!.loads.value
    }
    expect(loads(document)).toBeLessThan(loads(own))
  })
  it('a stronger burner is sooner hot, and counts as energy of the same food', () => {
    const heatedBy = (w: number) => evaluate(boundTo(doc('syrup-2-1-weight'), [piece('burner', w)]).document)
    const [weak, strong] = [heatedBy(1000), heatedBy(3000)]
    expect(weak.waitMin).toBeGreaterThan(strong.waitMin)
    expect(strong.energyKj).toBeCloseTo(weak.energyKj, 6)
  })
  it('of what is not listed, the step’s own numbers stay', () => {
    const own = doc('strained-base')
    expect(boundTo(own, [])).toEqual({ document: own, by: [] })
    expect(boundTo(own, [piece('microwave', 900)]).document).toEqual(own)
  })
})

describe('so much of it, here', () => {
  const standard = evaluate(doc('strained-base'))
  const wanted = { value: 6000, unit: 'mL' } as const
  const here = { equipment: [piece('jar', 3000, 'large')], pots: [] }
  it('takes what it takes, with the stand’s jar; the prep keeps its own numbers', () => {
    const made = madeHere(standard, evaluate, wanted, here)
    expect(made.evaluation.jug.volume.value).toBeCloseTo(6000, 0)
    expect(made.by.every((b) => b.name === 'large')).toBe(true)
    expect(evaluate(made.document).jug.volume.value).toBeCloseTo(6000, 1)
    const jars = (d: RecipeDocument) => d.steps.map((s) => (s as { jarMl?: number }).jarMl)
    expect(jars(made.document)).toEqual(jars(standard.document))
    const fruit = standard.document.steps.find((s) => s.op === 'take')!
    expect(made.takes[0]!.value).toBeCloseTo((fruit as { amount: { value: number } }).amount.value * made.times, 6)
  })
  it('goes up to whole jars when asked', () => {
    const [asked, whole] = [false, true].map((w) => madeHere(standard, evaluate, wanted, here, w))
    expect(whole!.loads).toBe(asked!.loads)
    expect(whole!.evaluation.jug.volume.value).toBeGreaterThanOrEqual(6000 - 1e-6)
    expect(madeHere(evaluate(doc('syrup-2-1-weight')), evaluate, wanted, here, true).loads).toBeNull()
  })
})

describe('what does not fit', () => {
  const syrup = evaluate(doc('syrup-2-1-weight'))
  const codes = (pots: Pot[], equipment: Equipment[] = []) => misfitsOf(syrup, pots, equipment).map((m) => m.code)
  it('a pot that is too small, or none that stands the heat', () => {
    const volume = syrup.jug.volume.value
    expect(codes([pot('large', volume * 2)])).toEqual([])
    expect(codes([pot('tight', volume * 1.02)])).toEqual(['pot-too-small'])
    expect(codes([pot('plastic', 50_000, { heatProof: false })])).toEqual(['no-pot-heat'])
  })
  it('of kinds that nobody listed nothing is said', () => expect(codes([])).toEqual([]))
  it('what is sour is not for bare metal', () => {
    const sour = evaluate(doc('acid-extended-lime'))
    const metal = [pot('metal', 50_000, { acidProof: false })]
    expect(misfitsOf(sour, metal, []).map((m) => m.code)).toContain('no-pot-acid')
    expect(misfitsOf(sour, [...metal, pot('glass', 50_000)], [])).toEqual([])
  })
  it('fridges hold what they hold together', () => {
    const half = syrup.jug.volume.value * 0.6
    expect(codes([], [piece('fridge', half, 'a'), piece('fridge', half, 'b')])).toEqual([])
    expect(codes([], [piece('fridge', half)])).toEqual(['fridge-too-small'])
  })
})

it.each([
  [piece('jar', 0), 'equipment-capacity'],
  [piece('jar', 60_000), 'equipment-capacity'],
  [piece('burner', 10), 'equipment-power'],
  [{ ...piece('microwave', 900), powerW: null }, 'equipment-power'],
  [{ ...piece('fridge', 900), capacityMl: NaN }, 'equipment-capacity'],
])('%j is no piece', (e, code) => expect(checkEquipment(e).map((x) => x.code)).toEqual([code]))

it.each([
  [{ capacityG: 5000, stepG: 1 }, []],
  [{ capacityG: 500, stepG: 5 }, []],
  [{ capacityG: 500, stepG: 10 }, ['scale-step']],
  [{ capacityG: 500, stepG: 0 }, ['scale-step']],
  [{ capacityG: 0, stepG: 1 }, ['scale-capacity']],
])('a scale of %j tells a hundredth of it apart', (of, codes) =>
  expect(checkEquipment({ kind: 'scale', powerW: null, capacityMl: null, ...of }).map((x) => x.code)).toEqual(codes),
)
