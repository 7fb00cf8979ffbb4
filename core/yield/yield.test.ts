import { evaluateFigure } from '../figures'
import { FACTS, INGREDIENTS } from '../substances'
import {
  byProductsCost,
  byUse,
  NOTHING,
  cleaningRoutine,
  costOfTaken,
  isPressable,
  isShown,
  evaluateReceipt,
  fruitYield,
  goodOn,
  handbookYield,
  handlingOf,
  juiceDensityGPerMl,
  juiceToExpect,
  keepingOf,
  orderBy,
  pressFigures,
  titratableAcidity,
  titrationLimit,
  usualHandling,
  withLabour,
} from '.'
import { costOfLitre, outliers, studyYield, trendOf, type PressPoint } from './study'

const lemon = INGREDIENTS.get('lemon')!
const mango = INGREDIENTS.get('mango')!

describe('a delivery', () => {
  const at = (over: object) => evaluateReceipt({ kg: 11, count: 100, crates: 2, price: null, ...over }, 110)!
  it.each([
    [{}, null],
    [{ price: { paid: 2.5, per: 'kg' } }, 27.5],
    [{ price: { paid: 0.3, per: 'piece' } }, 30],
    [{ price: { paid: 14, per: 'crate' } }, 28],
    [{ price: { paid: 26, per: 'all' } }, 26],
    [{ price: { paid: 0, per: 'kg' } }, 0],
  ])('%j costs %s', (over, cost) => expect(at(over).cost).toEqual(cost))
  it('by count alone is an estimate through the usual piece, and says so', () =>
    expect(at({ kg: null })).toMatchObject({ amountG: 11000, weighed: false, unitG: 110 }))
  it('weighed and counted tells what a piece weighs', () =>
    expect(at({ kg: 12 })).toMatchObject({ weighed: true, unitG: 120 }))
  it('by count without a known piece is nothing', () =>
    expect(evaluateReceipt({ kg: null, count: 5, crates: null, price: null }, null)).toBeNull())
  // USDA (memory): juice per fruit lemon 48 g, lime 38 to 44 g, orange 86 g; ±15 % through our piece and share
  it.each([
    ['lemon', 48, 48],
    ['lime', 38, 44],
    ['orange', 86, 86],
  ])('a %s holds its juice', (key, low, high) => {
    const grams = FACTS[key]!.unitG![0] * INGREDIENTS.get(key)!.fruit!.handbook.juiceShare
    expect(grams).toBeGreaterThan(low * 0.85)
    expect(grams).toBeLessThan(high * 1.15)
  })
  // A spoken guess of the trade, no source: 15 limes to a quarter kilo. A usual lime weighs several times that: asked
  // about, not reproduced
  it('limes of 17 g are questioned', () => expect(250 / 15 / FACTS.lime!.unitG![0]).toBeLessThan(1 / 2.5))
})

describe('titration', () => {
  // Worked as in AOAC 942.15 (memory): 10 mL of juice, 15.6 mL of 0.1 mol/L base: 15.6 × 0.1 × 64.04 / 10 = 9.99 mg/mL,
  // 1.00 g per 100 mL
  it.each([
    [10, 15.6, 0.1, 0.999],
    [5, 39, 0.1, 4.995],
    [10, 7.8, 1, 4.995],
  ])('%d mL of juice with %d mL of %d mol/L', (sampleMl, baseMl, baseN, ta) => {
    const f = titratableAcidity({ sampleMl, baseMl, baseN })
    expect(f.value).toBeCloseTo(ta, 2)
    expect(evaluateFigure(f)).toBe(f.value)
  })
  it.each([
    [{ sampleMl: 0 }, 'titration-sample'],
    [{ baseMl: -2 }, 'titration-base'],
    [{ baseN: 12 }, 'titration-base-strength'],
    [{ baseMl: 60, sampleMl: 2 }, 'titration-impossible'],
    [{}, undefined],
  ])('%j', (over, code) => expect(titrationLimit({ sampleMl: 10, baseMl: 15, baseN: 0.1, ...over })?.code).toBe(code))
})

describe('keeping', () => {
  const now = '2026-11-25T10:00:00.000Z'
  const days = (d: number) => new Date(Date.parse(now) + d * 864e5).toISOString()
  const of = (at: string, feel: 'firm' | 'ripe' | 'soft' | null, place: 'room' | 'cold' = 'room', fruit = mango) =>
    keepingOf({ at, place, feel }, usualHandling(fruit), now)
  it('firm fruit ripens, then keeps; the rest is ready as it comes', () => {
    expect(of(days(0), 'firm')).toEqual({ readyFrom: days(4), bestUntil: days(8), state: 'ripening' })
    expect(of(days(-5), 'firm').state).toBe('ready')
    expect(of(days(0), 'ripe')).toEqual({ readyFrom: days(0), bestUntil: days(4), state: 'ready' })
    // A lot that came a second ago by the server, by a tablet that has not looked at its clock since.
    expect([of(days(1e-5), 'ripe').state, of(days(1e-5), null).state]).toEqual(['ready', 'ready'])
    expect(of(days(0), null, 'cold', lemon)).toEqual({ readyFrom: days(0), bestUntil: days(21), state: 'ready' })
  })
  it('firm fruit does not ripen in the cold, soft fruit has a day, and what is over is past', () => {
    expect(of(days(0), 'firm', 'cold')).toEqual({ readyFrom: null, bestUntil: null, state: 'ripening' })
    expect(of(days(0), 'soft').state).toBe('soon')
    expect(of(days(-3), 'soft').state).toBe('past')
  })
  it('uses first what ends first; what ripens comes after', () => {
    const [past, soon, ready, ripening, waiting] = [
      of(days(-6), 'ripe'),
      of(days(-3.5), 'ripe'),
      of(days(0), 'ripe'),
      of(days(-1), 'firm'),
      of(days(0), 'firm', 'cold'),
    ]
    expect([waiting, ready, ripening, past, soon].sort(byUse)).toEqual([past, soon, ready, ripening, waiting])
    expect([ready, ripening, past, waiting].map((k) => goodOn(k, '2026-11-28', 'UTC'))).toEqual([
      true,
      true,
      false,
      false,
    ])
  })
  // What ends last evening at the stand is not good tomorrow, and what is ready this morning there is ready today.
  it.each([
    ['America/Mexico_City', '2026-11-26T03:00:00Z', [true, false]],
    ['America/Mexico_City', '2026-11-26T06:30:00Z', [true, true]],
    ['Asia/Tokyo', '2026-11-25T15:30:00Z', [true, true]],
    ['Asia/Tokyo', '2026-11-25T14:30:00Z', [true, false]],
  ])('goes by the day in %s: good until %s', (zone, bestUntil, good) => {
    const k = { readyFrom: '2026-11-20T12:00:00Z', bestUntil, state: 'ready' as const }
    expect(['2026-11-25', '2026-11-26'].map((day) => goodOn(k, day, zone))).toEqual(good)
  })
  it('says what must be ordered today for Saturday', () => {
    expect(orderBy('2026-11-28', usualHandling(mango))).toEqual({ ripe: '2026-11-27', firm: '2026-11-23' })
    expect(orderBy('2026-11-28', handlingOf(mango, { leadDays: 3, daysToRipe: 0 }))).toEqual({
      ripe: '2026-11-25',
      firm: '2026-11-25',
    })
  })
  it('costs what its share of the lot cost, or as much as the fruit last cost', () => {
    const taken = (cost: number | null, last: number | null) => costOfTaken({ cost, amountG: 8000 }, 2000, last)
    expect([taken(12, 9), taken(null, 1.5), taken(null, null), taken(0, 9)]).toEqual([
      { cost: 3, basis: 'measured' },
      { cost: 3, basis: 'estimated' },
      { cost: null, basis: 'estimated' },
      { cost: 0, basis: 'measured' },
    ])
  })
  it('is there as long as somebody can weigh it, and pressed as long as it is worth it', () => {
    expect([0, NOTHING, 0.5, 0.6].map(isShown)).toEqual([false, false, false, true])
    expect([50, 51].map(isPressable)).toEqual([false, true])
  })
  it('has a way to clean every fruit', () =>
    expect(['lemon', 'small-lime', 'carrot', 'strawberry', 'melon', 'apple'].map((f) => cleaningRoutine(f))).toEqual([
      'citrus-peel',
      'citrus-peel',
      'root-brush',
      'soft-fruit',
      'melon-brush',
      'soak-rinse',
    ]))
  it('washes what was given with more care', () => expect(cleaningRoutine('lemon', true)).toBe('windfall'))
})

describe('a press', () => {
  const press = (over: object = {}) =>
    pressFigures({
      takenG: 4000,
      trimmedG: null,
      juiceMl: 1600,
      juiceTyped: 'mL',
      minutes: 12,
      fruitCost: 10,
      fruitCostBasis: 'measured',
      params: { name: 'lemon', when: '' },
      ...over,
    })
  it('spilled juice came out of the fruit, but is not in the jug', () => {
    expect(press({ spilledMl: 80 }).yield!.value).toBeCloseTo(420, 9)
    expect(press({ spilledMl: 80 }).costPerL!.value).toBeCloseTo(6.25, 9)
  })
  it('two pairs of hands are twice the work, kept peel carries its share, a gift has its market price', () => {
    expect(press({ hands: 2 }).minutesPerL!.value).toBeCloseTo(15, 9)
    expect(press({ byCost: 2 }).costPerL!.value).toBeCloseTo(5, 9)
    expect(press({ fruitCost: 0, marketCost: 9.6 }).marketPerL!.value).toBeCloseTo(6, 9)
    expect(withLabour(press().costPerL!, press().minutesPerL!, 12).value).toBeCloseTo(6.25 + 7.5 * 0.2, 9)
    expect(press({ foamy: true }).yield!.basis).toBe('estimated')
  })
  it('by-products carry at most nine tenths', () => {
    expect(byProductsCost(10, [0.1, 0.2])).toEqual([1, 2])
    expect(byProductsCost(10, [0.9, 0.9])).toEqual([4.5, 4.5])
    expect(byProductsCost(null, [0.1])).toBeNull()
  })
})

it('a step expects what was measured here, and the handbook’s before', () => {
  const press = pressFigures({
    takenG: 4000,
    trimmedG: null,
    juiceMl: 1500,
    juiceTyped: 'mL',
    minutes: null,
    fruitCost: null,
    fruitCostBasis: 'measured',
    params: { name: 'lemon', when: '' },
  })
  const own = juiceToExpect(lemon, fruitYield(lemon, [press]), 2000)
  expect(own.value).toBeCloseTo(2 * 375 * juiceDensityGPerMl(lemon), 9)
  expect(juiceToExpect(lemon, fruitYield(lemon, []), 1000).value).toBeCloseTo(
    1000 * lemon.fruit!.handbook.juiceShare,
    9,
  )
})

describe('what a kilo yields', () => {
  const point = (i: number, mlPerKg: number, over: Partial<PressPoint> = {}): PressPoint => ({
    id: `p${i}`,
    at: new Date(Date.UTC(2026, 0, 1 + i)).toISOString(),
    mlPerKg,
    method: 'hand-reamer',
    tool: null,
    fruitTemp: null,
    minutesPerL: null,
    costPerL: null,
    leftOut: null,
    weighed: true,
    guessed: false,
    ...over,
  })
  const steady = [400, 410, 395, 405, 400, 398, 404].map((y, i) => point(i, y))
  it('asks about what is far off, and drops nothing by itself', () => {
    const with1 = [...steady, point(9, 180)]
    expect(outliers(with1)).toEqual(['p9'])
    expect(studyYield(with1, 'UTC')).toMatchObject({ count: 8, asked: ['p9'] })
    expect(studyYield(with1, 'UTC').mean).toBeCloseTo((2812 + 180) / 8, 9)
    expect(studyYield([...steady, point(9, 180, { leftOut: true })], 'UTC')).toMatchObject({
      count: 7,
      leftOut: 1,
      asked: [],
    })
    expect(studyYield([...steady, point(9, 180, { leftOut: false })], 'UTC')).toMatchObject({ count: 8, asked: [] })
  })
  it('asks about nothing among four, and five equal presses do not make the sixth strange', () => {
    expect(outliers([point(0, 400), point(1, 100), point(2, 400), point(3, 400)])).toEqual([])
    expect(outliers([...Array.from({ length: 5 }, (_, i) => point(i, 400)), point(6, 410)])).toEqual([])
  })
  it('sees a trend with its interval, and none in a single day', () => {
    const t = trendOf(Array.from({ length: 12 }, (_, i) => point(i * 15, 450 - i * 10 + (i % 2) * 4)))!
    expect(t.perMonth).toBeCloseTo(-20, 0)
    expect(t.low).toBeLessThan(-18.5)
    expect(t.high).toBeGreaterThan(-21.5)
    expect(trendOf(Array.from({ length: 9 }, () => point(0, 400)))).toBeNull()
  })
  it('holds methods and temperatures against each other, and says when it cannot', () => {
    const cold = [360, 370, 365, 372].map((y, i) => point(i, y, { fruitTemp: 'cold' }))
    const warm = [410, 400, 405].map((y, i) => point(20 + i, y, { fruitTemp: 'warm', method: 'lever-press' }))
    const study = studyYield([...cold, ...warm], 'UTC')
    expect(study.pairs.map((p) => [p.first, p.second, Math.round(p.difference)])).toEqual([
      ['lever-press', 'hand-reamer', 38],
      ['warm', 'cold', 38],
    ])
    expect(study.pairs[0]!.low).toBeGreaterThan(0)
    expect(studyYield(steady, 'UTC').pairs).toEqual([])
  })
  it('what a litre costs one way, with the work where minutes are known', () => {
    const [group] = studyYield(
      [point(0, 400, { costPerL: 5, minutesPerL: 6 }), point(1, 420, { costPerL: 7, minutesPerL: 8 })],
      'UTC',
    ).methods
    expect(costOfLitre(group!, 14)).toBeCloseTo(6 + (7 / 60) * 14, 9)
    expect(costOfLitre(group!, null)).toBe(6)
    expect(costOfLitre({ ...group!, minutesPerL: null }, 14)).toBe(6)
    expect(costOfLitre({ ...group!, costPerL: null }, 14)).toBeNull()
  })
  it('tells the seasons apart once there is half a year', () => {
    expect(studyYield(steady, 'UTC').seasons).toEqual([])
    expect(studyYield([...steady, point(200, 350)], 'UTC').seasons.map((s) => s.key)).toEqual(['q1', 'q3'])
  })
  // Tables of edible and juice share (USDA Agriculture Handbook 102, memory), ±0.08: what the demo's fruit is held
  // against
  it.each([
    ['lemon', 0.43],
    ['lime', 0.47],
    ['orange', 0.5],
  ])('%s: the handbook in mL per kg', (key, share) =>
    expect(Math.abs(handbookYield(INGREDIENTS.get(key)!).value / 1000 - share)).toBeLessThan(0.08),
  )
})
