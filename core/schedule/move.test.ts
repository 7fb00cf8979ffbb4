import { seeded } from '../random'
import { firstPlan, holdable, latestPlan, moved, type Plan, type Problem, type Task } from '.'
import { caseOf } from './cases'
import { faultsOf } from './faults'

const task = (id: string, over: Partial<Task> = {}): Task => ({
  id,
  handMin: 10,
  waitMin: 0,
  uses: [],
  after: [],
  ...over,
})
const day = (tasks: Task[], over: Partial<Problem> = {}): Problem => ({
  tasks,
  people: [
    { id: 'ana', there: [{ fromMin: -240, toMin: 0 }] },
    { id: 'ben', there: [{ fromMin: -60, toMin: 0 }] },
  ],
  resources: [{ key: 'burner', capacity: 1 }],
  firstMin: -240,
  endMin: 0,
  ...over,
})
const press = task('press')
const mix = task('mix', { handMin: 5, after: [{ task: 'press', leastMin: 0, mostMin: 30 }] })
const boil = task('boil', { handMin: 2, waitMin: 28, uses: [{ resource: 'burner', amount: 1, during: 'all' }] })
const none: Plan = new Map()
const put = (plan: Plan) => ({ done: none, put: plan })
const ana = (startMin: number) => ({ startMin, personId: 'ana' })

describe('a task that somebody puts elsewhere', () => {
  it('the rest follows: what comes before goes before it, what has to be soon after comes soon', () => {
    const early = moved(day([press, mix]), put(none), 'press', ana(-200)).plan!
    expect(early.get('press')).toEqual(ana(-200))
    expect(early.get('mix')!.startMin).toBe(-160)
    const before = moved(day([press, mix]), put(none), 'mix', ana(-100)).plan!
    expect(before.get('press')!.startMin).toBe(-110)
  })
  it.each<[string, Problem, Plan, string, { startMin: number; personId: string | null }, object]>([
    ['before anybody is there', day([press]), none, 'press', ana(-250), { why: 'too-early', minute: -240 }],
    ['so that it would end after the opening', day([boil]), none, 'boil', ana(-20), { why: 'too-late', minute: -30 }],
    ['on hands that are not there', day([press]), none, 'press', { startMin: -90, personId: 'ben' }, { why: 'hands' }],
    ['on nobody’s hands', day([press]), none, 'press', { startMin: -30, personId: null }, { why: 'hands' }],
    [
      'on hands that are on something that stands',
      day([press, boil]),
      new Map([['press', ana(-50)]]),
      'boil',
      ana(-45),
      { why: 'hands', task: 'boil' },
    ],
    [
      'on a burner that is taken',
      day([boil, { ...boil, id: 'tea' }]),
      new Map([['boil', ana(-60)]]),
      'tea',
      ana(-40),
      { why: 'resource', resource: 'burner', task: 'tea' },
    ],
    [
      'before what it takes, which is done',
      day([press, mix]),
      new Map([['press', ana(-50)]]),
      'mix',
      { startMin: -48, personId: 'ben' },
      { why: 'order', other: 'press' },
    ],
    [
      'too long after what may not lie',
      day([press, mix]),
      new Map([['press', ana(-100)]]),
      'mix',
      ana(-50),
      { why: 'order', other: 'press' },
    ],
    ['so early that what it takes has no room', day([press, mix]), none, 'mix', ana(-235), { task: 'press' }],
  ])('is refused %s', (_, problem, fixed, id, to, refused) => {
    const made = moved(problem, put(fixed), id, to)
    expect(made.plan).toBeNull()
    expect(made.refused).toMatchObject(refused)
  })
  it('what was put there stands as long as it can: hours that end before it let it go', () => {
    const put = new Map([
      ['press', { startMin: -50, personId: 'ben' }],
      ['gone', ana(-20)],
      ['boil', ana(-60)],
    ])
    const standing = { done: new Map([['mix', ana(-230)]]), put }
    expect([...holdable(day([press, boil, mix]), standing).keys()]).toEqual(['mix', 'boil'])
    const free = { done: none, put }
    expect([...holdable(day([press, boil]), free).keys()]).toEqual(['press', 'boil'])
    const away = day([press], { people: [{ id: 'ben', there: [{ fromMin: -30, toMin: 0 }] }] })
    expect(holdable(away, free).size).toBe(0)
  })
  it('what is done and lies too long is no reason to refuse another move', () => {
    const late = day([press, mix, boil], { firstMin: -45 })
    const standing = { done: new Map([['press', ana(-120)]]), put: none }
    expect(moved(late, standing, 'boil', ana(-40)).plan!.get('boil')).toEqual(ana(-40))
  })
  it('what is done and has lain too long already holds up nothing: it is gone on with as soon as it goes', () => {
    const late = day([press, mix], { firstMin: -30 })
    const { plan } = latestPlan(late, undefined, new Map([['press', ana(-100)]]))
    expect(plan!.get('mix')!.startMin).toBe(-5)
  })
  it('a plan that is taken breaks no rule and has the task where it was put, in 300 moves by chance', () => {
    const { next } = seeded(11)
    let taken = 0
    for (let seed = 1; seed <= 30; seed++) {
      const problem = caseOf({ seed, tasks: 10, people: 2, complexity: 1.2, factor: 0.5, strength: 0.4, soon: 0.3 })
      const start = latestPlan(problem).plan
      if (!start) continue
      const fixed = new Map<string, { startMin: number; personId: string | null }>()
      for (let k = 0; k < 10; k++) {
        const of = problem.tasks[Math.floor(next() * problem.tasks.length)]!
        const was = start.get(of.id)!
        const personId = of.handMin ? problem.people[Math.floor(next() * 2)]!.id : null
        const to = { startMin: was.startMin - Math.floor(next() * 25), personId }
        const { plan } = moved(problem, put(fixed), of.id, to)
        if (!plan) continue
        taken++
        fixed.set(of.id, to)
        expect({ seed, faults: faultsOf(problem, plan) }).toEqual({ seed, faults: [] })
        // Whoever looks for it again finds one too.
        expect(firstPlan(problem, fixed).plan).toEqual(plan)
        expect([...fixed].every(([id, at]) => plan.get(id)!.startMin === at.startMin)).toBe(true)
      }
    }
    expect(taken).toBeGreaterThan(60)
  })
})
