import { taOf } from '../process'
import { scaledDocument } from '../recipe'
import { templateOf } from '../templates'
import {
  asRecipe,
  clocksOf,
  closedBy,
  cupOf,
  fold,
  handMinutes,
  isRinging,
  jobsOf,
  madeOf,
  msLeft,
  outOfLots,
  soFar,
  stepStudies,
  tasksDone,
  UNPLANNED,
  withLoads,
  type BatchEvent,
} from '.'
import { at, evaluate, event, g, lemonade } from '../../tests/laws/batches'

const item = (ingredient: string) => ({ ingredient })
const into = (ingredient: string, value: number, as?: object): BatchEvent =>
  event({
    kind: 'added',
    to: 'pot',
    item: item(ingredient),
    amount: g(value),
    lotId: null,
    why: null,
    ...(as ? { as } : {}),
  })
const tea = templateOf('tea-concentrate-hot')!.document
const puree = scaledDocument(templateOf('fruit-puree')!.document, 5)
const [first] = lemonade.steps.flatMap((s) => (s.op === 'take' ? [s.out] : []))

describe('a pot that nobody planned', () => {
  // 296 mL of lemon juice, 250 g of sugar and 1.13 L of water were kept: 1.58 L at 16.1 to 16.2 °Bx.
  const lemonG = 296 * 1.03
  const pot = [into('lemon-juice', lemonG), into('white-sugar', 250), into('water', 1130)]
  it('is what went in, one thing after the other: a kept pot worked by hand', () => {
    const { jug, bill } = evaluate(soFar(fold(UNPLANNED, pot))!)
    expect(jug.volume.value / 1000).toBeCloseTo(1.58, 2)
    expect(jug.volume.value / 300).toBeCloseTo(5.3, 1)
    expect(jug.brix.value).toBeGreaterThan(16)
    expect(jug.brix.value).toBeLessThan(16.3)
    expect(bill.own.reduce((n, o) => n + o.mass.value, 0)).toBeCloseTo(lemonG + 250 + 1130, 6)
    expect(soFar(fold(UNPLANNED, []))).toBeNull()
  })
  it('is a recipe of all that went in at once, and what was taken back never went in', () => {
    const slip = into('white-sugar', 900)
    const doc = asRecipe(UNPLANNED, UNPLANNED, [...pot, slip, event({ kind: 'void', event: slip.id })])
    expect(doc.steps.filter((s) => s.op !== 'take').map((s) => s.op)).toEqual(['combine'])
    expect(evaluate(doc).jug.brix.value).toBeCloseTo(evaluate(soFar(fold(UNPLANNED, pot))!).jug.brix.value, 9)
  })
  it('cannot be read while nothing is in it', () => {
    expect(fold(UNPLANNED, [event({ kind: 'read', of: 'pot', reading: { brix: 10 } })]).odd).toHaveLength(1)
  })
})

describe('what comes out of a lot', () => {
  const weighed = (value: number, as?: object, more?: true): BatchEvent =>
    event({
      kind: 'weighed',
      take: first!,
      amount: g(value),
      lotId: 'l',
      ...(as ? { as } : {}),
      ...(more ? { more } : {}),
    })
  const readsOf = (events: BatchEvent[]) =>
    fold(lemonade, events).document.steps.flatMap((s) => (s.op === 'observe' ? [[s.brix, s.ta]] : []))
  it('is as it was read; out of two, as they come to by their amounts; unread with read, as its sheet says', () => {
    expect(readsOf([weighed(900, { brix: 9, ta: 5 })])).toEqual([[9, 5]])
    expect(readsOf([weighed(600, { brix: 9, ta: 5 }, true), weighed(300, { brix: 6, ta: 6.5 })])).toEqual([
      [8, expect.closeTo(5.5, 9)],
    ])
    expect(readsOf([weighed(600, { brix: 9 }, true), weighed(300)])).toEqual([[undefined, undefined]])
    // What is read of the juice today stands above what the lot said.
    const today = event({ kind: 'read', of: first!, reading: { ta: 4 } })
    const { output } = evaluate(soFar(fold(lemonade, [weighed(900, { ta: 5 }), today]))!)
    expect(taOf(output)).toBeCloseTo(4, 6)
  })
  it('brings what was in it to the label, and what some guests may not have', () => {
    const milky = { cautions: ['allergen-milk'], contents: { 'whole-milk': 0.25, 'lemon-juice': 0.75 } }
    const events = [into('lemon-juice', 400, milky), into('water', 500), into('white-sugar', 100)]
    const actual = fold(UNPLANNED, events)
    const made = madeOf(evaluate(soFar(actual)!), actual, { planned: UNPLANNED, events, evaluate })
    expect(made.cautions).toContain('allergen-milk')
    // Heaviest first: Regulation (EU) 1169/2011, Annex VII.
    expect(Object.entries(made.contents)).toEqual([
      ['water', 0.5],
      ['lemon-juice', 0.3],
      ['whole-milk', 0.1],
      ['white-sugar', 0.1],
    ])
    expect(made.workedOutG).toBeCloseTo(1000, 3)
    expect(Object.values(made.composition).reduce((n, v) => n + v!, 0)).toBeLessThan(100)
  })
  it('out of the first, then the next, and what none has is of none', () => {
    const lots = [
      { id: 'a', onHand: 300 },
      { id: 'b', onHand: 0 },
      { id: 'c', onHand: 500 },
    ]
    expect(outOfLots(200, lots)).toEqual([{ lotId: 'a', amount: 200 }])
    expect(outOfLots(1000, lots)).toEqual([
      { lotId: 'a', amount: 300 },
      { lotId: 'c', amount: 500 },
      { lotId: null, amount: 200 },
    ])
    expect(outOfLots(50, [])).toEqual([{ lotId: null, amount: 50 }])
  })
})

describe('a step that was done', () => {
  it('twice is done once; another time, it took as much again, as long as all that goes in is weighed', () => {
    const mass = (events: BatchEvent[], doc = lemonade): number => evaluate(fold(doc, events).document).jug.mass.value
    const done = (another?: true): BatchEvent =>
      event({ kind: 'done', step: lemonade.output, ...(another ? { another } : {}) })
    expect(mass([done(), done()])).toBe(mass([]))
    expect(mass([done(), done(true)])).toBeCloseTo(2 * mass([]), 6)
    const strained = tea.steps.find(
      (s) => s.op !== 'take' && s.in.every((i) => tea.steps.some((t) => t.out === i && t.op !== 'take')),
    )!
    const twice = [
      event({ kind: 'done', step: strained.out }),
      event({ kind: 'done', step: strained.out, another: true }),
    ]
    expect(fold(tea, twice).odd.map((o) => o.code)).toEqual(['nothing-to-repeat'])
  })
  it('with too little of something, what is to come follows it, and what is in stays', () => {
    const jug = evaluate(lemonade).jug
    const half = fold(lemonade, [event({ kind: 'rescaled', times: 0.5 })])
    expect(evaluate(half.document).jug.volume.value).toBeCloseTo(jug.volume.value / 2, 3)
    expect(evaluate(half.document).jug.brix.value).toBeCloseTo(jug.brix.value, 9)
    const taken = event({ kind: 'weighed', take: first!, amount: g(500), lotId: null })
    const after = fold(lemonade, [taken, event({ kind: 'rescaled', times: 0.5 })])
    expect(after.document.steps.find((s) => s.out === first)).toMatchObject({ amount: g(500) })
    const [job] = jobsOf(lemonade, after, evaluate(after.document), [taken])
    const other = lemonade.steps.find((s) => s.op === 'take' && s.out !== first)!
    const wanted = job!.weighs.find((w) => w.take === other.out)!.wanted.value
    expect(wanted).toBeCloseTo((other as { amount: { value: number } }).amount.value / 2, 6)
  })
  it('is done on the clock of the day, load by load', () => {
    const planned = withLoads(evaluate(puree))
    const load = planned.steps.find((s) => s.out.endsWith('-load-1') && s.op === 'blend')!
    const blended = load.out.replace('-load-1', '')
    const events = [event({ kind: 'done', step: load.out })]
    const actual = fold(planned, events)
    const jobs = jobsOf(planned, actual, evaluate(actual.document), events)
    const ids = [`p/${blended}/load-1`, `p/${blended}/load-2`, `p/${blended}`, `q/${blended}/load-1`, 'p/chilling']
    expect(tasksDone('p', jobs, ids)).toEqual([`p/${blended}/load-1`])
  })
})

describe('clocks', () => {
  const brew = tea.steps.find((s) => s.op === 'brew')!.out
  const of = (events: BatchEvent[]) => {
    const actual = fold(tea, events)
    return clocksOf(jobsOf(tea, actual, evaluate(actual.document), events), events)
  }
  it('run from when hands are off a step, or were set, and ring until somebody heard it', () => {
    const begun = event({ kind: 'begun', step: brew }, 0)
    const timer = event({ kind: 'timer', minutes: 3, name: 'look' }, 1)
    const [own, step] = of([begun, timer]).sort((a, b) => Number(a.step !== null) - Number(b.step !== null))
    expect([own!.ringsAt, step!.step, own!.name]).toEqual([at(4), brew, 'look'])
    expect([isRinging(own!, at(3)), isRinging(own!, at(4)), msLeft(own!, at(3))]).toEqual([false, true, 60_000])
    // An hour of looking at it moves nothing: it is worked out, and not counted.
    expect(msLeft(own!, at(64))).toBe(-3_600_000)
    const heard = event({ kind: 'heard', of: timer.id }, 5)
    expect(of([begun, timer, heard]).map((c) => c.step)).toEqual([brew])
    expect(of([begun, event({ kind: 'heard', of: begun.id }, 6)])[0]).toMatchObject({ step: brew, isHeard: true })
    expect(of([begun, event({ kind: 'done', step: brew }, 7)])).toEqual([])
  })
})

describe('minutes of hands', () => {
  const step = (kind: 'begun' | 'done', min: number): BatchEvent => event({ kind, step: 'x' }, min)
  it('are those from one thing to the next, without waits and without somebody who was elsewhere', () => {
    expect(handMinutes(at(0), [step('begun', 5), step('done', 45), step('done', 49), step('done', 80)], 10)).toBe(9)
    // Fifteen minutes of a brew are nobody's work, short as they are.
    expect(handMinutes(at(0), [step('begun', 5), step('done', 20)], 5)).toBe(5)
    expect(handMinutes(at(0), [event({ kind: 'note', text: 'x' }, 3), step('done', 6)], 10)).toBe(6)
  })
  it('of what was typed in afterwards are not known', () => {
    expect(handMinutes(at(0), [step('done', 1), step('done', 1)], 10)).toBeNull()
    expect(handMinutes(at(0), [], 0)).toBeNull()
  })
})

it('batches teach a kind of step, from what is worked out towards what was seen', () => {
  const of = (ratio: number) => ({ quantity: 'output' as const, op: 'strain' as const, step: 's', ratio })
  const [study] = stepStudies([of(0.9), of(0.9), of(0.9), of(0.9)])
  expect(study!.ratio.expected).toBeGreaterThan(0.9)
  expect(study!.ratio.expected).toBeLessThan(0.94)
  expect([study!.ratio.count, study!.usual[0] < 0.9 && study!.usual[1] > 0.9]).toEqual([4, true])
  expect(stepStudies([of(0.9), { ...of(1.2), quantity: 'minutes' }])).toHaveLength(2)
})
it('what is taken instead reads as its own lot does, and not as what it took the place of', () => {
  const juice = lemonade.steps.find((s) => s.op === 'take' && s.out === 'lemon-juice')!
  const into = (brix?: number) => ({ take: juice.out, amount: g(500), lotId: null, ...(brix ? { as: { brix } } : {}) })
  const readOf = (...as: (number | undefined)[]): unknown[] =>
    fold(lemonade, [
      event({ kind: 'weighed', ...into(12), more: true }),
      ...as.map((brix) => event({ kind: 'swapped', ...into(brix), item: item('lime-juice') })),
    ]).document.steps.flatMap((s) => (s.op === 'observe' ? [s.brix] : []))
  expect([readOf(), readOf(8), readOf(undefined)]).toEqual([[12], [8], [undefined]])
})
it('as a cup of it, amounts are the same in a litre', () => {
  const jug = evaluate(lemonade).jug
  const { document, times } = cupOf(lemonade, jug.volume.value)
  expect(evaluate(document).jug.volume.value * times).toBeCloseTo(jug.volume.value, 3)
  expect(evaluate(document).jug.brix.value).toBeCloseTo(jug.brix.value, 9)
})
it('is closed by what closed it, until that is taken back', () => {
  const closed = event({ kind: 'closed', how: 'thrown', reason: 'sour', recipeId: null })
  expect(closedBy([closed])?.reason).toBe('sour')
  expect(closedBy([closed, event({ kind: 'void', event: closed.id })])).toBeNull()
})
