import { shippedContext } from './examples'
import {
  Evaluator,
  choicesOf,
  inSize,
  rangeOf,
  sizeFor,
  spreadOfCups,
  startingDrink,
  withOptions,
  type GuestOption,
} from '.'

const evaluate = (doc: Parameters<Evaluator['evaluate']>[0]) => new Evaluator(shippedContext()).evaluate(doc)
const cup = startingDrink('lemonade', null, 300)

describe('the same drink in another cup', () => {
  it('is as strong, holds what it says, and has ice of its own', () => {
    const large = evaluate(inSize(cup, { cupId: '00000000-0000-7000-8000-000000000001', drinkMl: 450, iceG: 140 }))
    const usual = evaluate(cup)
    expect([large.jug.volume.value, large.jug.brix.value, large.document.serve!.iceG]).toEqual([
      expect.closeTo(450, 6),
      expect.closeTo(usual.jug.brix.value, 8),
      140,
    ])
    expect(large.jug.sugars.value / usual.jug.sugars.value).toBeCloseTo(1.5, 8)
  })
})

it('a larger cup is as full, with ice by the same share; a range with a hole is none', () => {
  const usual = { drinkMl: 300, iceG: 90, fillLineMl: 380 }
  expect(sizeFor({ id: 'x', fillLineMl: 570 }, usual)).toEqual({ cupId: 'x', drinkMl: 450, iceG: 135 })
  expect([rangeOf([3, 1, 2]), rangeOf([3, null]), rangeOf([])]).toEqual([[1, 3], null, null])
})

describe('what a guest may have', () => {
  const options: GuestOption[] = [
    { kind: 'top', item: { ingredient: 'sparkling-water' }, massG: 60 },
    { kind: 'spoon', item: { ingredient: 'strawberry-puree' }, massG: 20 },
  ]
  it('comes on top of the drink, which stays as it is', () => {
    const [plain, both] = [evaluate(cup), evaluate(withOptions(cup, options))]
    expect(both.jug.mass.value).toBeCloseTo(plain.jug.mass.value + 80, 8)
    expect(both.jug.brix.value).toBeLessThan(plain.jug.brix.value)
    expect(withOptions(cup, [])).toBe(cup)
  })
  it('is every choice from nothing to all of it', () => {
    expect(choicesOf(options).map((c) => c.length)).toEqual([0, 1, 1, 2])
    expect(choicesOf([])).toEqual([[]])
  })
})

it('cups that guests built lie between two, and their mean counts each cup', () => {
  const of = (...v: [number | null, number][]) => spreadOfCups(v.map(([value, cups]) => ({ value, cups })))
  expect(of([8, 3], [10, 1])).toEqual({ low: 8, high: 10, mean: 8.5 })
  expect([of(), of([8, 3], [null, 1]), of([8, 0])]).toEqual([null, null, null])
})
