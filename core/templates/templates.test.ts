import { massG } from '../process'
import { evaluateRecipe, isKnown, shippedContext, streamFigures, type Evaluation, type RecipeDocument } from '../recipe'
import { scaledToOutput, useByOf } from '../preps'
import { COMPONENT_COUNT, INDEX, solubilityPercent } from '../substances'
import { TEMPLATE_FAMILIES, TEMPLATES, templateOf } from '.'

const context = shippedContext({})
const evaluate = (doc: RecipeDocument): Evaluation => evaluateRecipe(doc, context)
const made = new Map(TEMPLATES.map((t) => [t.key, evaluate(t.document)]))
const of = (key: string): Evaluation => made.get(key)!
const mlOf = (key: string): number => of(key).jug.volume.value

describe('every template', () => {
  it('has a key of its own and a family that is offered', () => {
    expect(new Set(TEMPLATES.map((t) => t.key)).size).toBe(TEMPLATES.length)
    expect(TEMPLATES.every((t) => TEMPLATE_FAMILIES.includes(t.family) && templateOf(t.key) === t)).toBe(true)
    expect(templateOf('no-longer-there')).toBeUndefined()
  })
  describe.each(TEMPLATES.map((t) => [t.key, t.document] as const))('%s', (key, document) => {
    it.each([500, 1000, 20_000])('can be made to %d mL: what goes in comes out, nothing is below nothing', (value) => {
      const { evaluation: e, times } = scaledToOutput(of(key), evaluate, { value, unit: 'mL' })
      expect(e.jug.volume.value / value).toBeCloseTo(1, 5)
      const inG = e.bill.own.reduce((sum, t) => sum + t.mass.value, 0)
      const left = [...e.byProducts, ...e.unused, ...e.losses].reduce((sum, s) => sum + massG(s.stream), 0)
      expect((massG(e.output) + left) / inG).toBeCloseTo(1, 5)
      const all = [e.output, ...e.byProducts.map((b) => b.stream), ...e.losses.map((l) => l.stream)]
      expect(all.flatMap((s) => s.amountsG.slice(0, COMPONENT_COUNT)).filter((g) => g < -1e-6)).toEqual([])
      for (const [i, t] of e.bill.own.entries())
        expect(t.mass.value / of(key).bill.own[i]!.mass.value).toBeCloseTo(times, 6)
    })
    it('says until when it is kept, and what of it is to be minded', () => {
      const { hours, limits } = useByOf(of(key), 'cold')
      expect([hours > 0, limits.length > 0]).toEqual([true, true])
      expect(document.steps.length).toBeLessThan(60)
    })
    it('has no step that says it is wrong, but for what belongs to it', () => {
      const codes = of(key).flags.map((f) => f.code)
      expect(codes.filter((c) => !(EXPECTED[key] ?? []).includes(c))).toEqual([])
    })
  })
})
/** What the template itself is about. */
const EXPECTED: Readonly<Record<string, string[]>> = {
  'syrup-2-1-weight': ['may-crystallise'],
  'warm-sugar-water': ['sugar-more-than-water-holds'],
  'fruit-pulp-syrup': ['sucrose-inverted'],
  'pod-pulp': ['sucrose-inverted'],
  'thawed-puree': ['freezes'],
  'cultured-base': ['culture-range'],
  'pulp-ice': ['freezes'],
}

describe('against published figures', () => {
  const brixOf = (key: string): number => {
    const { brix } = streamFigures(of(key).output, key)
    return isKnown(brix) ? brix.value : NaN
  }
  // ICUMSA densities, g per US cup of sugar by USDA (memory): equal volumes are 200 g and 236 g, 45.8 °Bx
  it('1:1 by weight is half sugar, by volume less', () => {
    expect(brixOf('syrup-1-1-weight')).toBeCloseTo(50, 1)
    expect(brixOf('syrup-1-1-volume')).toBeCloseTo(45.8, 1)
  })
  // Vavrinecz 1962 (memory): at 45 °C a solution holds 71.1 % of sugar
  it('warm sugar water is full at its temperature', () => {
    expect(brixOf('warm-sugar-water')).toBeCloseTo(71.09, 1)
    expect(solubilityPercent('sucrose', 45)).toBeCloseTo(71.09, 1)
  })
  // The same at 5 °C: 64.9 %. Two parts to one are 66.7 % by weight and 62.8 % by volume
  it('2:1 may crystallise in the fridge by weight, and does not by volume', () => {
    const codes = (key: string) => of(key).flags.map((f) => f.code)
    expect([codes('syrup-2-1-weight'), codes('syrup-2-1-volume')]).toEqual([['may-crystallise'], []])
  })
  // USDA (memory): 82.5 to 83 g of sugars in 100 g of honey
  it('honey syrup has half of what honey has', () => expect(brixOf('honey-syrup')).toBeCloseTo(41.5, 0))
  // Common practice: 600 to 650 mL at 4.8 to 5.6 g per 100 mL, some four times as much as the limes alone
  it('acid-extended lime is as sour as lime', () => {
    const { ta, volume } = of('acid-extended-lime').jug
    expect([volume.value > 600 && volume.value < 650, ta.value > 4.8 && ta.value < 5.6]).toEqual([true, true])
  })
  // 21 CFR 101.30 and USDA (memory): lemon juice has 4.5 % and more
  it('acid-adjusted orange is as sour as lemon', () =>
    expect(of('acid-adjusted-orange').jug.ta.value).toBeGreaterThan(4.5))
  // Common practice: 450 g of pods trim to some 320 g
  it('pods come to 320 g without their shells', () =>
    expect(massG(of('pod-pulp').done.find((d) => d.step.out === 'shelled')!.result.out)).toBeCloseTo(320, 6))
  // Common practice: two cups of plain yogurt drip to 0.6 to 1 cup of whey; USDA (memory): acid whey has 0.76 g of
  // protein and 0.09 g of fat in 100 g
  it('whey drips as it should, thin as whey is', () => {
    expect(mlOf('dripped-whey') > 0.6 * 236.6 && mlOf('dripped-whey') < 236.6).toBe(true)
    const { output } = of('dripped-whey')
    const per100 = (name: 'protein' | 'fat') => (100 * output.amountsG[INDEX[name]]!) / massG(output)
    expect([Math.abs(per100('protein') - 0.76) < 0.15, per100('fat') < 0.15]).toEqual([true, true])
  })
  // USDA (memory): dry leaf holds 20 to 40 mg of caffeine in a gram, and five minutes near the boil draw most of it
  it('tea concentrate has the caffeine of its leaf', () => {
    const { output } = of('tea-concentrate-hot')
    const mgPerGOfLeaf = (1000 * output.amountsG[INDEX.caffeine]!) / 40
    expect([mgPerGOfLeaf > 15, mgPerGOfLeaf < 40]).toEqual([true, true])
  })
  // FDA Food Code 3-501.14 (memory): 57 to 21 °C in 2 h, to 5 °C in 6 h in all
  it.each(TEMPLATES.filter((t) => t.document.steps.some((s) => s.op === 'cool')).map((t) => t.key))(
    '%s cools in the two stages',
    (key) => expect(of(key).flags.filter((f) => f.code.startsWith('cools-too'))).toEqual([]),
  )
  // Common practice: 4 cups of milk and 180 g of sugar down to a can of 397 g
  it('sweet milk fills a can', () => {
    const { output } = of('reduced-sweet-milk')
    const per100 = (name: 'protein' | 'fat') => (100 * output.amountsG[INDEX[name]]!) / massG(output)
    expect(massG(output)).toBeCloseTo(397, 3)
    expect([per100('fat'), per100('protein')]).toEqual([expect.closeTo(8.0, 0), expect.closeTo(7.9, 0)])
  })
})

// All of them are evaluated for one page.
it('all are evaluated in little time', () => {
  const started = performance.now()
  for (const t of TEMPLATES) evaluate(t.document)
  expect(performance.now() - started).toBeLessThan(500)
})
