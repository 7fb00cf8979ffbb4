import { given } from '../figures'
import {
  handMinOfCup,
  madeLitre,
  materialsOf,
  menuRow,
  priceForShare,
  savedByMaking,
  variesBy,
  type CostLine,
  type MenuCup,
} from '.'

const cup = (over: Partial<MenuCup> = {}): MenuCup => ({
  price: 4.52,
  goesIn: given('cost', 1, 'money', 'measured'),
  handMin: 1.5,
  drinkMl: 300,
  cups: 120,
  ...over,
})
const values = (of: ReturnType<typeof menuRow>) => Object.fromEntries(Object.entries(of).map(([k, f]) => [k, f?.value]))

describe('what a drink of the menu leaves', () => {
  it('is of its price without tax: by cup, by all cups, by the hour of hands and the litre', () => {
    // By hand: 4.52 ÷ 1.13 = 4.00; 3.00 is left, a quarter went in; 40 cups an hour; three and a third of a litre.
    expect(values(menuRow(cup(), 0.13))).toEqual({
      net: expect.closeTo(4, 9),
      left: expect.closeTo(3, 9),
      share: expect.closeTo(25, 9),
      all: expect.closeTo(360, 9),
      perHandHour: expect.closeTo(120, 9),
      perLitre: expect.closeTo(10, 9),
    })
  })
  it('is not known without a price, or without what goes in', () => {
    expect(Object.values(menuRow(cup({ price: null }), 0)).every((f) => f === null)).toBe(true)
    expect(values(menuRow(cup({ goesIn: null }), 0))).toMatchObject({ net: 4.52, left: undefined, all: undefined })
    expect(menuRow(cup({ handMin: 0 }), 0).perHandHour).toBeNull()
    expect(menuRow(cup({ price: 0 }), 0).share).toBeNull()
  })
  it('tax over all of the price, and a share of nothing, are refused', () => {
    expect(() => menuRow(cup(), 1.01)).toThrow('tax-out-of-range')
    expect(() => menuRow(cup(), -0.1)).toThrow('tax-out-of-range')
    expect(() => priceForShare(given('cost', 1, 'money', 'measured'), 0, 0)).toThrow('cost-share-out-of-range')
    expect(() => priceForShare(given('cost', 1, 'money', 'measured'), 1.2, 0)).toThrow('cost-share-out-of-range')
  })
  it('is met by the price that a share asks for', () => {
    const price = priceForShare(cup().goesIn!, 0.25, 0.13).value
    expect(price).toBeCloseTo(4.52, 9)
    expect(menuRow(cup({ price }), 0.13).share!.value).toBeCloseTo(25, 9)
  })
})

it('what varies much here varies much; of little, the usual share counts', () => {
  expect(variesBy([2.4])).toEqual({ price: 0.1, yield: 0 })
  expect(variesBy([2, 2, 2, 2, 2, 2]).price).toBeLessThan(0.1)
  const wild = variesBy([1, 2, 1, 2, 1, 2], { history: [400, 200, 400, 200] })
  expect(wild.price).toBeGreaterThan(0.25)
  expect(wild.yield).toBeGreaterThan(0.2)
})

describe('what goes in', () => {
  const line = (kind: CostLine['kind'], value: number | null): CostLine => ({
    ...{ key: kind, kind },
    cost: value === null ? null : given('cost', value, 'money', 'measured'),
  })
  const lines = [line('layer', 1), line('waste', 0.1), line('ice', 0.2), line('garnish', 0.05), line('item', 0.15)]
  it('is all that is used up, without hands and energy; with a price missing it is not known', () => {
    const all = [...lines, line('labour', 2), line('energy', 0.3), line('kept', 0.4)]
    expect(materialsOf({ lines: all })!.value).toBeCloseTo(1.5, 9)
    expect(materialsOf({ lines: [...lines, line('labour', null)] })!.value).toBeCloseTo(1.5, 9)
    expect(materialsOf({ lines: [...lines, line('ice', null)] })).toBeNull()
  })
  it('of a litre is held against one that is bought, and what that is for an hour of hands', () => {
    const prep = { handMin: 30, jug: { volume: { value: 2000 } } } as Parameters<typeof madeLitre>[0]
    const litre = madeLitre(prep, { lines })
    expect(litre).toEqual({ materials: expect.closeTo(0.75, 9), minutes: 15 })
    expect(savedByMaking(litre, 3.75)).toEqual({ perLitre: expect.closeTo(3, 9), perHandHour: expect.closeTo(12, 9) })
    expect(savedByMaking(litre, 0.5)!.perLitre).toBeCloseTo(-0.25, 9)
    expect(savedByMaking({ ...litre, minutes: 0 }, 3)!.perHandHour).toBeNull()
    expect(savedByMaking({ ...litre, materials: null }, 3)).toBeNull()
    const empty = { ...prep, jug: { volume: { value: 0 } } } as typeof prep
    expect(() => madeLitre(empty, { lines })).toThrow('volume-not-positive')
  })
  it('takes hands: a share of the making, and the pouring of each cup', () =>
    expect(handMinOfCup({ handMin: 40 }, 40, { labourS: 30 })).toBe(1.5))
})
