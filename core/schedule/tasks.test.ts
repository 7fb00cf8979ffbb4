import { Evaluator, scaledDocument, shippedContext, startingDrink, withLayer } from '../recipe'
import { templateOf } from '../templates'
import {
  dueAt,
  inOrder,
  latestPlan,
  makingsOf,
  nextOf,
  piecesOf,
  pressingsOf,
  problemOf,
  reliefsFor,
  tasksOf,
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
    const tasks = tasksOf([drink('lemonade', 40)], [{ id: 'lemon', juiceMl: 1560, minPerL: null, for: ['lemonade'] }])
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
  it('what takes longer than there is names the step, and how much earlier or how many hands would do', () => {
    const problem = day(
      tasksOf([drink('a', 600), drink('b', 600)], [{ id: 'lemon', juiceMl: 23_000, minPerL: 8, for: ['a', 'b'] }]),
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
    expect(reliefsFor(roomy, late.blocked!, true)).toEqual([])
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
      { id: 'lemon-juice', juiceMl: expect.closeTo(takesMl - 500, 6), minPerL: null, for: ['lemonade'] },
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
    const tasks = tasksOf([drink('lemonade', 40)], [{ id: 'lemon', juiceMl: 1560, minPerL: null, for: ['lemonade'] }])
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
