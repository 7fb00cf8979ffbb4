import {
  asPot,
  Evaluator,
  thingsChanged,
  shippedContext,
  startingDrink,
  withAmount,
  withLayer,
  withServe,
  withoutLayer,
} from '../recipe'
import { potOf, withInfusion } from '../household'
import {
  codesFor,
  keptOf,
  pointsAbout,
  pointsOf,
  smallOf,
  valueIn,
  variedNumbers,
  variedWays,
  withKept,
  type Series,
} from '.'

const base = new Evaluator(shippedContext()).evaluate(startingDrink('lemonade', null, 300))
const varied = { stream: 'white-sugar' }
const series = (over: Partial<Series> = {}): Series => ({ varied, values: [20, 30, 40], sampleMl: 150, ...over })

describe('a series', () => {
  it('changes one thing, and no other', () => {
    const points = pointsOf(base, series())
    expect(points.map((p) => valueIn(p, varied))).toEqual([20, 30, 40])
    for (const p of points)
      expect(thingsChanged(base.document, p).map((c) => ['kind' in c && c.kind, 'item' in c && c.item])).toEqual(
        valueIn(p, varied) === valueIn(base.document, varied) ? [] : [['changed', 'white-sugar']],
      )
  })
  it('is made small: the same drink in so many mL', () => {
    const evaluator = new Evaluator(shippedContext())
    const small = evaluator.evaluate(smallOf(base.document, 150, base.jug.volume.value))
    expect([small.jug.volume.value, small.jug.brix.value]).toEqual([
      expect.closeTo(150, 6),
      expect.closeTo(base.jug.brix.value, 8),
    ])
  })
  it('goes in even steps of a share, with codes that say nothing', () => {
    expect(pointsAbout(30, 3)).toEqual([26.1, 30, 34.5])
    expect(pointsAbout(30, 5)).toHaveLength(5)
    const codes = codesFor(5, 42)
    expect([new Set(codes).size, codes.every((c) => /^\d{3}$/.test(c)), codesFor(5, 42)]).toEqual([5, true, codes])
  })
  it.each<[string, Partial<Series>, RegExp]>([
    ['of the same twice', { values: [30, 30, 40] }, /series-same/],
    ['of one', { values: [30] }, /series-same/],
    ['of less than nothing', { values: [-1, 30] }, /amount-negative/],
    ['in a thimble', { sampleMl: 3 }, /series-sample/],
    ['of what is not in it', { varied: { stream: 'honey' } }, /series-gone/],
  ])('%s is refused', (_, over, code) => expect(() => pointsOf(base, series(over))).toThrow(code))
  it('knows the one that was kept', () => {
    const of = (verdict: number | null) => keptOf({ ...series(), base: base.document, verdict })
    expect([of(null), of(2) && valueIn(of(2)!, varied), of(9)]).toEqual([undefined, 40, undefined])
  })
  it('goes into a pot as the share that it was of the cup, and touches nothing else', () => {
    const pot = asPot(base)
    const kept = withKept(pot, { ...series({ values: [20, 45] }), base: base.document, verdict: 1 })
    expect([valueIn(kept, varied), kept.pot]).toEqual([450, pot.pot])
    expect(thingsChanged(pot, kept)).toHaveLength(1)
    expect(withKept(pot, { ...series(), base: base.document, verdict: null })).toBe(pot)
    expect(
      withKept(withoutLayer(pot, 'white-sugar'), { ...series(), base: base.document, verdict: 1 }).steps,
    ).toHaveLength(3)
  })
  it('from nothing has no steps', () => expect(() => pointsAbout(0, 3)).toThrow(/series-from-nothing/))
})

describe('what changed between two versions', () => {
  it('is each thing once, and nothing where nothing did', () => {
    const { document } = base
    expect(thingsChanged(document, structuredClone(document))).toEqual([])
    const more = withServe(withAmount(document, 'lemon-juice', { value: 45, unit: 'mL' }), { iceG: 120 })
    expect(thingsChanged(document, more)).toEqual([
      {
        kind: 'changed',
        item: 'lemon-juice',
        op: 'take',
        out: 'lemon-juice',
        fields: [expect.objectContaining({ name: 'amount' })],
      },
      { what: 'ice', from: 90, to: 120 },
    ])
    // A layer more is one thing: what goes into the mix follows from it.
    const minted = withLayer(document, { ingredient: 'mint' }, { value: 2, unit: 'g' })
    expect(thingsChanged(document, minted).map((c) => 'kind' in c && [c.kind, c.item])).toEqual([['added', 'mint']])
    const steeped = {
      ...document,
      steps: document.steps.map((s) => ({ ...s, ...(s.op === 'makeUp' ? { toVolumeMl: 350 } : {}) })),
    }
    expect(thingsChanged(document, steeped as typeof document)).toEqual([{ what: 'volume', from: 300, to: 350 }])
  })
})

describe('a way of doing it', () => {
  const tea = new Evaluator(shippedContext()).evaluate(
    withInfusion(
      potOf(
        [
          { key: 'water', amount: { value: 1, unit: 'L' } },
          { key: 'white-sugar', amount: { value: 80, unit: 'g' } },
        ],
        { id: null, volumeMl: 300 },
      )!,
      [{ key: 'hibiscus', massG: 20 }],
      { way: 'hot', minutes: 10 },
    ),
  )
  const hotOrCold = { step: 'infusion-1', way: 'infusing' }
  it('is tried as it is done there: hot as it stands, cold in its own time', () => {
    const [hot, cold] = pointsOf(tea, series({ varied: hotOrCold, values: ['hot', 'cold'] }))
    expect(hot).toBe(tea.document)
    expect(valueIn(cold!, hotOrCold)).toBe('cold')
    expect(cold!.steps.find((s) => s.out === 'infusion-1')).toMatchObject({ minutes: 480 })
    expect(new Evaluator(shippedContext()).evaluate(cold!).jug.volume.value).toBeGreaterThan(250)
  })
  it('is one that the step has, and the numbers that are offered are those that the drink says', () => {
    expect(variedWays(tea.document).map((w) => [w.step, w.way])).toEqual([['infusion-1', 'infusing']])
    expect(variedNumbers(tea.document).map((v) => `${v.step} ${v.number} ${v.unit}`)).toEqual([
      expect.stringMatching(/^water.* tempC °C$/) as string,
      'infusion-1 minutes min',
      'infusion toC °C',
    ])
    expect(() => pointsOf(tea, series({ varied: hotOrCold, values: ['hot', 'lukewarm'] }))).toThrow(/series-gone/)
    expect(() =>
      pointsOf(tea, series({ varied: { step: 'infusion', way: 'mesh' }, values: ['fine', 'cloth'] })),
    ).toThrow(/series-gone/)
  })
})
