import { predict } from '../evidence'
import { massG } from '../process'
import { coolingRate } from '../process/kinetics'
import { scaledDocument } from '../recipe'
import { templateOf } from '../templates'
import {
  asRecipe,
  checkEvent,
  claimOf,
  coolingOf,
  fittedRate,
  fold,
  isRecipe,
  jobsOf,
  learnedFrom,
  nextJob,
  nextWeigh,
  takesOn,
  waiting,
  withLoads,
  type BatchEvent,
  type TempReading,
} from '.'
import { at, evaluate, event, g, lemonade, takesIn } from '../../tests/laws/batches'

const tea = templateOf('tea-concentrate-hot')!.document
const puree = scaledDocument(templateOf('fruit-puree')!.document, 3)

describe('what is to be done', () => {
  const jobs = (events: BatchEvent[], planned = tea) => {
    const actual = fold(planned, events)
    return jobsOf(planned, actual, evaluate(actual.document), events)
  }
  it('is one job after the other, each with what is weighed for it and what is still to come', () => {
    const [leaf] = takesIn(tea)
    const all = jobs([event({ kind: 'weighed', take: leaf!.out, amount: g(10), lotId: null, more: true })])
    expect(all.map((j) => [j.op, j.state])).toEqual([
      ['brew', 'to-do'],
      ['cool', 'to-do'],
    ])
    expect(nextWeigh(all[0]!)).toMatchObject({ take: leaf!.out, weighed: 10, rest: leaf!.amount.value - 10 })
    const done = jobs(takesIn(tea).map((t) => event({ kind: 'weighed', take: t.out, amount: t.amount, lotId: null })))
    expect([nextWeigh(done[0]!), nextJob(done)!.step]).toEqual([null, 'brewed'])
  })
  it('what goes by itself waits with its clock, and hands go on', () => {
    const all = jobs([event({ kind: 'begun', step: 'brewed' }, 10)])
    expect(nextJob(all)!.op).toBe('cool')
    const [brewing] = waiting(all)
    const { window } = evaluate(tea).timeline.find((s) => s.op === 'brew')!
    expect(brewing).toMatchObject({ step: 'brewed', begunAt: at(10) })
    const from = Date.parse(brewing!.ready!.fromAt) - Date.parse(at(10))
    expect(from / 60_000).toBeCloseTo(window![0], 3)
    expect(Date.parse(brewing!.ready!.untilAt!) - Date.parse(at(10))).toBeCloseTo(window![1] * 60_000, -2)
    expect(nextJob(jobs(['brewed', 'concentrate'].map((step) => event({ kind: 'done', step }))))).toBeNull()
  })
  it('what fills the pot is poured and not weighed; what was skipped is gone', () => {
    const [mix] = jobs([], lemonade)
    expect(mix!.weighs.filter((w) => w.fills)).toHaveLength(1)
    expect(jobs([event({ kind: 'skipped', step: 'hulled' })], puree).map((j) => j.op)).toEqual(['wash', 'blend'])
  })
})

describe('weighing', () => {
  const big = { name: 'big', capacityG: 5000, stepG: 5 }
  const small = { name: 'small', capacityG: 500, stepG: 0.1 }
  it.each<[number, string, number[]]>([
    [1200, 'big', [1200]],
    [12_000, 'big', [4000, 4000, 4000]],
    [40, 'small', [40]],
    [300, 'small', [300]],
    [0.4, 'small', [0.4]],
  ])('%s g is weighed on the %s scale', (mass, name, takes) => {
    const on = takesOn(mass, [big, small])!
    expect([on.scale.name, on.eachG]).toEqual([name, takes.map((x) => expect.closeTo(x, 9))])
  })
  it('twice on a fine scale is better than once on a coarse one', () => {
    const on = takesOn(40, [big, { ...small, capacityG: 20 }])!
    expect([on.scale.name, on.eachG.map(Math.round)]).toEqual(['small', [20, 20]])
  })
  it('of takes that are uneven the last is what is left; without a scale there is none', () => {
    expect(takesOn(10_001, [big])!.eachG).toEqual([3335, 3330, 3335])
    expect([takesOn(100, []), takesOn(0, [big])]).toEqual([null, null])
  })
})

describe('what is told is looked at first', () => {
  const check = (e: BatchEvent, events: BatchEvent[] = [], vesselMl: number | null = null) => {
    const { limits, doubts } = checkEvent(e, { planned: lemonade, events, evaluate, now: at(600), vesselMl })
    return [limits.map((l) => l.code), doubts.map((d) => d.code)]
  }
  const sugar = takesIn(lemonade).find((t) => 'ingredient' in t.item && t.item.ingredient === 'white-sugar')!
  const weighed = (value: number, more?: true): BatchEvent =>
    event({ kind: 'weighed', take: sugar.out, amount: { value, unit: sugar.amount.unit }, lotId: null, more })
  it('a slip of the point is asked, a part that is still to come is not', () => {
    const { value } = sugar.amount
    expect(check(weighed(value))).toEqual([[], []])
    expect(check(weighed(value * 10))).toEqual([[], ['weight-unlike']])
    expect(check(weighed(value / 10))).toEqual([[], ['weight-unlike']])
    expect(check(weighed(value / 10, true))).toEqual([[], []])
  })
  it('more than the vessel holds is refused, and what leaves no room is asked', () => {
    // Filled up to 12 L when it is done.
    const done = event({ kind: 'done', step: lemonade.output })
    expect(check(done, [], 11_000)).toEqual([['more-than-vessel'], []])
    expect(check(done, [], 12_500)).toEqual([[], ['vessel-nearly-full']])
    expect(check(done, [], 20_000)).toEqual([[], []])
    expect(check(weighed(sugar.amount.value), [], 500)).toEqual([['more-than-vessel'], []])
  })
  it('a reading of more than went in is asked about, and one that no pot can have is refused', () => {
    const done = event({ kind: 'done', step: lemonade.output })
    // Told from two tablets, it was done once.
    expect(check(event({ kind: 'done', step: lemonade.output }), [done])).toEqual([[], []])
    const read = (reading: object): BatchEvent => event({ kind: 'read', of: lemonade.output, reading })
    expect(check(read({ massG: 11_000 }), [done])).toEqual([[], []])
    expect(check(read({ massG: 25_000 }), [done])).toEqual([[], ['reads-more-than-went-in']])
    expect([check(read({ volumeMl: 11_900 }), [done]), check(read({ volumeMl: 13_000 }), [done])]).toEqual([
      [[], []],
      [[], ['reads-more-litres']],
    ])
    expect(check(read({ ta: 95 }), [done])).toEqual([['step-number'], []])
    // What was wrong before is not the fault of what is told now.
    expect(check(event({ kind: 'note', text: 'cloudy' }), [done, read({ ta: 95 })])).toEqual([[], []])
  })
  it('what a reading rests on cannot be taken back, nor what is not there; a note can', () => {
    const added = event({
      kind: 'added',
      to: lemonade.output,
      item: { ingredient: 'salt' },
      amount: g(3),
      lotId: null,
      why: null,
    })
    const read = event({ kind: 'read', of: lemonade.output, reading: { brix: 11 } })
    const note = event({ kind: 'note', text: 'cloudy' }, 1)
    const undo = (of: string): BatchEvent => event({ kind: 'void', event: of })
    expect(check(undo(added.id), [added])).toEqual([[], []])
    expect(check(undo(added.id), [added, read])).toEqual([['void-under-reading'], []])
    expect(check(undo(note.id), [note, read])).toEqual([[], []])
    expect(check(undo('nothing'), [added])).toEqual([['not-found'], []])
  })
  it('a step that is not of it, and a moment to come', () => {
    expect(check(event({ kind: 'done', step: 'nowhere' }))).toEqual([['stream-not-made'], []])
    expect(check(event({ kind: 'note', text: 'x' }, 2000))[0]).toHaveLength(1)
  })
})

describe('a cooling log', () => {
  // By Newton at 0.02 a minute in a bath of 1 °C.
  const curve = (fromC: number, perMin: number, minutes: number[]): TempReading[] =>
    minutes.map((m) => ({ at: at(m), tempC: 1 + (fromC - 1) * Math.exp(-perMin * m) }))
  it('passes where it is at 21 °C within two hours and at 5 °C within six, FDA Food Code 3-501.14', () => {
    const all = curve(90, 0.02, [0, 20, 60, 100, 200])
    expect(coolingOf(all, 1, at(200))).toEqual({ state: 'passed', next: null, expectedMin: null })
    const under = coolingOf(all.slice(0, 3), 1, at(60))
    // The clock runs from the last reading above 57 °C, at 20 min; it is at 21 °C by 140.
    expect(under).toMatchObject({ state: 'cooling', next: { toC: 21, by: at(140), leftMin: 80 } })
    // ln((26.8 - 1) / (21 - 1)) / 0.02
    expect(under.expectedMin).toBeCloseTo(Math.log((all[2]!.tempC - 1) / 20) / 0.02, 3)
    expect(fittedRate(all, 1)).toBeCloseTo(0.02, 9)
    expect(fittedRate(all.slice(0, 2), 1)).toBeCloseTo(coolingRate(all[0]!.tempC, all[1]!.tempC, 1, 20), 9)
  })
  it('may be heated once more where only the first stage is missed; past both it is thrown away', () => {
    const slow = curve(90, 0.006, [0, 60, 120, 180])
    expect(coolingOf(slow, 1, at(210)).state).toBe('first-missed')
    expect(coolingOf(slow, 1, at(600)).state).toBe('missed')
    // In time at first, and then left on the bench.
    const second = [...curve(90, 0.02, [0, 20, 100]), { at: at(300), tempC: 18 }]
    expect(coolingOf(second, 21, at(300))).toMatchObject({ state: 'cooling', next: { toC: 5 }, expectedMin: null })
    expect(coolingOf(second, 21, at(381)).state).toBe('missed')
  })
  const reading = (m: number, tempC: number): TempReading => ({ at: at(m), tempC })
  it('is heated once, and no second time; a cold reading before it was hot changes nothing', () => {
    const slow = [reading(-30, 18), reading(0, 90), reading(130, 40)]
    expect(coolingOf(slow, 1, at(150)).state).toBe('first-missed')
    const again = [...slow, reading(160, 75)]
    expect(coolingOf(again, 1, at(170))).toMatchObject({ state: 'cooling', next: { toC: 21, by: at(280) } })
    expect(coolingOf([...again, reading(290, 30)], 1, at(290)).state).toBe('missed')
  })
  it('has four hours where it was never hot', () => {
    const fresh = [{ at: at(0), tempC: 22 }]
    expect(coolingOf(fresh, 4, at(239))).toMatchObject({
      state: 'cooling',
      next: { toC: 5, by: at(240) },
      expectedMin: null,
    })
    expect(coolingOf(fresh, 4, at(241)).state).toBe('missed')
    expect(coolingOf([...fresh, { at: at(200), tempC: 4.5 }], 4, at(300)).state).toBe('passed')
  })
})

describe('what a batch leaves', () => {
  it('is a recipe as it was made: loads together, with what was added, without what was read', () => {
    const planned = withLoads(evaluate(puree))
    const loads = takesIn(planned)
    expect(loads.length).toBe(1)
    const divided = planned.steps.filter((s) => s.op === 'blend')
    expect(divided.length).toBeGreaterThan(1)
    const events = [
      event({ kind: 'weighed', take: loads[0]!.out, amount: g(2700), lotId: null }),
      event({
        kind: 'added',
        to: divided[0]!.out,
        item: { ingredient: 'lemon-juice' },
        amount: g(30),
        lotId: null,
        why: null,
      }),
      event({ kind: 'read', of: planned.output, reading: { massG: 2300 } }),
      event({ kind: 'spilled', of: planned.output, massG: 100 }),
    ]
    const made = asRecipe(puree, planned, events, 3)
    expect(isRecipe(made)).toBe(true)
    expect(isRecipe(fold(planned, events).document)).toBe(false)
    expect(evaluate(made).bill.own.map((o) => [o.item, o.mass.value])).toEqual([
      [{ ingredient: 'strawberry' }, expect.closeTo(900, 9)],
      [{ ingredient: 'lemon-juice' }, expect.closeTo(10, 9)],
    ])
    expect(made.steps.map((s) => s.out).filter((n) => /told|added/.test(n))).toEqual([])
    // Of the same amounts it is the recipe that it was.
    expect(evaluate(asRecipe(lemonade, lemonade, [], 40)).jug.brix.value).toBeCloseTo(
      evaluate(lemonade).jug.brix.value,
      9,
    )
  })
  it('is what its steps gave and took, for what they were worked out to', () => {
    const brewed = evaluate(tea)
    const brew = brewed.timeline.find((s) => s.op === 'brew')!
    const mass = massG(brewed.done.find((d) => d.step.out === brew.out)!.result.out)
    const events = [
      event({ kind: 'begun', step: brew.out }, 0),
      event({ kind: 'done', step: brew.out }, 2 * (brew.handMin + brew.waitMin)),
      event({ kind: 'read', of: brew.out, reading: { massG: 0.9 * mass } }, 20),
      // Of what was read already nothing more is learned.
      event({ kind: 'read', of: brew.out, reading: { massG: 0.5 * mass } }, 30),
      event({ kind: 'read', of: 'nowhere', reading: { massG: 5 } }, 31),
      event({ kind: 'done', step: 'concentrate' }, 60),
    ]
    expect(learnedFrom(tea, events, evaluate)).toEqual([
      { quantity: 'minutes', op: 'brew', step: brew.out, ratio: expect.closeTo(2, 9) },
      { quantity: 'output', op: 'brew', step: brew.out, ratio: expect.closeTo(0.9, 2) },
    ])
    expect(learnedFrom(tea, [], evaluate)).toEqual([])
  })
  it('asks about a sheet that promises what does not come out', () => {
    const ratio = predict({ mean: 1, worth: 2, spread: 0.05, dof: 3 }, [0.98, 1.01, 1, 0.99])
    expect(claimOf(1900, 1880, ratio)).toBeNull()
    const claim = claimOf(3800, 1900, ratio)!
    expect(claim.usual[0]).toBeGreaterThan(1900)
    expect([claimOf(0, 10, ratio), claimOf(10, 0, ratio)]).toEqual([null, null])
  })
})
