import { seeded } from '../random'
import { demandOf, forecastOf, inWholeCups, type SoldDay } from '.'

const WEEK = [0.7, 0.75, 0.8, 0.9, 1.1, 1.5, 1.25]
const TAGS = { rain: 0.6, market: 1.4 } as const

/** So many days of a stand by chance, sold out above what was made; and what was wanted of each. */
function days(seed: number, count: number, madeTimes: number): (SoldDay & { wanted: number })[] {
  const random = seeded(seed)
  const usual = random.between(60, 220)
  const own = WEEK.map((w) => w * Math.exp(0.1 * random.normal()))
  return Array.from({ length: count }, (_, i) => {
    const weekday = (i % 7) + 1
    const tags = (Object.keys(TAGS) as (keyof typeof TAGS)[]).filter((t) => random.next() < (t === 'rain' ? 0.25 : 0.1))
    const mean = tags.reduce((m, t) => m * TAGS[t], usual * own[weekday - 1]!)
    const wanted = Math.max(0, Math.round(mean * Math.exp(0.18 * random.normal()) + Math.sqrt(mean) * random.normal()))
    const made = Math.round(mean * madeTimes)
    return { weekday, tags, wanted, cups: Math.min(wanted, made), soldOut: wanted > made }
  })
}

/** Of ten days after so many, at 150 stands: the share that lies where nine of ten are said to. */
function shareInside(after: number, madeTimes: number): number {
  const hits = Array.from({ length: 150 }, (_, seed) => {
    const told = days(seed + 1, after + 10, madeTimes)
    const model = demandOf(told.slice(0, after), { cups: 120 })
    return told.slice(after).map((d) => {
      const { low, high } = forecastOf(model, d)
      return Number(d.wanted >= low && d.wanted <= high)
    })
  }).flat()
  return hits.reduce((sum, h) => sum + h, 0) / hits.length
}

describe('what a day will sell', () => {
  it.each([
    ['never sold out', 9],
    ['sold out on a day in five', 1.2],
  ])('nine of ten days lie where nine of ten are said to, %s', (_, madeTimes) => {
    const share = shareInside(56, madeTimes)
    expect(share).toBeGreaterThan(0.88)
    expect(share).toBeLessThan(0.92)
  })
  it.each([
    ['two weeks', 14, 9],
    ['eight weeks, of which most days were sold out', 56, 0.9],
  ])('of %s it says too much rather than too little of how far off it may be', (_, after, madeTimes) => {
    expect(shareInside(after, madeTimes)).toBeGreaterThan(0.9)
  })
  it('of sold-out days more was wanted than was sold', () => {
    const told = days(7, 84, 0.95)
    const saturday = { weekday: 6, tags: [] }
    const [as, blind] = [told, told.map((d) => ({ ...d, soldOut: false }))].map(
      (of) => forecastOf(demandOf(of, { cups: 120 }), saturday).expected,
    )
    expect(as!).toBeGreaterThan(1.05 * blind!)
  })
  it('of two days it is mostly what was expected before, and far from sure', () => {
    const two: SoldDay[] = [
      { weekday: 6, tags: [], cups: 300, soldOut: false },
      { weekday: 7, tags: [], cups: 280, soldOut: false },
    ]
    const [none, some] = [demandOf([], { cups: 100 }), demandOf(two, { cups: 100 })]
    const monday = forecastOf(some, { weekday: 1, tags: [] })
    expect(forecastOf(none, { weekday: 1, tags: [] })).toMatchObject({ days: 0, expected: expect.closeTo(100, 9) })
    expect([monday.days, monday.high / monday.low > 3]).toEqual([2, true])
    expect(monday.expected).toBeGreaterThan(100)
    expect(monday.expected).toBeLessThan(300)
    expect(forecastOf(some, { weekday: 6, tags: [] }).expected).toBeGreaterThan(monday.expected)
  })
  it('what nobody has seen yet makes it less sure, and rain is fewer cups', () => {
    const model = demandOf(days(3, 84, 9), { cups: 120 })
    const of = (tags: string[]) => forecastOf(model, { weekday: 3, tags })
    expect(of(['rain']).expected / of([]).expected).toBeCloseTo(0.6, 1)
    expect(of(['fair']).high - of(['fair']).low).toBeGreaterThan(of([]).high - of([]).low)
  })
  it('a day of nothing counts, and a guess of nothing is none', () => {
    const closed = demandOf([{ weekday: 1, tags: [], cups: 0, soldOut: false }], { cups: 100 })
    expect(forecastOf(closed, { weekday: 1, tags: [] }).expected).toBeLessThan(100)
    for (const cups of [0, -5, NaN]) expect(() => demandOf([], { cups })).toThrow(RangeError)
  })
})

it('is planned in whole cups, with a spread that is never wider than what is expected', () => {
  expect(inWholeCups({ expected: 33.6, spread: 9.4, low: 20.7, high: 51.2 })).toEqual({
    ...{ expected: 34, spread: 9, low: 20, high: 52 },
  })
  expect(inWholeCups({ expected: 0.2, spread: 7, low: 0.01, high: 9 })).toMatchObject({ expected: 1, spread: 1 })
})
