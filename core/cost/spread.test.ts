import { aboveNormal } from '../evidence'
import { costSpreads } from '.'

const line = (key: string, cost: number, portion = 0) => ({ key, cost, portion })

describe('what a cup costs from day to day', () => {
  it('of one thing is log-normal, as its closed form says', () => {
    const varies = new Map([['lemon', { price: 0.2, yield: 0.1 }]])
    const share = Math.sqrt(0.2 ** 2 + 0.1 ** 2 + 0.05 ** 2)
    const of = costSpreads([{ id: 'a', lines: [line('lemon', 0.5, 0.05)], fixed: 0 }], varies, 7).get('a')!
    expect(of.middle).toBeCloseTo(0.5, 2)
    expect(of.mean).toBeCloseTo(0.5 * Math.exp(share ** 2 / 2), 2)
    expect(of.high).toBeCloseTo(0.5 * Math.exp(1.6449 * share), 2)
    expect(of.low).toBeCloseTo(0.5 * Math.exp(-1.6449 * share), 2)
    const chance = aboveNormal(Math.log(0.6 / 0.5) / share)
    // Three standard errors of ten thousand draws.
    expect(Math.abs(of.above(0.6) - chance)).toBeLessThan(3 * Math.sqrt((chance * (1 - chance)) / 10_000))
    expect([of.above(0), of.above(50)]).toEqual([1, 0])
  })
  it('of several that do not go together varies by the root of their squares', () => {
    const varies = new Map([
      ['a', { price: 0.1, yield: 0 }],
      ['b', { price: 0.1, yield: 0 }],
    ])
    const { low, high, mean } = costSpreads(
      [{ id: 'x', lines: [line('a', 1), line('b', 1)], fixed: 0.2 }],
      varies,
      3,
    ).get('x')!
    expect(mean).toBeCloseTo(2.2 + 0.01, 1)
    expect((high - low) / (2 * 1.6449)).toBeCloseTo(Math.SQRT2 * 0.1, 1)
  })
  it('a dear day is dear in every drink, and is the same for the same seed', () => {
    const cups = ['x', 'y'].map((id) => ({ id, lines: [line('lemon', 1)], fixed: 0 }))
    const varies = new Map([['lemon', { price: 0.3, yield: 0 }]])
    const [x, y] = [...costSpreads(cups, varies, 5).values()]
    expect(x!.above(1.3)).toBe(y!.above(1.3))
    expect(costSpreads(cups, varies, 5).get('x')!.mean).toBe(x!.mean)
    expect(costSpreads(cups, varies, 6).get('x')!.mean).not.toBe(x!.mean)
  })
  it('what does not vary costs what it costs; a share below nothing is none', () => {
    const of = costSpreads([{ id: 'x', lines: [line('water', 0.25)], fixed: 0.25 }], new Map(), 1).get('x')!
    expect([of.low, of.middle, of.high, of.above(0.5), of.above(0.49)]).toEqual([0.5, 0.5, 0.5, 0, 1])
    const wrong = new Map([['water', { price: -0.1, yield: 0 }]])
    expect(() => costSpreads([{ id: 'x', lines: [line('water', 0.1)], fixed: 0 }], wrong, 1)).toThrow(RangeError)
  })
})
