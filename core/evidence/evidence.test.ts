import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { PRESSES, WORLDS, coverage } from '../../tests/laws/yield-worlds'
import { interval, learn, predict, quantile, slipsOf, wider, type Key, type Prior } from '.'

const PRIOR: Prior = { mean: 430, worth: 1, spread: 0.12 * 430, dof: 3 }
const steady = (n: number): number[] => Array.from({ length: n }, (_, i) => 400 + 20 * ((i * 7) % 5))

describe('what the next one will be', () => {
  it('is the prior’s before anything was seen, and the stand’s own after much', () => {
    expect(predict(PRIOR, [])).toMatchObject({ expected: 430, count: 0, slips: 0 })
    expect(predict(PRIOR, [380]).expected).toBeCloseTo(405, 9)
    expect(predict(PRIOR, Array(40).fill(380)).expected).toBeCloseTo(380, -1)
  })
  // Student t tables (memory): 95 % quantile with 3 degrees of freedom 2.353, with 23 1.714
  it('has the quantiles of the t distribution where nothing moves', () => {
    const none = predict({ ...PRIOR, spread: 4.3 }, [])
    expect((quantile(none, 0.95) - 430) / (4.3 * Math.SQRT2)).toBeCloseTo(2.353, 3)
    const [level] = predict(PRIOR, steady(20)).levels
    expect(level).toMatchObject({ memory: 1, dof: 23 })
    // Conjugate normal model, by hand: 20 presses and the prior's one
    const all = [430, ...steady(20)]
    const mean = all.reduce((a, b) => a + b) / 21
    const squares = all.reduce((sum, y) => sum + (y - mean) ** 2, 0)
    const scale = Math.sqrt(((3 * PRIOR.spread ** 2 + squares) / 23) * (1 + 1 / 21))
    expect([level!.mean, level!.scale]).toEqual([expect.closeTo(mean, 9), expect.closeTo(scale, 9)])
  })
  it('is not below nothing, rises with the chance, and always has an answer', () => {
    const value = fc.double({ min: 1, max: 2000, noNaN: true })
    const chance = fc.double({ min: 0.0005, max: 0.9995, noNaN: true })
    fc.assert(
      fc.property(fc.array(value, { maxLength: 30 }), chance, chance, fc.boolean(), (values, a, b, even) => {
        const scale = even ? 'linear' : 'logarithmic'
        const next = predict(even ? PRIOR : { ...PRIOR, spread: 0.3 }, values, scale)
        const [low, high] = [a, b].sort((x, y) => x - y).map((p) => quantile(next, p))
        expect(low).toBeGreaterThanOrEqual(0)
        expect(high! - low!).toBeGreaterThanOrEqual(-1e-6 * high!)
        expect(next.levels.reduce((sum, l) => sum + l.weight, 0)).toBeCloseTo(1, 3)
      }),
      { numRuns: 60 },
    )
  })
  it('refuses what is nothing or no number', () => {
    for (const bad of [0, -1, NaN, Infinity]) expect(() => predict(PRIOR, [bad])).toThrow(RangeError)
    expect(() => predict({ ...PRIOR, mean: 0 }, [])).toThrow(RangeError)
  })
  it('by so many times: twice and half are as far', () => {
    const prior = { mean: 10, worth: 1, spread: 0.4, dof: 5 }
    const [low, high] = interval(predict(prior, [], 'logarithmic'), 0.9)
    expect(low * high).toBeCloseTo(100, 6)
    const after = predict(prior, Array(60).fill(20), 'logarithmic')
    expect(after.expected).toBeGreaterThan(19)
    expect(quantile(after, 0.5)).toBeCloseTo(after.expected, 1)
  })
  it('follows a level that moves', () => {
    const moved = [
      ...Array(12)
        .fill(0)
        .map((_, i) => 430 + (i % 3) * 10),
      ...Array(6)
        .fill(0)
        .map((_, i) => 300 + (i % 3) * 10),
    ]
    expect(predict(PRIOR, moved).expected).toBeLessThan(340)
  })
})

describe('a slip', () => {
  it('stands alone: one press ten times too high does not move what is expected', () => {
    const slipped = steady(10)
    slipped[4] = slipped[4]! * 10
    expect(slipsOf(slipped)).toEqual([4])
    const next = predict(PRIOR, slipped)
    expect([next.slips, next.count]).toEqual([1, 9])
    expect(next.expected / predict(PRIOR, steady(10)).expected).toBeCloseTo(1, 1)
    expect(quantile(next, 0.1)).toBeGreaterThan(300)
    slipped[4] = slipped[4]! / 100
    expect(slipsOf(slipped)).toEqual([4])
  })
  it('is not what moved together, nor what four presses cannot tell', () => {
    expect(slipsOf([400, 410, 395, 405, 300, 290, 305, 295])).toEqual([])
    expect(slipsOf([400, 4000, 410, 400])).toEqual([])
    expect(slipsOf([400, 400, 400, 400, 400, 404])).toEqual([])
  })
})

describe('a key', () => {
  const key = (tool: string | null, stand: string | null): Key => ({ quantity: 'yield', item: 'lemon', tool, stand })
  const at = (tool: string, stand: string, values: number[]) =>
    values.map((value) => ({ key: key(tool, stand), value }))
  it('widens by its tool, then by its stand', () => {
    expect([wider(key('press', 'pier')), wider(key(null, 'pier')), wider(key(null, null))]).toEqual([
      key(null, 'pier'),
      key(null, null),
      null,
    ])
  })
  it('starts from what others saw, and nothing is counted twice', () => {
    const others = at('reamer', 'hill', Array(20).fill(340))
    const here = learn(key('press', 'pier'), others, PRIOR)
    expect(here.expected).toBeCloseTo(344, 0)
    const own = at('press', 'pier', [400, 410, 405])
    const mine = learn(key('press', 'pier'), [...others, ...own], PRIOR)
    expect([mine.count, mine.expected > 370, mine.expected < 405]).toEqual([3, true, true])
    const all = learn(key(null, null), [...others, ...own], PRIOR)
    expect(all.count).toBe(23)
    // Of another fruit nothing is learned.
    const limes = others.map((o) => ({ ...o, key: { ...o.key, item: 'lime' } }))
    expect(learn(key('press', 'pier'), limes, PRIOR).expected).toBe(430)
  })
})

describe('nine in ten', () => {
  const doc = readFileSync('docs/yields.md', 'utf8')
  // Fewer runs than the table was made of: three standard errors of both.
  it.each(Object.keys(WORLDS))('holds as the table says: %s', (world) => {
    const row = doc.split('\n').find((l) => l.startsWith(`| ${world} |`))!
    const said = row.split('|').slice(2, -1).map(Number)
    PRESSES.forEach((n, i) => {
      const error = 100 * Math.sqrt(0.09 / 250 + 0.09 / 6000)
      expect([n, Math.abs(coverage(world, n, 250) - said[i]!) < 3 * error]).toEqual([n, true])
    })
  })
  it('where presses can tell', () => {
    const said = (world: string) =>
      doc
        .split('\n')
        .find((l) => l.startsWith(`| ${world} |`))!
        .split('|')
        .slice(2, -1)
        .map(Number)
    for (const world of Object.keys(WORLDS))
      for (const i of [3, 4])
        expect([world, said(world)[i]! > 85.5, said(world)[i]! < 95.5]).toEqual([world, true, true])
  })
})
