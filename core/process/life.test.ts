import fc from 'fast-check'
import { streamFigures } from '../recipe'
import { tcsReading } from '../safety'
import { INDEX, INGREDIENTS } from '../substances'
import { inverted } from './inversion'
import {
  CATALOGUE,
  CULTURE_PH,
  EXAMPLES,
  ProcessLimit,
  acidG,
  bitternessFigure,
  cultureShareAtPh,
  freezingPointOf,
  ingredientStream,
  isNumber,
  massG,
  mixed,
  phEstimate,
  scaled,
  sugarsG,
  volumeMl,
  type NumberSpec,
  type Op,
  type StepKind,
  type StepResult,
  type Stream,
} from '.'

jest.mock('./inversion', () => {
  const actual = jest.requireActual<typeof import('./inversion')>('./inversion')
  return { ...actual, inverted: jest.fn(actual.inverted) }
})
const boils = jest.mocked(inverted)

// What steps say of real fruit, real cultures and real pots, and that they say nothing where they know nothing.
const of = (key: string, g: number, tempC = 20): Stream => ingredientStream(INGREDIENTS.get(key)!, g, tempC)
const run = (op: Op, inputs: Stream[], params: object = {}): StepResult =>
  (CATALOGUE[op] as unknown as StepKind).run(inputs, params as never)
const windowOf = (op: Op, inputs: Stream[], params: object) =>
  (CATALOGUE[op] as unknown as StepKind).window(params as never, inputs)
const flagsOf = (r: StepResult) => r.flags.map((f) => f.code)

describe('peel and pith', () => {
  it.each(['lemon-peel', 'lime-peel', 'orange-peel', 'citrus-pith', 'tamarind-pod', 'ginger-root', 'mint'])(
    '70 g of %s bring next to no acid',
    (key) => expect(acidG(of(key, 70))).toBeLessThan(0.3),
  )
  it('come off whole fruit as what they are, and leave its juice as sour as it was', () => {
    const lemons = of('lemon', 1000)
    const peeled = run('trim', [lemons], { trimmedG: 70, byProduct: 'peel' })
    expect(acidG(peeled.byProducts[0]!.stream)).toBeLessThan(0.3)
    const sour = (fruit: Stream) => {
      const { out } = run('press', [fruit], { juiceG: 400, method: 'hand' })
      return acidG(out) / massG(out)
    }
    expect(sour(peeled.out)).toBeCloseTo(sour(lemons), 9)
    expect(sour(lemons)).toBeCloseTo(acidG(of('lemon-juice', 1)), 2)
    const zest = run('trim', [lemons], { trimmedG: 60, byProduct: 'zest' }).byProducts[0]!.stream
    expect([zest.rind!.peelG, zest.rind!.pithG]).toEqual([60, 0])
  })
  const limes = (g: number, typed = {}) =>
    run('blend', [of('lime', g, 8), of('water', 750, 8), of('condensed-milk', 200, 8)], { seconds: 15, ...typed })
  it('of whole fruit count where nobody says how much there is, and make a drink bitter by what is drunk', () => {
    // Three limes of 67 g have some 18 g of peel and 21 g of pith.
    const told = bitternessFigure(limes(201, { peelG: 18, pithG: 21 }).out)!.value
    expect(bitternessFigure(limes(201).out)!.value / told).toBeCloseTo(1, 1)
    const strong = limes(268, { seconds: 60 }).out
    const weaker = mixed([strong, of('water', massG(strong))])
    expect(bitternessFigure(weaker)!.value / bitternessFigure(strong)!.value).toBeCloseTo(0.5, 1)
    expect(bitternessFigure(of('lime-juice', 100))).toBeNull()
  })
})

describe('a culture', () => {
  const jug = [of('whey', 240), of('white-sugar', 175), of('water', 3000)]
  const acidMade = (hours: number, tempC = 30, inputs = jug) =>
    run('culture', inputs, { hours, tempC }).out.amountsG[INDEX.lactic]! - mixed(inputs).amountsG[INDEX.lactic]!
  it('slows as it gets sour, and stops: ten days at 30 °C end near the least it bears', () => {
    const made = [24, 48, 120, 240].map((h) => acidMade(h))
    expect(made[1]! - made[0]!).toBeLessThan(made[0]!)
    expect(made[3]! - made[2]!).toBeLessThan(0.2 * made[0]!)
    const { ph } = phEstimate(run('culture', jug, { hours: 240, tempC: 30 }).out)
    expect([ph > CULTURE_PH.least - 0.05, ph < CULTURE_PH.least + 0.35]).toEqual([true, true])
  })
  it('does nothing where it is too sour from the start, and says so', () => {
    const sour = [...jug, of('lemon-juice', 600)]
    expect([acidMade(72, 30, sour), flagsOf(run('culture', sour, { hours: 72 })).includes('culture-too-sour')]).toEqual(
      [0, true],
    )
    expect(windowOf('culture', sour, { hours: 72 })).toBeNull()
  })
  // Rosso and others 1995 (memory): 1 at the best pH, 0 at both ends
  it('works best at its best pH', () => {
    const { least, best, most } = CULTURE_PH
    expect([least, best, most].map(cultureShareAtPh)).toEqual([0, 1, 0])
    expect(cultureShareAtPh(4.5)).toBeGreaterThan(cultureShareAtPh(4))
  })
  it('is read for safety by its slow end', () => {
    const { out } = run('culture', jug, { hours: 40, tempC: 22 })
    const { low, high, ph } = phEstimate(out)
    const plain = phEstimate({ ...out, amountsG: out.amountsG.map((a, i) => (i === 25 ? 0 : a)) })
    expect([high > plain.high + 0.02, low < plain.low - 0.02, ph === plain.ph]).toEqual([true, true, true])
    expect(tcsReading(out, []).ph.high).toBe(high)
  })
  it('takes days in the cold that take hours when warm', () => {
    const at = (tempC: number) => windowOf('culture', jug, { hours: 1, tempC })!
    expect(at(22)).toEqual([24 * 60, 72 * 60])
    expect(at(32)[0]).toBeCloseTo(12 * 60)
  })
})

describe('time', () => {
  it('of a cold steep is that of cold water', () => {
    // Half of it in 8 min at 95 °C, 1.4 times faster for 10 K: 100 min at 20 °C
    const [from, to] = windowOf('steep', [of('hibiscus', 50), of('water', 1000, 20)], { minutes: 10 })!
    expect([from, to / from]).toEqual([expect.closeTo(8 * 1.4 ** 7.5, 6), expect.closeTo(6, 6)])
  })
  it('of straining is that of what has to pass', () => {
    const hands = (key: string, g: number, params = {}) => run('strain', [of(key, g)], params).handMin
    // Common practice, no source: a litre of fibrous fruit through a fine mesh takes many minutes of hands
    expect(hands('mango', 1500, { mode: 'pressed' })).toBeGreaterThan(6)
    expect(hands('mango', 1500)).toBeGreaterThan(3)
    expect(hands('lemon-juice', 1500)).toBeLessThan(2.5)
    expect(hands('mango', 1500, { mesh: 'coarse' })).toBeLessThan(hands('mango', 1500))
    expect(run('strain', [of('water', 1000)], { minPerL: 5, mode: 'pressed' }).handMin).toBeCloseTo(6, 1)
  })
  it('lets foam settle, or leaves it behind', () => {
    const foamy = (foam: string) => run('strain', [of('orange-juice', 1000)], { foamShare: 0.2, foam })
    expect(flagsOf(foamy('stays'))).toContain('foam-on-top')
    expect(foamy('settles').waitMin - foamy('stays').waitMin).toBe(20)
    const off = foamy('drawn-off')
    expect(off.byProducts.map((b) => b.name)).toEqual(['pulp', 'foam'])
    expect(massG(foamy('stays').out) - massG(off.out)).toBeCloseTo(massG(off.byProducts[1]!.stream), 9)
  })
  it('of a boil is found in eight tries, whatever the target', () => {
    let most = 0
    const juice = [of('orange-juice', 1000), of('white-sugar', 300), of('lemon-juice', 200)]
    const now = (by: string, share: number) =>
      by === 'brix' ? 30 + 50 * share : by === 'boiling' ? 102 + 14 * share : 1300 * (0.25 + 0.6 * share)
    fc.assert(
      fc.property(
        fc.constantFrom('brix', 'boiling', 'volume'),
        fc.double({ min: 0.02, max: 0.9, noNaN: true }),
        (by, share) => {
          const params = { by, target: now(by, share) }
          // Every try of the boil, and the one that is told, works out one inversion.
          boils.mockClear()
          expect(massG(run('reduce', juice, params).out)).toBeGreaterThan(0)
          most = Math.max(most, boils.mock.calls.length)
        },
      ),
      { numRuns: 60 },
    )
    expect(most).toBeLessThanOrEqual(8)
  })
  it('in a microwave oven goes by what the food gets, and costs what the wall gives', () => {
    // IEC 60705: 1 kg of water from 10 to 20 °C in 800 W takes 41.9 kJ ÷ 800 W = 52 s
    const r = run('heat', [of('water', 1000, 10)], { toC: 20, heater: 'microwave', microwaveW: 800 })
    expect(r.waitMin * 60).toBeCloseTo(52.4, 0)
    expect(r.energyKj).toBeCloseTo((r.waitMin * 60 * 800) / 0.6 / 1000, 6)
    expect(r.carrier).toBe('electricity')
    const boil = run('reduce', [of('orange-juice', 500)], { by: 'brix', target: 30, heater: 'microwave' })
    expect(boil.cautions).toContain('boils-over')
  })
})

describe('outside what is known', () => {
  /** Every number that a result holds. */
  function numbersOf(r: StepResult): number[] {
    const streams = [r.out, ...r.byProducts.map((b) => b.stream), ...r.losses.map((l) => l.stream)]
    return [
      ...streams.flatMap((s) => [...s.amountsG, s.tempC, s.undissolvedG, s.iceG, massG(s), volumeMl(s), sugarsG(s)]),
      ...r.flags.flatMap((f) => Object.values(f.numbers)),
      ...Object.values(r.used),
      ...[r.handMin, r.waitMin, r.energyKj],
    ]
  }
  const KEYS = ['lemon', 'lemon-juice', 'white-sugar', 'water', 'ice', 'salt', 'stevia', 'hibiscus', 'whole-milk']
  const stream = fc
    .array(
      fc.tuple(
        fc.constantFrom(...KEYS),
        fc.oneof(fc.constantFrom(0, 1e-9, 1e-4, 1, 1e6), fc.double({ min: 0, max: 3000, noNaN: true })),
        fc.integer({ min: -40, max: 120 }),
      ),
      { minLength: 1, maxLength: 3 },
    )
    .map((rows) => mixed(rows.map(([key, g, tempC]) => of(key, g, tempC))))
  const numberIn = ({ least, most }: NumberSpec) =>
    fc.oneof(fc.constantFrom(least, most), fc.double({ min: least, max: most, noNaN: true }))
  it.each(Object.keys(CATALOGUE) as Op[])('%s gives numbers or a sentence, never anything between', (op) => {
    const kind = CATALOGUE[op] as unknown as StepKind
    const params = fc.record(
      Object.fromEntries(
        Object.entries(kind.params).flatMap(([name, spec]) => (isNumber(spec) ? [[name, numberIn(spec)]] : [])),
      ),
    )
    const count = kind.inputs === 'many' ? 2 : kind.inputs
    fc.assert(
      fc.property(
        fc.array(stream, { minLength: count, maxLength: count }),
        params,
        fc.boolean(),
        (inputs, p, usual) => {
          const given = { ...EXAMPLES[op].params, ...(usual ? {} : p) }
          let r: StepResult
          try {
            r = run(op, inputs, given)
          } catch (e) {
            if (!(e instanceof ProcessLimit)) throw e
            expect(Object.values(e.numbers).filter((n) => !Number.isFinite(n))).toEqual([])
            return
          }
          expect(numbersOf(r).filter((n) => !Number.isFinite(n))).toEqual([])
          const figures = kind.explain(given as never, r)
          expect(figures.filter((f) => !Number.isFinite(f.value)).map((f) => f.label)).toEqual([])
          for (const n of windowOf(op, inputs, given) ?? []) expect(n).toBeGreaterThanOrEqual(0)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('is said of dry matter and of what is too strong, never a number', () => {
    for (const data of INGREDIENTS.values())
      for (const f of Object.values(streamFigures(ingredientStream(data, 100, 20), data.key)))
        if (f && 'value' in f) expect([data.key, f.label, Number.isFinite(f.value)]).toEqual([data.key, f.label, true])
    expect(streamFigures(of('white-sugar', 100), 'sugar')).toMatchObject({
      ph: { notKnown: 'not-known-dry' },
      freezes: { notKnown: 'not-known-dry' },
      brix: { notKnown: 'not-known-dry' },
    })
    expect(streamFigures(of('honey', 100), 'honey').freezes).toEqual({ notKnown: 'not-known-strong' })
    const syrup = mixed([of('white-sugar', 500), of('water', 500)])
    expect(streamFigures(scaled(syrup, 2), 'syrup').freezes).toMatchObject({ value: freezingPointOf(syrup) })
  })
})
