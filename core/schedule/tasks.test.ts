import { Evaluator, scaledDocument, shippedContext, startingDrink, withLayer } from '../recipe'
import { templateOf } from '../templates'
import { loadsOf } from '../preps'
import {
  dueAt,
  fewerFor,
  inOrder,
  latestPlan,
  levelsOf,
  makingsOf,
  nextOf,
  piecesOf,
  pressingsOf,
  problemOf,
  reliefsFor,
  spanOf,
  tasksOf,
  withoutPiece,
  minutesAlone,
  type DayTask,
  type Making,
  type Problem,
} from '.'
import { faultsOf } from './faults'

const evaluator = new Evaluator(shippedContext())
const drink = (id: string, cups: number, over: Partial<Making> = {}): Making => {
  const evaluation = evaluator.evaluate(scaledDocument(startingDrink('lemonade', null, 300), cups))
  return { id, evaluation, takes: [], keptMl: evaluation.jug.volume.value, chillMin: 30, ...over }
}
const prep = (id: string, key: string, over: Partial<Making> = {}): Making => ({
  id,
  evaluation: evaluator.evaluate(templateOf(key)!.document),
  takes: [],
  keptMl: 0,
  chillMin: 0,
  ...over,
})
const VESSEL = { key: 'vessel', capacity: 2 }
const day = (tasks: Problem['tasks'], over: Partial<Problem> = {}): Problem => ({
  tasks,
  people: [{ id: 'ana', there: [{ fromMin: -240, toMin: 0 }] }],
  resources: ['burner', 'blender', 'press', 'strainer', 'vessel']
    .map((key) => ({ key, capacity: 2 }))
    .concat({ key: 'fridge', capacity: 60_000 }),
  firstMin: -240,
  endMin: 0,
  ...over,
})

describe('a day as tasks', () => {
  it('has each step with its minutes, after what it takes; the drink stands cold before it is served', () => {
    const tasks = tasksOf(
      [drink('lemonade', 40)],
      [{ id: 'lemon', juice: 'lemon', juiceMl: 1560, minPerL: null, for: ['lemonade'] }],
    )
    expect(tasks.map((t) => [t.id, t.handMin, t.waitMin])).toEqual([
      ['lemon/pressing', 13, 0],
      ['lemonade/jug', 5, 0],
      ['lemonade/chilling', 0, 30],
    ])
    expect(tasks[1]!.after).toEqual([{ task: 'lemon/pressing', leastMin: 0, mostMin: 120 }])
    expect(tasks[1]!.uses).toContainEqual({ resource: 'fridge', amount: expect.closeTo(12_000, 6), during: 'kept' })
    const problem = day(tasks)
    const { plan } = latestPlan(problem)
    expect(faultsOf(problem, plan!)).toEqual([])
    expect([...plan!.values()].map((p) => p.startMin)).toEqual(expect.arrayContaining([-30, -35, -48]))
  })
  it('a prep is done before what takes it, in the order of its own steps; its juice soon before', () => {
    const tasks = tasksOf([drink('lemonade', 40, { takes: ['tea'] }), prep('tea', 'tea-concentrate-hot')], [])
    const problem = day(tasks)
    const plan = latestPlan(problem).plan!
    expect(faultsOf(problem, plan)).toEqual([])
    const tea = tasks.filter((t) => t.id.startsWith('tea/'))
    const order = tea.map((t) => plan.get(t.id)!.startMin)
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(Math.max(...order)).toBeLessThan(plan.get('lemonade/jug')!.startMin)
    // Leaf is taken out in time: what follows an infusion does not wait.
    const brewed = tea.find((t) => t.after.some((l) => l.mostMin !== undefined))
    const of = prep('tea', 'tea-concentrate-hot').evaluation.timeline.find((s) => s.window)!
    expect(brewed?.after[0]).toMatchObject({ task: `tea/${of.out}`, mostMin: Math.floor(of.window![1] - of.waitMin) })
    expect(of.waitMin).toBeGreaterThan(0)
  })
  it('what goes in several loads is a task for each, one after the other; what comes next waits for the last', () => {
    const of = (times: number, over: Partial<Making> = {}): Making => ({
      ...prep('puree', 'fruit-puree', over),
      evaluation: evaluator.evaluate(scaledDocument(templateOf('fruit-puree')!.document, times)),
    })
    const blends = (tasks: DayTask[]) => tasks.filter((t) => t.does === 'blend')
    const [first, ...others] = blends(tasksOf([of(5)], []))
    const all = [first!, ...others]
    const { value } = loadsOf(of(5).evaluation)[0]!.loads
    expect(value).toBeGreaterThan(2)
    expect(all.map((t) => t.loads)).toEqual(all.map((_, i) => ({ from: i + 1, to: i + 1, of: value })))
    expect(all.at(-1)!.id).toBe('puree/puree')
    expect(others.map((t) => t.after)).toEqual(all.slice(0, -1).map((t) => [{ task: t.id, leastMin: 0 }]))
    // 1.5 min to fill and empty, and a minute of blades: 2.5 min, in whole minutes.
    expect(new Set(all.map((t) => t.handMin))).toEqual(new Set([3]))
    // Timed here at twice the minutes: so is each load.
    expect(blends(tasksOf([of(5, { handTimes: 2 })], [])).map((t) => t.handMin)).toEqual(all.map(() => 5))
    // So many that nobody would read them stand together, and all of them are there.
    const many = blends(tasksOf([of(40)], []))
    expect(many.length).toBe(12)
    expect(many.at(-1)!.loads!.to).toBe(many[0]!.loads!.of)
    expect(many.map((t) => t.loads!.from).slice(1)).toEqual(many.map((t) => t.loads!.to + 1).slice(0, -1))
  })
  it('a jar or a press is cleaned where something else goes in after it, longer after what some may not have', () => {
    const cleaning = (makings: Making[], juices: string[] = []) =>
      tasksOf(
        makings,
        juices.map((id) => ({ id, juice: id, juiceMl: 1000, minPerL: 8, for: [] })),
      ).flatMap((t) => (t.cleanMin ? [[t.making, t.cleanMin, t.handMin]] : []))
    const puree = prep('puree', 'fruit-puree')
    const almond = prep('seed', 'seed-base')
    expect(cleaning([puree])).toEqual([])
    const alone = tasksOf([puree], []).find((t) => t.does === 'blend')!.handMin
    expect(cleaning([puree, almond])).toEqual([
      ['puree', 2, alone + 2],
      ['seed', 5, expect.any(Number)],
    ])
    expect(cleaning([puree], ['lemon', 'lime'])).toEqual([
      ['lemon', 2, 10],
      ['lime', 2, 10],
    ])
  })
  it('with one blender of two the day still goes, one jar after the other, and begins earlier', () => {
    const people = ['ana', 'ben'].map((id) => ({ id, there: [{ fromMin: -240, toMin: 0 }] }))
    const two = day(tasksOf([prep('red', 'fruit-puree'), prep('blue', 'fruit-puree')], []), { people })
    const one = withoutPiece(two, 'blender')
    const [before, after] = [latestPlan(two).plan!, latestPlan(one).plan!]
    expect([faultsOf(two, before), faultsOf(one, after)]).toEqual([[], []])
    expect(faultsOf(one, before).join()).toContain('blender holds 2 of 1')
    expect(spanOf(after, one)).toBeGreaterThan(spanOf(before, two))
  })
  it('two preps that stand until they are taken ask for room for both', () => {
    const prepped = (id: string): Problem['tasks'][number] => ({
      id,
      handMin: 10,
      waitMin: 0,
      uses: [{ resource: 'fridge', amount: 1000, during: 'taken' }],
      after: [],
      latestMin: -60,
    })
    const mixed = ['a', 'b'].map((task) => ({ task, leastMin: 0 }))
    const tasks = [
      prepped('a'),
      prepped('b'),
      { id: 'c', handMin: 5, waitMin: 0, uses: [], after: mixed, earliestMin: -10 },
    ]
    const problem = day(tasks, { resources: [{ key: 'fridge', capacity: 1500 }] })
    const { blocked } = latestPlan(problem)
    expect(blocked).toMatchObject({ why: 'resource', resource: 'fridge' })
    expect(reliefsFor(problem, blocked!)).toContainEqual({ kind: 'resource', resource: 'fridge', amount: 500 })
  })
  it('a prep stands cold from when it is made until what takes it is mixed', () => {
    const tea = prep('tea', 'tea-concentrate-hot', { keptMl: 1900, untilTaken: true })
    const tasks = tasksOf([drink('lemonade', 40, { takes: ['tea'] }), tea], [])
    const last = tasks.findLast((t) => t.making === 'tea')!
    // Somebody makes it on the evening before, and is gone since.
    const people = [
      { id: 'eve', there: [{ fromMin: -900, toMin: -700 }] },
      { id: 'ana', there: [{ fromMin: -60, toMin: 0 }] },
    ]
    const fridge = (capacity: number) =>
      day(tasks, { people, firstMin: -900, resources: [VESSEL, { key: 'fridge', capacity }] })
    const problem = fridge(12_100)
    const plan = latestPlan(problem).plan!
    expect(faultsOf(problem, plan)).toEqual([])
    const [made, mixed] = [
      plan.get(last.id)!.startMin + last.handMin + last.waitMin,
      plan.get('lemonade/jug')!.startMin,
    ]
    expect(made).toBeLessThan(-600)
    expect(levelsOf(problem, plan, 'fridge')).toEqual([
      { fromMin: made, amount: 1900 },
      { fromMin: mixed, amount: 0 },
      { fromMin: mixed + 5, amount: expect.closeTo(12_000, 6) },
      { fromMin: 1, amount: expect.closeTo(0, 6) },
    ])
    expect(
      latestPlan({ ...problem, tasks, resources: [VESSEL, { key: 'fridge', capacity: 1800 }] }).blocked,
    ).toMatchObject({ resource: 'fridge' })
    // A check that sees it: moved into the time of the drink, it is too much.
    const both = new Map(plan).set('lemonade/jug', { startMin: made - 30, personId: 'eve' })
    expect(faultsOf(problem, both).join()).toContain('begins')
  })
  it('what takes longer than there is names the step, and how much earlier or how many hands would do', async () => {
    const problem = day(
      tasksOf(
        [drink('a', 600), drink('b', 600)],
        [{ id: 'lemon', juice: 'lemon', juiceMl: 23_000, minPerL: 8, for: ['a', 'b'] }],
      ),
      {
        people: [{ id: 'ana', there: [{ fromMin: -180, toMin: 0 }] }],
        firstMin: -180,
        resources: [
          { key: 'press', capacity: 1 },
          { key: 'vessel', capacity: 2 },
          { key: 'fridge', capacity: 100_000 },
        ],
      },
    )
    const { blocked } = latestPlan(problem)
    expect(blocked).toMatchObject({ why: 'resource', resource: 'fridge' })
    // The time is too short as well: neither alone does it.
    expect(reliefsFor(problem, blocked!)).toEqual([])
    const roomy = {
      ...problem,
      resources: problem.resources.map((r) => (r.key === 'fridge' ? { ...r, capacity: 1e6 } : r)),
    }
    const late = latestPlan(roomy)
    expect(late.blocked).toMatchObject({ task: 'lemon/pressing' })
    const reliefs = reliefsFor(roomy, late.blocked!)
    expect(reliefs[0]).toEqual({ kind: 'earlier', minutes: 45 })
    expect(reliefsFor(roomy, late.blocked!, { isUnderWay: true })).toEqual([])
    // On the evening before, juice would stand too long.
    expect(reliefsFor(roomy, late.blocked!, { eveningMin: -780 })).toEqual(reliefs)
    // Less of everything: the day with so many times its cups.
    const scaledDay = (p: number): Problem => ({
      ...roomy,
      tasks: roomy.tasks.map((t) => ({ ...t, handMin: Math.ceil((t.handMin * (100 - p)) / 100) })),
    })
    const { percent } = (await fewerFor(scaledDay)) as { percent: number }
    expect([latestPlan(scaledDay(percent)).plan, latestPlan(scaledDay(percent - 5)).plan]).toEqual([
      expect.any(Map),
      null,
    ])
    expect([await fewerFor(() => roomy), await fewerFor(() => null)]).toEqual([null, null])
    // One press, however many hands: a second pair does not make it shorter.
    expect(reliefs.some((r) => r.kind === 'hands')).toBe(false)
  })
})

describe('what a plan asks for', () => {
  const withTea = (cups: number) => {
    const cupOf = withLayer(startingDrink('lemonade', null, 300), { prep: 'tea' }, { value: 100, unit: 'mL' })
    const evaluator = new Evaluator({
      ...shippedContext(),
      prep: (id) => (id === 'tea' ? { document: tea, context: shippedContext() } : undefined),
    })
    return {
      id: 'lemonade',
      cup: evaluator.evaluate(cupOf),
      batch: evaluator.evaluate(scaledDocument(cupOf, cups)),
      cups,
    }
  }
  const tea = templateOf('tea-concentrate-hot')!.document
  const standard = evaluator.evaluate(tea)
  const prepWith = (onHandMl: number) => () => ({
    onHandMl,
    standard,
    made: (times: number) => evaluator.evaluate(scaledDocument(tea, times)),
  })

  it('is each prep once, as much as is short of it', () => {
    const { makings, missing } = makingsOf([withTea(40)], prepWith(1000))
    expect([missing, makings.map((m) => [m.id, m.takes])]).toEqual([
      [],
      [
        ['tea', []],
        ['lemonade', ['tea']],
      ],
    ])
    // 40 cups of 100 mL, and a litre is there: by mass, as the shelf is colder than the bench.
    const takenG = 40 * withTea(40).cup.layers.find((l) => l.key === 'prep:tea')!.mass.value
    const thereG = (1000 * standard.jug.mass.value) / standard.jug.volume.value
    expect(makings[0]!.evaluation.jug.mass.value).toBeCloseTo(takenG - thereG, 0)
    expect(makingsOf([withTea(40)], prepWith(5000)).makings.map((m) => [m.id, m.takes])).toEqual([['lemonade', []]])
  })
  it('names what is short and cannot be worked out', () => {
    expect(makingsOf([withTea(40)], () => undefined).missing).toEqual(['tea'])
    expect(makingsOf([withTea(40)], () => ({ ...prepWith(0)(), made: () => null })).missing).toEqual(['tea'])
  })
  it('is the juice that the makings take, less what is there', () => {
    const { makings } = makingsOf([withTea(40)], prepWith(5000))
    const juice = { juice: 'lemon-juice', gPerMl: 1.03, minPerL: null }
    const takesMl = makings[0]!.evaluation.layers.find((l) => l.key === 'lemon-juice')!.mass.value / 1.03
    const of = (onHandMl: number) => pressingsOf([{ ...juice, onHandMl }], makings)
    expect(of(500)).toEqual([
      {
        id: 'lemon-juice',
        juice: 'lemon-juice',
        juiceMl: expect.closeTo(takesMl - 500, 6),
        minPerL: null,
        for: ['lemonade'],
      },
    ])
    // One of two is made on the day before: it is pressed for by itself, and what is there goes in first.
    const two = pressingsOf(
      [{ ...juice, onHandMl: 500 }],
      [...makings, { ...makings[0]!, id: 'rested', dayBefore: true }],
    )
    expect(two.map((p) => [p.id, Math.round(p.juiceMl - takesMl), p.for])).toEqual([
      ['lemon-juice/before', -500, ['rested']],
      ['lemon-juice', 0, ['lemonade']],
    ])
    expect([of(takesMl), pressingsOf([{ ...juice, juice: 'lime-juice', onHandMl: 0 }], makings)]).toEqual([[], []])
  })
  it('is made with the pieces that a stand has; where nobody said, with one of each and room for all', () => {
    const pieces = (equipment: Parameters<typeof piecesOf>[0], vessels: number) =>
      Object.fromEntries(piecesOf(equipment, vessels).map((r) => [r.key, r.capacity]))
    expect(pieces([], 0)).toMatchObject({ burner: 1, blender: 1, vessel: 4, fridge: Infinity })
    const has = ['burner', 'microwave', 'fridge', 'fridge'].map((kind) => ({ kind, capacityMl: 30_000 }))
    expect(pieces(has, 7)).toMatchObject({ burner: 2, blender: 1, vessel: 7, fridge: 60_000 })
  })
})

describe('a day as it goes', () => {
  const service = {
    day: '2026-11-28',
    opensAt: '10:00',
    closesAt: '16:00',
    shifts: [{ name: 'Ana', before: false, from: '07:00', to: '16:00' }],
  }
  it('makes what is better the next day on the day before, where somebody works then', () => {
    const tasks = tasksOf([drink('lemonade', 40, { dayBefore: true }), drink('other', 20)], [])
    const pieces = [VESSEL, { key: 'fridge', capacity: 60_000 }]
    const at = (over: Partial<typeof service>, now = '2026-11-20T12:00:00Z') =>
      problemOf({ ...service, ...over }, 'Europe/Dublin', tasks, pieces, now)
    const evening = { name: 'Eve', before: true, from: '18:00', to: '19:00' }
    const both = at({ shifts: [...service.shifts, evening] })
    const plan = latestPlan(both.problem).plan!
    expect([both.sameDay, faultsOf(both.problem, plan)]).toEqual([[], []])
    // 19:00 is fifteen hours before the opening.
    expect(plan.get('lemonade/jug')).toEqual({ startMin: -15 * 60 - 5, personId: 'Eve' })
    expect(plan.get('other/jug')!.personId).toBe('Ana')
    // In the morning it was made in the evening: nothing is said of the day, and what is left is no longer bound.
    const morning = at({ shifts: [...service.shifts, evening] }, '2026-11-28T08:00:00Z')
    expect([morning.sameDay, morning.isUnderWay]).toEqual([[], true])
    const alone = at({})
    expect(alone.sameDay).toEqual(['lemonade'])
    expect(latestPlan(alone.problem).plan!.get('lemonade/jug')!.personId).toBe('Ana')
    // An evening too short for it: the day itself would do, or more of the evening; not where that is past.
    const short = at({ shifts: [...service.shifts, { ...evening, to: '18:02' }] })
    const { blocked } = latestPlan(short.problem)
    expect(reliefsFor(short.problem, blocked!, short)).toContainEqual({ kind: 'same-day' })
    const none = at({ shifts: [{ ...service.shifts[0]!, from: '09:50' }] })
    expect([none.eveningMin, latestPlan(none.problem).plan]).toEqual([-13 * 60, null])
    expect(reliefsFor(none.problem, latestPlan(none.problem).blocked!, none)).toContainEqual({
      kind: 'evening',
      minutes: 30,
    })
    expect(at({}, '2026-11-27T20:00:00Z').eveningMin).toBeUndefined()
  })
  const firstAt = (now: string) => {
    const { problem, isUnderWay } = problemOf(service, 'Europe/Dublin', [], [], now)
    return [problem.firstMin, isUnderWay]
  }
  it('is bound by now once somebody is there, and not before nor after', () => {
    expect(firstAt('2026-11-27T12:00:00Z')).toEqual([-180, false])
    expect(firstAt('2026-11-28T08:30:00Z')).toEqual([-90, true])
    expect(firstAt('2026-11-28T12:00:00Z')).toEqual([-180, false])
  })
  it('asks for what nobody has done, in the order of the clock, and says what is late', () => {
    const tasks = tasksOf(
      [drink('lemonade', 40)],
      [{ id: 'lemon', juice: 'lemon', juiceMl: 1560, minPerL: null, for: ['lemonade'] }],
    )
    const rows = inOrder(tasks, latestPlan(day(tasks)).plan!)
    expect(rows.map((r) => r.startMin)).toEqual([-48, -35, -30])
    expect(nextOf(rows, new Set())!.task.id).toBe('lemon/pressing')
    expect(nextOf(rows, new Set(['lemon/pressing']))!.task.id).toBe('lemonade/jug')
    // What stands cold by itself asks for no hands.
    expect(nextOf(rows, new Set(['lemon/pressing', 'lemonade/jug']))).toBeNull()
    expect([-49, -48, -35, -34].map((m) => Object.values(dueAt(rows[0]!, m)))).toEqual([
      [false, false],
      [true, false],
      [true, false],
      [true, true],
    ])
  })
})

it('alone it takes all of the hands, or the longest way of what waits, whichever is longer', () => {
  const task = (id: string, handMin: number, waitMin: number, after: string[] = []) => ({
    ...{ id, handMin, waitMin, after: after.map((t) => ({ task: t, leastMin: 5 })) },
  })
  expect(minutesAlone([task('a', 10, 0), task('b', 20, 0), task('c', 30, 0)])).toBe(60)
  // Ten and an hour, five between, two more: the other hands fit in.
  expect(minutesAlone([task('a', 10, 60), task('b', 20, 0), task('c', 2, 0, ['a', 'gone'])])).toBe(77)
  expect(minutesAlone([])).toBe(0)
})
