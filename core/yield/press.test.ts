import { ProcessLimit, massG } from '../process'
import { INGREDIENTS } from '../substances'
import {
  byUse,
  evaluatePress,
  fruitYield,
  garnishG,
  goodOn,
  handlingOf,
  isLearned,
  juiceDensityGPerMl,
  keepingOf,
  peeledHandling,
  pressFigures,
  splitOfPress,
  titrationLimit,
  trimmedTotalG,
  trimmings,
  unitWeightG,
  usualHandling,
  yieldMlPerKg,
  type PressFacts,
  type PressInput,
} from '.'
import { studyYield, trendOf, type PressPoint } from './study'

const lemon = INGREDIENTS.get('lemon')!
const PRESSED: PressFacts = {
  takenG: 1000,
  trimmedG: null,
  juiceMl: 400,
  juiceTyped: 'mL',
  minutes: null,
  fruitCost: null,
  fruitCostBasis: 'measured',
  params: { name: 'lemon', when: '2026-11-01T08:00:00Z' },
}
const limitOf = (act: () => unknown): unknown => {
  try {
    return act()
  } catch (e) {
    return e instanceof ProcessLimit ? [e.code, e.field] : e
  }
}

it('peeled fruit ripens no more, keeps two days in the cold at most, and none beside the stove', () => {
  const mango = usualHandling(INGREDIENTS.get('mango')!)
  expect(peeledHandling(mango)).toMatchObject({ daysToRipe: 0, keepDaysRoom: 0, keepDaysCold: 2 })
  expect(peeledHandling({ ...mango, keepDaysCold: 1 }).keepDaysCold).toBe(1)
})

describe('what came off before pressing', () => {
  it('is the parts by name, and the rest as plain trim', () => {
    expect(trimmings({ trimmedG: null })).toEqual([])
    expect(trimmings({ trimmedG: 0 })).toEqual([])
    expect(trimmings({ trimmedG: 300 })).toEqual([{ name: 'trim', massG: 300 }])
    const parts = [
      { part: 'peel' as const, massG: 200 },
      { part: 'core' as const, massG: 0 },
      { part: 'pulp' as const, massG: 900 },
      { part: 'seeds' as const, massG: null },
    ]
    expect(trimmings({ trimmedG: null, parts })).toEqual([{ name: 'peel', massG: 200 }])
    expect(trimmings({ trimmedG: 350, parts })).toEqual([
      { name: 'peel', massG: 200 },
      { name: 'trim', massG: 150 },
    ])
    expect(trimmings({ trimmedG: 200.05, parts })).toEqual([{ name: 'peel', massG: 200 }])
    expect(limitOf(() => trimmings({ trimmedG: 150, parts }))).toEqual(['parts-more-than-trimmed', 'parts'])
    expect(limitOf(() => trimmings({ trimmedG: 199.95, parts }))).toEqual([{ name: 'peel', massG: 200 }])
    expect([
      trimmedTotalG({ trimmedG: null }),
      trimmedTotalG({ trimmedG: 0 }),
      trimmedTotalG({ trimmedG: 350, parts }),
      trimmedTotalG({ trimmedG: null, parts }),
    ]).toEqual([null, 0, 350, 200])
  })
})

describe('a press as it is worked out', () => {
  const press = (over: Partial<PressInput> = {}) =>
    evaluatePress(lemon, {
      takenG: 2000,
      trimmedG: null,
      juice: { value: 800, unit: 'mL' },
      method: 'hand-reamer',
      minutes: null,
      parts: [],
      spilledMl: null,
      ...over,
    } as PressInput)
  const grams = (r: ReturnType<typeof press>) =>
    Object.fromEntries([...r.byProducts, ...r.losses].map((b) => [b.name, Math.round(massG(b.stream) * 100) / 100]))
  const density = juiceDensityGPerMl(lemon)
  it('is in g and mL by the density of its juice, however it was typed', () => {
    expect([press().juiceMl, press().juiceG]).toEqual([expect.closeTo(800, 9), expect.closeTo(800 * density, 9)])
    const weighed = press({ juice: { value: 800, unit: 'g' } })
    expect([weighed.juiceMl, weighed.juiceG]).toEqual([expect.closeTo(800 / density, 9), 800])
  })
  it('tells where the fruit went: parts, what stuck, what was spilled, pulp', () => {
    const r = press({ trimmedG: 300, parts: [{ part: 'peel', massG: 200 }], spilledMl: 40 })
    const jug = 800 * density
    const spilled = 40 * density
    expect(grams(r)).toEqual({
      peel: 200,
      trim: 100,
      stuck: expect.closeTo((jug + spilled) * 0.02, 1),
      spilled: expect.closeTo(spilled, 1),
      pulp: expect.closeTo(2000 - 300 - (jug + spilled) * 1.02, 1),
    })
    const all = [r.juice, ...r.byProducts, ...r.losses].reduce((sum, b) => sum + massG(b.stream), 0)
    expect(all).toBeCloseTo(2000, 6)
  })
  it('takes the pulp as it was weighed: what is missing is not accounted for, and too much is refused', () => {
    const pulp = (massG: number) => press({ parts: [{ part: 'pulp', massG }] })
    const left = 2000 - 800 * density * 1.02
    expect(grams(pulp(700))).toMatchObject({ pulp: 700, unaccounted: expect.closeTo(left - 700, 1) })
    expect(grams(pulp(left + 10))).not.toHaveProperty('unaccounted')
    expect(limitOf(() => pulp(left + 800 * density * 0.02 + 0.2))).toEqual(['parts-heavier-than-fruit', 'parts'])
  })
  it('splits afterwards as it was worked out', () => {
    const split = splitOfPress({ takenG: 2000, trimmedG: 300, juiceG: 824, juiceMl: 800, spilledMl: 40 })
    const out = 824 + 41.2
    expect(split).toEqual({
      juiceG: 824,
      trimG: 300,
      lossG: expect.closeTo(out * 0.02 + 41.2, 9),
      pulpG: expect.closeTo(2000 - 300 - out * 1.02, 9),
    })
    const dry = splitOfPress({ takenG: 800, trimmedG: null, juiceG: 824, juiceMl: 800 })
    expect([dry.trimG, dry.pulpG]).toEqual([0, 0])
  })
  it('yields what came out, spilled too, of what was taken', () => {
    expect(yieldMlPerKg({ takenG: 2000, juiceMl: 800 })).toBe(400)
    expect(yieldMlPerKg({ takenG: 2000, juiceMl: 800, spilledMl: 40 })).toBe(420)
    const facts = {
      takenG: 4000,
      trimmedG: 1000,
      juiceMl: 1600,
      juiceTyped: 'mL' as const,
      minutes: null,
      fruitCost: null,
      fruitCostBasis: 'measured' as const,
      params: { name: 'lemon', when: '' },
    }
    const { edibleShare, costPerL, marketPerL, minutesPerL } = pressFigures(facts)
    expect([edibleShare!.value, costPerL, marketPerL, minutesPerL]).toEqual([0.75, null, null, null])
    expect(pressFigures({ ...facts, trimmedG: null }).edibleShare).toBeNull()
  })
})

it('a piece weighs what was counted and weighed, else what it usually does', () => {
  const lot = { amountG: 1200, count: 10, weighed: true }
  expect([
    unitWeightG(lot, 100),
    unitWeightG({ ...lot, weighed: false }, 100),
    unitWeightG({ ...lot, count: null }, null),
    unitWeightG({ ...lot, count: 0 }, 90),
  ]).toEqual([120, 100, null, 90])
  expect([
    garnishG({ pieces: 3, massG: 250 }, 100),
    garnishG({ pieces: 3, massG: null }, 100),
    garnishG({ pieces: 3, massG: null }, null),
    garnishG({ pieces: null, massG: null }, 100),
  ]).toEqual([250, 300, null, null])
})

it.each([
  [{ sampleMl: 0.5, baseMl: 0.5 }, undefined],
  [{ sampleMl: 0.49 }, 'titration-sample'],
  [{ sampleMl: 200 }, undefined],
  [{ sampleMl: 200.1 }, 'titration-sample'],
  [{ baseN: 0.005 }, undefined],
  [{ baseN: 0.0049 }, 'titration-base-strength'],
  [{ baseN: 2, baseMl: 0.5 }, undefined],
  [{ baseN: 2.01, baseMl: 0.5 }, 'titration-base-strength'],
  [{ baseMl: 0 }, 'titration-base'],
  [{ baseMl: 500, sampleMl: 200 }, undefined],
  [{ baseMl: 500.1, sampleMl: 200 }, 'titration-base'],
])('a titration of %j: %s', (over, code) => {
  const limit = titrationLimit({ sampleMl: 10, baseMl: 15, baseN: 0.1, ...over })
  expect(limit?.code).toBe(code)
  if (limit) expect(Object.values(limit.numbers)).toEqual([Object.values(over)[0]])
})

describe('keeping to the hour', () => {
  const now = '2026-11-25T10:00:00.000Z'
  const at = (hours: number) => new Date(Date.parse(now) - hours * 36e5).toISOString()
  const handling = handlingOf(lemon, { keepDaysRoom: 2, keepDaysCold: 0.2, daysToRipe: 1 })
  const state = (hours: number, feel: 'firm' | 'ripe' | 'soft' = 'ripe', place: 'room' | 'cold' = 'room') =>
    keepingOf({ at: at(hours), place, feel }, handling, now).state
  it('a day before its end it is to be used first, at its end still good, after it past', () => {
    expect([state(0), state(23.9), state(24), state(48), state(48.1)]).toEqual([
      'ready',
      'ready',
      'soon',
      'soon',
      'past',
    ])
    expect([state(0, 'firm'), state(23.9, 'firm'), state(24, 'firm')]).toEqual(['ripening', 'ripening', 'ready'])
    // Soft fruit has half a day at least, and no more than a day.
    expect([state(12, 'soft', 'cold'), state(12.1, 'soft', 'cold')]).toEqual(['soon', 'past'])
    expect([state(24, 'soft'), state(24.1, 'soft')]).toEqual(['soon', 'past'])
  })
  it('what ends first comes first, then what is ready first, then what waits in the cold', () => {
    const k = (readyFrom: string | null, bestUntil: string | null, ripening = false) => ({
      readyFrom,
      bestUntil,
      state: ripening ? ('ripening' as const) : ('ready' as const),
    })
    const [a, b, c, d] = [k('1', '5'), k('0', '7'), k('3', '9', true), k(null, null, true)]
    expect([d, c, b, a].sort(byUse)).toEqual([a, b, c, d])
    // What ripens comes last, however soon it ends.
    expect(byUse(k('1', '2', true), k('8', '9'))).toBeGreaterThan(0)
    expect(goodOn(k(null, null), '2026-11-25', 'UTC')).toBe(false)
    expect(goodOn(k('2026-11-26T01:00:00Z', '2026-11-28T01:00:00Z'), '2026-11-25', 'UTC')).toBe(false)
  })
  it('fruit that nobody knows keeps two days, five cold, and comes the next day', () => {
    expect(usualHandling({ key: 'moon-fruit' })).toEqual({
      pieceG: null,
      cupG: null,
      daysToRipe: 0,
      keepDaysRoom: 2,
      keepDaysCold: 5,
      leadDays: 1,
      shares: {},
    })
  })
})

describe('the study', () => {
  const point = (i: number, mlPerKg: number, over: Partial<PressPoint> = {}): PressPoint => ({
    id: `p${i}`,
    at: new Date(Date.UTC(2026, 0, 1 + i)).toISOString(),
    mlPerKg,
    method: 'hand',
    tool: 'old',
    fruitTemp: null,
    minutesPerL: null,
    costPerL: null,
    leftOut: null,
    weighed: true,
    guessed: false,
    ...over,
  })
  it('groups by what is known, the best first, with what is known of each', () => {
    const study = studyYield(
      [
        point(0, 400, { minutesPerL: 6, costPerL: 4 }),
        point(1, 410, { minutesPerL: 8 }),
        point(2, 500, { tool: 'new', method: 'lever', fruitTemp: 'warm' }),
      ],
      'UTC',
    )
    expect(study.tools).toEqual([
      { key: 'new', count: 1, guessed: false, mean: 500, spread: null, minutesPerL: null, costPerL: null },
      {
        key: 'old',
        count: 2,
        guessed: false,
        mean: 405,
        spread: expect.closeTo(7.071, 3),
        minutesPerL: 7,
        costPerL: 4,
      },
    ])
    expect(study.temps.map((g) => g.key)).toEqual(['warm'])
    expect([study.pairs, study.seasons, study.trend]).toEqual([[], [], null])
    expect([study.mean, study.spread]).toEqual([expect.closeTo(436.667, 3), expect.closeTo(55.076, 3)])
  })
  it('leaves out what nobody weighed, and says how many', () => {
    const study = studyYield([point(1, 400), point(2, 420), point(3, 900, { weighed: false })], 'UTC')
    expect([study.count, study.mean, study.unweighed, study.leftOut, study.guessed]).toEqual([2, 410, 1, 0, false])
    const thin = studyYield([point(1, 400), point(2, 420, { tool: 'new', guessed: true })], 'UTC')
    expect([thin.guessed, thin.tools.map((g) => g.guessed)]).toEqual([true, [true, false]])
    const mark = { leftOut: false }
    expect([
      isLearned({ takes: ['one'], weighed: true, mark: null }),
      isLearned({ takes: ['one'], weighed: true, mark: { leftOut: true } }),
      isLearned({ takes: ['one'], weighed: false, mark }),
    ]).toEqual([true, false, false])
  })
  it('of nothing says nothing, of one no spread', () => {
    expect(studyYield([], 'UTC')).toMatchObject({ count: 0, mean: null, spread: null, methods: [], asked: [] })
    expect(studyYield([point(0, 400)], 'UTC')).toMatchObject({ count: 1, mean: 400, spread: null })
  })
  it('goes by the stand’s own quarter, and by half a year in all', () => {
    const newYear = { at: '2027-01-01T03:00:00Z' }
    const all = [point(0, 400), point(1, 410), point(9, 390, newYear)]
    // The first of January in Greenwich is the last of December in Mexico.
    expect(studyYield(all, 'America/Mexico_City').seasons.map((s) => [s.key, s.count])).toEqual([
      ['q1', 1],
      ['q4', 2],
    ])
    expect(studyYield(all, 'UTC').seasons.map((s) => s.key)).toEqual(['q1'])
  })
  it('a trend wants five presses', () => {
    expect(trendOf([0, 30, 60, 90].map((d) => point(d, 400 + d)))).toBeNull()
    const steep = trendOf([0, 30, 60, 90, 120].map((d, i) => point(d, 400 + d + (i % 2))))!
    expect(steep.perMonth).toBeCloseTo(30, 0)
    // By hand: months 0 to 4, slope 90/10, squared residuals 20 of 3 degrees, t 2.3534 (NIST's table, memory)
    const by = trendOf([400, 410, 415, 430, 435].map((y, i) => point(30 * i, y)))!
    expect([by.perMonth, by.low, by.high]).toEqual([9, 7.078, 10.922].map((x) => expect.closeTo(x, 2)))
  })
  it('a mean is of the twelve newest, the prediction of twice as many', () => {
    const pressed = (mlPerKg: number) =>
      pressFigures({ ...PRESSED, juiceMl: mlPerKg, minutes: mlPerKg / 100, hands: mlPerKg > 400 ? 2 : 1, fruitCost: 2 })
    const known = fruitYield(lemon, [...Array<number>(12).fill(400), ...Array<number>(18).fill(500)].map(pressed))
    expect([known.mean!.value, known.count, known.history.length]).toEqual([400, 12, 24])
    expect([known.costPerL!.value, known.minutesPerL!.value]).toEqual([5, 10])
    expect(pressed(500).minutesPerL!.value).toBe(20)
    const unknown = fruitYield(lemon, [
      pressFigures({ ...PRESSED, minutes: null, fruitCost: null }),
      pressFigures({ ...PRESSED, minutes: 6, fruitCost: 3 }),
    ])
    expect([unknown.costPerL!.value, unknown.minutesPerL!.value]).toEqual([7.5, 15])
  })
})
