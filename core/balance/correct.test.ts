import { Evaluator, shippedContext, startingDrink, type RecipeDocument } from '../recipe'
import { loadSolver, type Solver } from '../solve'
import { addableOf, asLastTime, correct, gramsThere, potAfter, potAsRead, potTotal, wantedBy, type CorrectAsk } from '.'

let solve: Solver
beforeAll(async () => void (solve = await loadSolver()), 30_000)

const context = shippedContext()
const evaluation = (doc: RecipeDocument) => new Evaluator(context).evaluate(doc)
const lemonade = startingDrink('lemonade', null, 300)

describe('a pot that is corrected', () => {
  const gram = (key: string) => addableOf({ ingredient: key }, context, 20)!
  const pot = () => potAsRead(evaluation(lemonade), 5000, {})
  const onHand = (...keys: string[]): CorrectAsk['onHand'] =>
    keys.map((key) => ({ of: gram(key), stepG: 10, mostG: Infinity }))
  const corrected = (over: Partial<CorrectAsk>) =>
    correct({ pot: pot(), wanted: {}, onHand: onHand('white-sugar', 'water'), headroomMl: 3000, ...over }, solve)

  it('takes the fewest grams: no grid of whole steps finds fewer', async () => {
    const start = potAsRead(evaluation(lemonade), 1000, { brix: 8, ta: 0.9 })
    const things = onHand('white-sugar', 'water').map((h) => (h.of.key === 'water' ? h : { ...h, stepG: 1 }))
    const wanted = { brix: 9, ratio: 11 }
    const found = await corrected({ pot: start, wanted, onHand: things })
    expect(found.missed).toEqual([])
    const massOf = (added: readonly { massG: number }[]) => added.reduce((n, a) => n + a.massG, 0)
    let best = Infinity
    for (let sugar = 0; sugar <= 60; sugar += 1)
      for (let water = 0; water <= 600; water += 10) {
        if (sugar + water >= best) continue
        const added = [
          { key: 'white-sugar', massG: sugar },
          { key: 'water', massG: water },
        ]
        const { mix } = potAfter(
          start,
          added,
          things.map((t) => t.of),
        )
        if (Math.abs(mix.brix.value - wanted.brix) <= 0.1 && Math.abs(mix.ratio!.value - wanted.ratio) <= 0.2)
          best = sugar + water
      }
    // What is found keeps to four fifths of a target's width, for what is not straight.
    expect(massOf(found.added)).toBeGreaterThanOrEqual(best - 1e-9)
    expect(massOf(found.added)).toBeLessThanOrEqual(best + 11)
  })

  it('too sour takes sugar, and the ratio goes up by a step', async () => {
    const { wanted } = wantedBy(['too-sour'], pot().mix)
    const { added, after } = await corrected({ wanted })
    expect(added.map((a) => a.key)).toEqual(['white-sugar'])
    expect(after.mix.ratio!.value / pot().mix.ratio!.value).toBeCloseTo(1.15, 1)
  })
  it('bitter is let down at the same strength and balance, and sugar alone does not do it', async () => {
    const { wanted, leastTimes } = wantedBy(['bitter'], pot().mix)
    const all = await corrected({
      wanted,
      leastMl: 5000 * leastTimes,
      onHand: onHand('white-sugar', 'water', 'lemon-juice'),
    })
    expect(all.missed).toEqual([])
    expect(all.after.mix.volume.value).toBeGreaterThanOrEqual(6245)
    const sugar = await corrected({ wanted, leastMl: 5000 * leastTimes, onHand: onHand('white-sugar') })
    expect(sugar.missed.length).toBeGreaterThan(0)
  })
  it('past the vessel says how much more room it takes', async () => {
    const strong = potAsRead(evaluation(lemonade), 5000, { brix: 16 })
    const { missed, reasons } = await corrected({ pot: strong, wanted: { brix: 11 }, headroomMl: 300 })
    expect(missed).toEqual(['brix'])
    expect(reasons).toEqual([{ why: 'headroom', moreMl: expect.any(Number) }])
    expect((reasons[0] as { moreMl: number }).moreMl).toBeGreaterThan(1700)
    expect((reasons[0] as { moreMl: number }).moreMl).toBeLessThan(2300)
  })
  it('fetches one thing where two would save a few grams', async () => {
    const start = potAsRead(evaluation(lemonade), 1000, {})
    const things = onHand('white-sugar', 'honey').map((h) => (h.of.key === 'honey' ? { ...h, stepG: 1 } : h))
    for (const more of [1, 1.6, 2.2, 2.8, 3.4, 4]) {
      const { added, missed } = await corrected({
        pot: start,
        wanted: { brix: start.mix.brix.value + more },
        onHand: things,
      })
      expect([missed, added.length]).toEqual([[], 1])
    }
  })
  it('fills the room that there is with what brings it nearest', async () => {
    const strong = potAsRead(evaluation(lemonade), 5000, {})
    const things = onHand('lemon-juice', 'white-sugar', 'water').map((h) => ({ ...h, stepG: 1 }))
    const { brix, ratio } = strong.mix
    const wanted = { brix: brix.value / 1.2, ratio: ratio!.value }
    const { added, missed } = await corrected({ pot: strong, wanted, onHand: things, headroomMl: 100 })
    expect([missed, added.map((a) => a.key)]).toEqual([['brix'], ['water']])
    expect(added[0]!.massG).toBeGreaterThanOrEqual(98)
  })
  it('with too little on hand names it, and nothing that is there does it without', async () => {
    const little = [{ ...onHand('white-sugar')[0]!, mostG: 50 }]
    expect((await corrected({ wanted: { brix: 15 }, onHand: little })).reasons).toEqual([
      { why: 'on-hand', key: 'white-sugar' },
    ])
    expect((await corrected({ wanted: { brix: 5 }, onHand: onHand('white-sugar') })).reasons).toEqual([
      { why: 'nothing' },
    ])
  })
  it('is a recipe for the pot: what it was made of and what was added', async () => {
    const things = [{ item: { ingredient: 'white-sugar' }, massG: 150 }]
    const total = evaluation(potTotal(evaluation(lemonade), 5000, things))
    const after = potAfter(pot(), [{ key: 'white-sugar', massG: 150 }], [gram('white-sugar')])
    expect([total.pot!.volume.value / after.mix.volume.value, total.jug.brix.value]).toEqual([
      expect.closeTo(1, 2),
      expect.closeTo(after.mix.brix.value, 1),
    ])
    const thinned = evaluation(potTotal(evaluation(lemonade), 5000, [{ item: { ingredient: 'water' }, massG: 500 }]))
    expect(thinned.pot!.volume.value / 5500).toBeCloseTo(1, 2)
    const honey = potTotal(evaluation(lemonade), 5000, [{ item: { ingredient: 'honey' }, massG: 80 }])
    expect(honey.steps).toContainEqual(expect.objectContaining({ item: { ingredient: 'honey' } }))
  })
  it('words that contradict each other are refused', () => {
    expect(() => wantedBy(['thin', 'strong'], pot().mix)).toThrow(/words-contradict/)
  })
  it('as the last time, for as much as there is now, of what is there', () => {
    const last = [
      { item: { ingredient: 'white-sugar' }, massG: 300 },
      { item: { ingredient: 'honey' }, massG: 20 },
      { item: { ingredient: 'lemon-juice' }, massG: 90 },
    ]
    const [sugar, lemon] = onHand('white-sugar', 'lemon-juice')
    const ask = { pot: pot(), wanted: { brix: 12 }, onHand: [sugar!, { ...lemon!, mostG: 30 }], headroomMl: 3000 }
    const { added, after, missed } = asLastTime(ask, last, 10_000)
    expect(added).toEqual([
      { key: 'white-sugar', massG: 150 },
      { key: 'lemon-juice', massG: 30 },
    ])
    expect(after.mix.brix.value).toBeGreaterThan(pot().mix.brix.value + 2)
    expect(missed).toEqual(['brix'])
  })
  it('what stands in lots is counted in g: a litre by what it weighs, pieces not at all', () => {
    const lots = [
      { onHand: 400, unit: 'g' },
      { onHand: 1000, unit: 'mL' },
      { onHand: 12, unit: 'pieces' },
      { onHand: 0, unit: 'g' },
    ]
    expect(gramsThere(lots, 0.8)).toBe(1650)
    expect([gramsThere([], 1), gramsThere([{ onHand: 6, unit: 'pieces' }], 1)]).toEqual([null, null])
  })
})
