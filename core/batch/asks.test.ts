import { contextOfToday, findAmounts } from '../balance'
import { firstOut, onHandIn, type UsableLot } from '../books'
import { streamOf, taOf } from '../process'
import { Evaluator, type RecipeDocument } from '../recipe'
import { loadSolver } from '../solve'
import { templateOf } from '../templates'
import {
  amendedBy,
  askedAfter,
  askToday,
  AROUND_C,
  clocksOf,
  cupOf,
  fold,
  isAllOf,
  isBound,
  isLoud,
  isRinging,
  jobsOf,
  mayBeAnother,
  outOfNoLot,
  shareThere,
  soFar,
  toldAgain,
  notReached,
  unweighed,
  type BatchEvent,
} from '.'
import { at, context, evaluate, event, lemonade, takesIn } from '../../tests/laws/batches'

const keyed = (key: string) => takesIn(lemonade).find((t) => 'ingredient' in t.item && t.item.ingredient === key)!

describe('what is asked once a step is done', () => {
  const askedOf = (doc: RecipeDocument, events: BatchEvent[]) => {
    const actual = fold(doc, events)
    const evaluation = evaluate(actual.document)
    return askedAfter(jobsOf(doc, actual, evaluation, events), evaluation, events)
  }
  const done = (step: string): BatchEvent => event({ kind: 'done', step })
  it('is how much came through a sieve, until it was read', () => {
    const base = templateOf('strained-base')!.document
    const sieve = base.steps.find((s) => s.op === 'strain')!.out
    const strained = done(sieve)
    expect(askedOf(base, [strained])).toEqual({ id: strained.id, step: sieve, what: 'volume' })
    expect(askedOf(base, [strained, event({ kind: 'read', of: sieve, reading: { volumeMl: 900 } })])).toBeNull()
    expect(askedOf(base, [])).toBeNull()
  })
  it('is how warm a mix is that something warm went into, and nothing of a cold one', () => {
    expect(askedOf(lemonade, [done(lemonade.output)])).toBeNull()
    const water = keyed('water') ?? takesIn(lemonade).at(-1)!
    const steps = lemonade.steps.map((s) => (s.op === 'take' && s !== water ? { ...s, tempC: 80 } : s))
    expect(askedOf({ ...lemonade, steps }, [done(lemonade.output)])).toMatchObject({ what: 'temp' })
  })
})

describe('what is asked at the end', () => {
  const [first, second] = takesIn(lemonade)
  const weighed = (take: string, value = 100): BatchEvent =>
    event({ kind: 'weighed', take, amount: { value, unit: 'g' }, lotId: null })
  it('is what stands on the sheet, is in by what was done, and was weighed by nobody', () => {
    const of = (events: BatchEvent[]) => {
      const actual = fold(lemonade, events)
      return unweighed(lemonade, actual, evaluate(actual.document))
    }
    const left = (events: BatchEvent[]) => of(events).map((u) => u.take)
    expect(left([weighed(first!.out)])).toEqual([])
    // Ended before its step was done, what nobody weighed is not in it.
    const notIn = (events: BatchEvent[]) => notReached(lemonade, fold(lemonade, events)).map((u) => u.take)
    const others = takesIn(lemonade).slice(1)
    expect(notIn([weighed(first!.out)])).toEqual(others.map((t) => t.out))
    expect(notIn([event({ kind: 'done', step: lemonade.output })])).toEqual([])
    const done = event({ kind: 'done', step: lemonade.output })
    expect(left([weighed(first!.out), done])).toEqual(
      takesIn(lemonade)
        .slice(1)
        .map((t) => t.out),
    )
    // Water fills up what the others leave of 12 L: 1.56 L of juice and 1.2 kg of sugar, some 0.74 L of it.
    const water = of([done]).find((u) => u.key === 'water')!
    expect(water.massG).toBeGreaterThan(9500)
    expect(water.massG).toBeLessThan(9900)
  })
  it('is what came out of no lot, but for water, and for what was taken back', () => {
    const slip = event({
      kind: 'added',
      to: lemonade.output,
      item: { ingredient: 'salt' },
      amount: { value: 1, unit: 'g' },
      lotId: null,
      why: null,
    })
    const events = [...takesIn(lemonade).map((t) => weighed(t.out)), slip, event({ kind: 'void', event: slip.id })]
    const of = (took: (id: string) => boolean) => outOfNoLot(fold(lemonade, events), events, took)
    const keys = takesIn(lemonade).flatMap((t) => ('ingredient' in t.item ? [t.item.ingredient] : []))
    expect(of(() => false)).toEqual(keys.filter((k) => k !== 'water'))
    expect(of((id) => id !== events[0]!.id)).toHaveLength(first === keyed('water') ? 0 : 1)
    expect(second).toBeDefined()
  })
})

it('told done a second time it has no effect, and another time it has', () => {
  const done = (another?: true): BatchEvent => event({ kind: 'done', step: 'x', ...(another ? { another } : {}) })
  const [one, two, three] = [done(), done(), done(true)]
  expect([...toldAgain([one, two, three])]).toEqual([two.id])
  expect([...toldAgain([one, event({ kind: 'void', event: one.id }), two])]).toEqual([])
  // Until somebody says that it was another time, and again once that is taken back.
  expect([mayBeAnother([one, two]), mayBeAnother([one, two, three])].map((s) => [...s])).toEqual([[two.id], []])
  expect([...mayBeAnother([one, two, three, event({ kind: 'void', event: three.id })])]).toEqual([two.id])
})

it('a bell is heard for ten minutes, and seen after that', () => {
  const timer = event({ kind: 'timer', minutes: 2, name: '' })
  const [clock] = clocksOf([], [timer])
  const after = (min: number): string => new Date(Date.parse(clock!.ringsAt) + min * 60_000).toISOString()
  expect([isLoud(clock!, after(-1)), isLoud(clock!, after(9.9)), isLoud(clock!, after(10))]).toEqual([
    false,
    true,
    false,
  ])
  expect(isRinging(clock!, after(3000))).toBe(true)
})

it('what is sour through and through the cooling clock does not bind; what a meter reads as little sour, it does', () => {
  const pot = evaluate(soFar(fold(lemonade, [event({ kind: 'done', step: lemonade.output })]))!)
  expect([isBound(pot, undefined), isBound(pot, 5.2), isBound(null, undefined)]).toEqual([false, true, true])
  expect(AROUND_C.ice).toBeLessThan(AROUND_C.fridge)
})

describe('out of lots', () => {
  const lot = (over: Partial<UsableLot>): UsableLot => ({
    id: 'a',
    item: 'honey',
    unit: 'g',
    onHand: 500,
    useBy: null,
    at: at(0),
    gPerMl: null,
    ...over,
  })
  it('comes the first to expire first, then the oldest, then those without an end', () => {
    const lots = [
      lot({ id: 'none' }),
      lot({ id: 'late', useBy: '2026-12-09' }),
      lot({ id: 'new', useBy: '2026-12-01', at: at(5) }),
      lot({ id: 'old', useBy: '2026-12-01' }),
    ]
    expect([firstOut(lots[0]!, lots[1]!), firstOut(lots[1]!, lots[0]!)]).toEqual([1, -1])
    expect(lots.sort(firstOut).map((l) => l.id)).toEqual(['old', 'new', 'late', 'none'])
  })
  it('is what they have, in the unit that is weighed', () => {
    // Honey of 1.42 g a mL: 500 g are 352 mL, and a jar of 100 mL holds 142 g.
    expect(onHandIn(lot({}), 'mL', 1.42)).toBeCloseTo(352.1, 1)
    expect(onHandIn(lot({ unit: 'mL', onHand: 100, gPerMl: 1.42 }), 'g', 1)).toBeCloseTo(142, 9)
    expect(onHandIn(lot({ unit: 'mL', onHand: 1000, gPerMl: 1.42 }), 'L', null)).toBeCloseTo(1, 9)
    expect(onHandIn(lot({ unit: 'mL', onHand: 100, gPerMl: null }), 'g', 1)).toBe(0)
  })
  it('too little of one thing is a share of the batch, unless it is all but nothing or all but enough', () => {
    const none = fold(lemonade, [])
    const of = (missing: number, actual = none) => shareThere(1000, missing, actual)
    expect([of(400), of(0), of(15), of(850)]).toEqual([0.6, null, null, null])
    // What is in for all of it does not follow.
    const sugar = keyed('white-sugar')
    const isIn = event({ kind: 'weighed', take: sugar.out, amount: sugar.amount, lotId: null })
    expect(of(400, fold(lemonade, [isIn]))).toBeNull()
    expect([isAllOf(981, 1000), isAllOf(979, 1000)]).toEqual([true, false])
  })
})

describe('today’s juice', () => {
  it('of a sourer lemon takes so much less, as a balance by hand says', async () => {
    const solve = await loadSolver()
    const sheet = evaluate(lemonade)
    const juice = keyed('lemon-juice')
    const is = taOf(streamOf(context.ingredient('lemon-juice')!.composition, 100, 20))
    const sour = contextOfToday(context, { 'lemon-juice': { ta: 1.2 * is } })
    const tries = new Evaluator(sour)
    const actual = fold(lemonade, [])
    const { document, times } = cupOf(lemonade, sheet.jug.volume.value)
    const found = await findAmounts(
      document,
      askToday(actual, sheet, sheet, times),
      (doc) => ({ document: doc, evaluation: tries.evaluate(doc), cost: null }),
      solve,
    )
    expect(found.missed).toEqual([])
    const amended = amendedBy(actual, sheet, found.document, times)
    const less = amended.find((a) => a.key === 'lemon-juice')!
    // All acid comes with the juice: as much of it is in 1 mL for 1.2.
    expect(less.is / less.was).toBeCloseTo(1 / 1.2, 2)
    expect(less.unit).toBe(juice.amount.unit)
    // Sugar that the juice no longer brings comes in with the sweetener, and the cup stays as sweet.
    expect(found.tried.evaluation.jug.sweetness.value).toBeCloseTo(sheet.jug.sweetness.value, 2)
    const sugar = amended.find((a) => a.key === 'white-sugar')!
    // 260 mL of lemon juice less is some 6 g of sugars less.
    expect(sugar.is - sugar.was).toBeGreaterThan(3)
    expect(sugar.is - sugar.was).toBeLessThan(10)
  })
  it('is not wanted of what is in already', () => {
    const [juice, sugar] = [keyed('lemon-juice'), keyed('white-sugar')]
    const events = [
      event({ kind: 'weighed', take: juice.out, amount: juice.amount, lotId: null }),
      event({
        kind: 'wanted',
        takes: [juice, sugar].map((s) => ({ take: s.out, amount: { value: 9, unit: s.amount.unit } })),
      }),
    ]
    const { wanted, document } = fold(lemonade, events)
    expect([...wanted.keys()]).toEqual([sugar.out])
    expect(document.steps.find((s) => s.out === juice.out)).toMatchObject({ amount: juice.amount })
  })
  it('moves nothing that is in, and nothing more than twice or less than half', () => {
    const sheet = evaluate(lemonade)
    const juice = keyed('lemon-juice')
    const told = fold(lemonade, [event({ kind: 'weighed', take: juice.out, amount: juice.amount, lotId: null })])
    const ask = askToday(told, sheet, evaluate(told.document), 40)
    expect([...ask.held]).toEqual([juice.out])
    expect(Object.keys(ask.bounds)).not.toContain(juice.out)
    for (const { leastG, mostG } of Object.values(ask.bounds)) expect(mostG / leastG).toBeCloseTo(4, 9)
    expect(amendedBy(told, sheet, cupOf(lemonade, 12_000).document, 40)).toEqual([])
  })
})
