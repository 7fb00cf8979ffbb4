import fc from 'fast-check'
import { evaluateFigure, type Figure } from '../figures'
import { BITTER, COMPONENT_COUNT, INDEX, INGREDIENTS } from '../substances'
import {
  CATALOGUE,
  EXAMPLES,
  ProcessLimit,
  acidG,
  brixOf,
  defineStep,
  dissolvedPercentOf,
  fibreG,
  ingredientStream,
  isChoice,
  isNumber,
  liquorG,
  massG,
  mixed,
  phEstimate,
  plainResult,
  scaled,
  sugarsG,
  volumeMl,
  waterG,
  type Op,
  type Spec,
  type StepKind,
  type StepResult,
  type Stream,
} from '.'

const of = (key: string, g: number, tempC = 20): Stream => ingredientStream(INGREDIENTS.get(key)!, g, tempC)
const run = (op: Op, inputs: Stream[], params: object = {}): StepResult =>
  (CATALOGUE[op] as unknown as StepKind).run(inputs, params as never)
function limitOf(act: () => unknown): string {
  try {
    act()
  } catch (e) {
    if (e instanceof ProcessLimit) return e.code
    throw e
  }
  return 'none'
}
const flagsOf = (r: StepResult) => r.flags.map((f) => f.code)
const ELEMENTS = Array.from({ length: COMPONENT_COUNT }, (_, i) => i)

/** What goes into a step in the property tests: its example. */
const inputsOf = (op: Op): Stream[] =>
  EXAMPLES[op].streams.map((rows) => mixed(rows.map(([key, g, tempC]) => of(key, g, tempC))))
const OPS = Object.keys(CATALOGUE) as Op[]
/** What a reaction or a measure changes on purpose, by step: sugar split or eaten, water bound or taken in from ice. */
const REACTS: Partial<Record<Op, string[]>> = {
  heat: ['sucrose', 'glucose', 'fructose', 'water'],
  simmer: ['sucrose', 'glucose', 'fructose', 'water'],
  reduce: ['sucrose', 'glucose', 'fructose', 'water'],
  culture: ['sucrose', 'glucose', 'fructose', 'lactose', 'otherSugars', 'lactic', 'water'],
}
/** Ice that is a number of the step comes from nowhere that is a stream. */
const ICE_BY_NUMBER: Op[] = ['iceInCup', 'iceInDispenser']

describe.each(OPS)('%s', (op) => {
  it('balances: what goes in comes out as stream, by-product or loss, component by component', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 5, noNaN: true }), (k) => {
        const inputs = inputsOf(op).map((s) => scaled(s, k))
        const params = scaledParams(op, k)
        const r = run(op, inputs, params)
        const all = [r.out, ...r.byProducts.map((b) => b.stream), ...r.losses.map((l) => l.stream)]
        for (const s of all) for (const i of ELEMENTS) expect(s.amountsG[i]).toBeGreaterThanOrEqual(-1e-9)
        if (ICE_BY_NUMBER.includes(op)) inputs.push(of('ice', (params as { iceG: number }).iceG, 0))
        const total = (streams: readonly Stream[]) => streams.reduce((m, s) => m + massG(s), 0)
        expect(total(all)).toBeCloseTo(total(inputs), 6)
        for (const i of ELEMENTS) {
          if (REACTS[op]?.some((c) => INDEX[c as keyof typeof INDEX] === i)) continue
          expect([i, all.reduce((m, s) => m + s.amountsG[i]!, 0)]).toEqual([
            i,
            expect.closeTo(
              inputs.reduce((m, s) => m + s.amountsG[i]!, 0),
              6,
            ),
          ])
        }
      }),
      { numRuns: 25 },
    )
  })
  it('is the same every time, and explains itself from its leaves', () => {
    const inputs = inputsOf(op)
    const [a, b] = [run(op, inputs, EXAMPLES[op].params), run(op, inputs, EXAMPLES[op].params)]
    expect(b).toEqual(a)
    for (const f of explained(op, a)) {
      expect(Number.isFinite(f.value)).toBe(true)
      expect(evaluateFigure(f)).toBe(f.value)
    }
  })
  it('refuses numbers out of bounds and the wrong count of streams', () => {
    const kind = CATALOGUE[op] as unknown as StepKind
    for (const [name, spec] of Object.entries<Spec>(kind.params)) {
      const bad = isNumber(spec) ? [NaN, spec.least - 1, spec.most + 1] : isChoice(spec) ? ['nothing-like-it'] : []
      for (const value of bad)
        expect([
          name,
          value,
          limitOf(() => run(op, inputsOf(op), { ...EXAMPLES[op].params, [name]: value })),
        ]).not.toEqual([name, value, 'none'])
    }
    if (kind.inputs !== 'many') expect(limitOf(() => run(op, [], EXAMPLES[op].params))).toBe('inputs-count')
  })
})
const explained = (op: Op, result: StepResult, params: object = EXAMPLES[op].params): Figure[] =>
  (CATALOGUE[op] as unknown as StepKind).explain(params as never, result)

/** Numbers that say of themselves that they grow with the streams. */
function scaledParams(op: Op, k: number): object {
  const given = EXAMPLES[op].params
  const specs = (CATALOGUE[op] as unknown as StepKind).params
  const grows = (name: string): boolean => {
    const spec = specs[name]!
    if (!isNumber(spec) || !spec.scales) return false
    return spec.scales === true || spec.scales.is.includes(String(given[spec.scales.with]))
  }
  return Object.fromEntries(Object.entries(given).map(([n, v]) => [n, typeof v === 'number' && grows(n) ? v * k : v]))
}

describe('what a step tells is what its streams did', () => {
  type Did = (inputs: readonly Stream[], r: StepResult, p: Record<string, number>) => number
  const steam: Did = (_, r) => massG(r.losses[0]!.stream)
  const solidsG = (s: Stream) => s.amountsG[INDEX.otherSolids]! + s.amountsG[INDEX.caffeine]!
  /** What leaf gave and holds, from the solids and the mass of brew, water and leaf alone. */
  const infusion = ([leaf, water]: readonly Stream[], { out }: StepResult) => {
    const share =
      (solidsG(out) * massG(water!)) / massG(out) / (solidsG(leaf!) - (solidsG(out) * liquorG(leaf!)) / massG(out))
    return { share, heldG: massG(water!) + share * liquorG(leaf!) - massG(out) }
  }
  const infused = {
    'share-drawn': ((inputs, r) => infusion(inputs, r).share) as Did,
    'liquor-held': ((inputs, r) => infusion(inputs, r).heldG) as Did,
  }
  const ice: Did = ([drink], r) => massG(r.out) - massG(drink!)
  /** By step and label: worked out from the streams alone. */
  const DID: Partial<Record<Op, Record<string, Did>>> = {
    blend: {
      'bitter-freed': (_, r) => r.out.amountsG[BITTER]! + r.losses.reduce((m, l) => m + l.stream.amountsG[BITTER]!, 0),
      loads: (_, r) => massG(r.losses[0]!.stream) / 15,
      'load-volume': (inputs, r) => volumeMl(mixed(inputs)) / (massG(r.losses[0]!.stream) / 15),
    },
    strain: {
      'liquor-held': (_, r) => liquorG(r.byProducts[0]!.stream),
      'sugar-in-pulp': (_, r) => sugarsG(r.byProducts[0]!.stream),
      'minutes-to-strain': (_, r) => r.handMin - 1 + r.waitMin,
    },
    peelSugar: { 'share-drawn': ([peel], r) => (massG(r.out) - 150) / (massG(peel!) - fibreG(peel!)) },
    peelAcid: { 'share-drawn': ([peel], r) => (massG(r.out) - 26) / (massG(peel!) - fibreG(peel!)) },
    drip: { 'share-dripped': ([yogurt], r) => r.out.amountsG[INDEX.lactose]! / yogurt!.amountsG[INDEX.lactose]! },
    heat: {
      'minutes-to-heat': (_, r, p) => r.waitMin - p.holdMin!,
      'boiling-point': (inputs) => run('simmer', [...inputs], { minutes: 0 }).out.tempC,
    },
    simmer: { 'water-gone': steam },
    reduce: { 'minutes-to-boil-away': (_, r) => (r.handMin - 2) * 10, 'boiling-point': (_, r) => r.out.tempC },
    steep: infused,
    brew: infused,
    cool: { 'cooling-minutes': (_, r) => r.waitMin },
    chillWithIce: { 'ice-needed': ([mix], r) => massG(r.out) - massG(mix!) },
    makeUp: { 'fills-up': (inputs, r) => massG(r.out) - massG(inputs[0]!) - massG(inputs[1]!) },
    sweeten: { 'sweetener-used': ([drink], r) => massG(r.out) - massG(drink!) },
    culture: {
      'lactic-made': (inputs, r) => {
        const before = mixed(inputs)
        return (100 * (r.out.amountsG[INDEX.lactic]! - before.amountsG[INDEX.lactic]!)) / massG(before)
      },
    },
    iceInCup: { 'ice-melted': ice, 'temperature-after-melt': (_, r) => r.out.tempC },
    iceInDispenser: { 'ice-melted': ice, 'temperature-after-melt': (_, r) => r.out.tempC },
  }
  /** Told, and nothing in the streams shows it. */
  const ONLY_TOLD = ['freed-share']
  it.each(OPS)('%s', (op) => {
    const inputs = inputsOf(op)
    const r = run(op, inputs, EXAMPLES[op].params)
    for (const f of explained(op, r)) {
      if (ONLY_TOLD.includes(f.label)) continue
      const did = DID[op]?.[f.label]
      expect([f.label, did]).toEqual([f.label, expect.any(Function)])
      const seen = did!(inputs, r, EXAMPLES[op].params as Record<string, number>)
      expect([f.label, f.value]).toEqual([
        f.label,
        expect.closeTo(seen, 1 + Math.max(0, 4 - Math.ceil(Math.log10(seen + 1)))),
      ])
    }
  })
})

describe('laws', () => {
  it('rinse: every stage more wins back more', () => {
    const recovered = [1, 2, 3, 5, 10].map((stages) =>
      sugarsG(run('rinse', [of('orange', 500), of('water', 900)], { stages }).out),
    )
    for (let i = 1; i < recovered.length; i++) expect(recovered[i]!).toBeGreaterThan(recovered[i - 1]!)
  })
  it('cooling never crosses its surroundings, and melting never raises Brix', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 100 }),
        (from, around, to) => {
          const refused = limitOf(() => run('cool', [of('water', 1000, from)], { toC: to, surroundingsC: around }))
          const between =
            from === to ||
            (from !== around && (from - around) * (to - around) > 0 && Math.abs(to - around) <= Math.abs(from - around))
          expect(refused === 'none').toBe(between)
        },
      ),
      { numRuns: 300 },
    )
    fc.assert(
      fc.property(fc.double({ min: 0, max: 400, noNaN: true }), fc.integer({ min: 0, max: 120 }), (iceG, minutes) => {
        const drink = of('grape-juice', 300, 15)
        expect(brixOf(run('iceInCup', [drink], { iceG, iceTempC: -3, minutes }).out)).toBeLessThanOrEqual(
          brixOf(drink) + 1e-9,
        )
        expect(brixOf(run('iceInDispenser', [drink], { iceG, minutes }).out)).toBeLessThanOrEqual(brixOf(drink) + 1e-9)
      }),
      { numRuns: 60 },
    )
  })
  it('ice in a cup and in a dispenser follow one law, and warm when the ice is gone', () => {
    const drink = of('grape-juice', 400, 8)
    const cup = run('iceInCup', [drink], { iceG: 60, iceTempC: -2, minutes: 240, roomC: 30, cupWPerK: 1 })
    const dispenser = run('iceInDispenser', [drink], {
      iceG: 60,
      iceTempC: -2,
      minutes: 240,
      roomC: 30,
      vesselWPerK: 1,
    })
    expect(cup.out).toEqual(dispenser.out)
    expect(massG(cup.byProducts[0]!.stream)).toBe(0)
    expect([cup.out.tempC > 20, cup.out.tempC < 30]).toEqual([true, true])
  })
  it('order of combining does not matter, and scaling leaves Brix and pH', () => {
    const parts = [of('lemon-juice', 40, 5), of('honey', 30, 20), of('black-tea', 2), of('water', 250, 60)]
    const [a, b] = [mixed(parts), mixed([...parts].reverse())]
    expect(massG(a)).toBeCloseTo(massG(b), 9)
    expect(a.tempC).toBeCloseTo(b.tempC, 9)
    expect(brixOf(scaled(a, 7.3))).toBeCloseTo(brixOf(a), 9)
    expect(phEstimate(scaled(a, 7.3)).ph).toBeCloseTo(phEstimate(a).ph, 6)
  })
  it('a new step is one definition: bounds, defaults and range flags come with it', () => {
    const shake = defineStep({
      op: 'shake',
      inputs: 1,
      endSign: 'cold',
      holds: [],
      params: { seconds: { unit: 's', least: 1, most: 60, default: 10, source: 'source.practice', model: [5, 20] } },
      run: ([s], { seconds }) => ({ ...plainResult(s!), handMin: seconds / 60 }),
      explain: ({ param }) => [param('seconds')],
    })
    expect(shake.run([of('water', 1)], {}).handMin).toBeCloseTo(1 / 6)
    expect(shake.explain({}, plainResult(of('water', 1)))[0]).toMatchObject({
      value: 10,
      basis: 'default',
      source: 'source.practice',
    })
    expect(shake.explain({ seconds: 12 }, plainResult(of('water', 1)))[0]).toMatchObject({
      value: 12,
      basis: 'measured',
    })
    expect(flagsOf(shake.run([of('water', 1)], { seconds: 40 }))).toEqual(['outside-range'])
    expect(limitOf(() => shake.run([of('water', 1)], { seconds: 90 }))).toBe('step-number')
  })
})

const TOO_SLOW = 'cools-too-slowly-to-5'

describe('bad input', () => {
  const juice = () => [of('orange-juice', 1000)]
  const dryG = massG(juice()[0]!) - waterG(juice()[0]!)
  it.each<[string, Op, () => Stream[], object, string]>([
    ['a reduction to more mass', 'reduce', juice, { by: 'mass', target: 1200 }, 'target-behind'],
    ['negative water in a reduction', 'reduce', juice, { by: 'mass', target: dryG - 1 }, 'more-than-the-water'],
    ['a target Brix below what is there', 'reduce', juice, { by: 'brix', target: 5 }, 'target-behind'],
    ['a Brix that cannot be reached', 'reduce', juice, { by: 'brix', target: 140 }, 'target-out-of-reach'],
    ['a volume that cannot be reached', 'reduce', juice, { by: 'volume', target: 1 }, 'target-out-of-reach'],
    ['a simmer that boils dry', 'simmer', juice, { minutes: 600 }, 'boils-dry'],
    ['hotter than it boils', 'heat', () => [of('water', 500)], { toC: 105 }, 'hotter-than-boiling'],
    [
      'hotter than it boils up the hill',
      'heat',
      () => [of('water', 500)],
      { toC: 97, altitudeM: 2000 },
      'hotter-than-boiling',
    ],
    ['a jar of no size', 'blend', juice, { jarMl: 0 }, 'step-number'],
    [
      'more ice than the water to replace',
      'chillWithIce',
      () => [of('water', 1000, 90), of('ice', 200, -5)],
      { toC: 5 },
      'ice-more-than-there',
    ],
    [
      'leaf that drinks it all',
      'steep',
      () => [of('chamomile', 100), of('water', 100, 90)],
      { minutes: 5 },
      'all-is-held',
    ],
    ['cooling below the room', 'cool', () => [of('water', 1000, 90)], { toC: 10 }, 'target-beyond-surroundings'],
    [
      'readings that warm',
      'cool',
      () => [of('water', 1000, 90)],
      { toC: 40, firstC: 60, secondC: 70, betweenMin: 10 },
      'readings-do-not-cool',
    ],
    [
      'sweeter than wanted already',
      'sweeten',
      () => [of('honey', 100), of('stevia', 1)],
      { toSweetness: 5 },
      'target-behind',
    ],
    [
      'too little sweetener',
      'sweeten',
      () => [of('lemon-juice', 1000), of('erythritol', 5)],
      { toSweetness: 10 },
      'sweetener-not-enough',
    ],
    ['straining what is used up', 'strain', () => [scaled(of('water', 1), 0)], {}, 'nothing-in'],
    ['a culture of nothing', 'culture', () => [of('whey', 0)], { hours: 24 }, 'nothing-in'],
    ['a steep of nothing', 'steep', () => [of('mint', 0), of('water', 500, 95)], { minutes: 5 }, 'nothing-in'],
    ['a blend of what sticks to the jar', 'blend', () => [of('mango-puree', 10)], {}, 'all-sticks'],
    [
      'a sweetener that sweetens nothing',
      'sweeten',
      () => [of('water', 300), of('salt', 5)],
      { toSweetness: 5 },
      'sweetener-no-strength',
    ],
  ])('%s', (_, op, inputs, params, code) => expect(limitOf(() => run(op, inputs(), params))).toBe(code))

  it.each<[string, Op, () => Stream[], object, string]>([
    [
      'hot syrup that cools in a pot on the bench',
      'cool',
      () => [of('water', 8000, 95)],
      { toC: 22 },
      'too-warm-to-cool',
    ],
    [
      'a big pot in a cold room',
      'cool',
      () => [of('water', 8000, 95)],
      { toC: 30, surroundingsC: 15 },
      'cools-too-slowly',
    ],
    [
      'a pot in the fridge that takes all night',
      'cool',
      () => [of('water', 4000, 60)],
      { toC: 5, surroundingsC: 4, firstC: 60, secondC: 38, betweenMin: 50 },
      'cools-too-slowly-to-5',
    ],
    [
      'a dispenser whose ice is gone',
      'iceInDispenser',
      () => [of('water', 3000, 6)],
      { iceG: 200, minutes: 300 },
      'ice-ran-out',
    ],
    [
      'a syrup too strong for the fridge',
      'cool',
      () =>
        [mixed([of('white-sugar', 750), of('water', 250)])].map((s) => ({
          ...s,
          tempC: 80,
          crystals: null,
          undissolvedG: 0,
        })),
      { place: 'fridge', toC: 5 },
      'may-crystallise',
    ],
    ['a syrup warm in the fridge', 'cool', () => [of('water', 4000, 56.9)], { place: 'fridge', toC: 5 }, TOO_SLOW],
    [
      'milk from 30 °C that takes seven hours',
      'cool',
      () => [of('whole-milk', 4000, 30)],
      { toC: 5, surroundingsC: 4, firstC: 30, secondC: 20, betweenMin: 60 },
      TOO_SLOW,
    ],
    ['juice left on the bench', 'cool', () => [of('orange-juice', 8000, 50)], { toC: 22 }, 'warm-too-long'],
    [
      'juice that freezes',
      'cool',
      () => [of('orange-juice', 500, 5)],
      { toC: -5, surroundingsC: -18, firstC: 5, secondC: 0, betweenMin: 20 },
      'freezes',
    ],
    ['milk in lemon', 'addDairy', () => [of('whole-milk', 200), of('lemon-juice', 30)], {}, 'may-curdle'],
    [
      'tea left too long',
      'brew',
      () => [of('black-tea', 10), of('water', 500, 98)],
      { minutes: 30 },
      'brewed-too-long',
    ],
    ['a number outside what is known', 'strain', () => [of('orange', 500)], { heldGPerG: 30 }, 'outside-range'],
  ])('flags %s', (_, op, inputs, params, code) => expect(flagsOf(run(op, inputs(), params))).toContain(code))
  it('and not milk in mango, nor the pot in a water bath with ice', () => {
    expect(flagsOf(run('addDairy', [of('whole-milk', 300), of('banana-puree', 100)]))).not.toContain('may-curdle')
    expect(flagsOf(run('cool', [of('water', 1000, 95)], { place: 'ice-bath', toC: 4 }))).not.toContain(
      'cools-too-slowly',
    )
  })
  it('dissolves nothing that is not there to dissolve', () => {
    expect(dissolvedPercentOf(of('water', 10))).toBe(0)
    expect(acidG(of('white-sugar', 10))).toBe(0)
    expect(volumeMl(scaled(of('water', 10), 0))).toBe(0)
  })
})
