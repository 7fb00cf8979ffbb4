import { state as found } from '../../tests/laws/books-state'
import { evaluateRecipe, newSyrup, shippedContext, type RecipeDocument } from '../recipe'
import { BOOKS, readCode, shortCode, tookFrom, type LotNow, type RunNow, type State, type ToldEvent } from '.'
import type { EventBody } from '../batch'

const at = (min: number): string => new Date(Date.UTC(2026, 4, 4, 9, min)).toISOString()
const NOW = at(0)
const context = shippedContext({})
const syrup = newSyrup()
const evaluate = (doc: RecipeDocument) => evaluateRecipe(doc, context)
const [sugar, water] = syrup.steps.flatMap((s) => (s.op === 'take' ? [s.out] : []))
const lot = (over: Partial<LotNow> = {}): LotNow => ({
  ...({ id: 'bag', standId: 's', itemKind: 'ingredient', itemKey: 'white-sugar', kind: 'pack', unit: 'g' } as LotNow),
  amount: 10_000,
  cost: 12,
  onHand: 3000,
  voided: false,
  counted: null,
  movedSince: 0,
  ...over,
})
const run = (events: ToldEvent[] = [], over: Partial<RunNow> = {}): RunNow => ({
  id: 'r',
  standId: 's',
  recipeId: 'x',
  versionId: 'v',
  name: 'Syrup',
  day: null,
  making: null,
  planned: syrup,
  whole: null,
  times: 1,
  vessel: null,
  at: NOW,
  events,
  made: null,
  evaluate,
  ...over,
})
const state = (lots: LotNow[], now: RunNow | undefined, over: Partial<State> = {}): State =>
  found(lots, {
    now: at(600),
    teller: { seesMoney: false, mends: false, overrules: false },
    stand: (id) => id === 's',
    goods: () => false,
    run: (id) => (id === 'r' ? now : undefined),
    version: (id) => (id === 'v' ? { recipeId: 'x', evaluation: evaluate(syrup) } : undefined),
    ...over,
  })
let count = 0
const told = (event: EventBody, took: ToldEvent['took'] = null, min = ++count): ToldEvent =>
  ({ ...event, id: `e${min}`, at: at(min), by: 'ana', took }) as ToldEvent
const tell = (event: EventBody, now: RunNow | undefined, lots = [lot()], over: Partial<State> = {}, when = at(500)) =>
  BOOKS.tell.book({ id: '00000000-0000-4000-8000-000000000009', runId: 'r', event, at: when }, state(lots, now, over))
const g = (value: number) => ({ value, unit: 'g' as const })
const weighed = (value: number, lotId: string | null = 'bag'): EventBody => ({
  kind: 'weighed',
  take: sugar!,
  amount: g(value),
  lotId,
})
const taken = (...of: Parameters<typeof tell>) => tell(...of).movements.map((m) => [m.lotId, m.amount, m.kind])

it('is begun of a version with its plan, or from nothing without one', () => {
  const begin = (over: object) =>
    BOOKS.begin.book(
      { id: 'n', standId: 's', versionId: 'v', name: ' Syrup ', planned: syrup, times: 2, ...over },
      state([], undefined),
    )
  expect(begin({}).runs[0]).toMatchObject({ name: 'Syrup', recipeId: 'x', planned: syrup, times: 2, vessel: null })
  expect(begin({ versionId: null, planned: null }).runs[0]).toMatchObject({ recipeId: null, planned: { steps: [] } })
  const code = (over: object) => begin(over).limits.map((l) => l.code)
  expect([code({ planned: null }), code({ versionId: null })]).toEqual([['plan-missing'], ['plan-missing']])
  expect([code({ times: 0 }), code({ name: ' ' }), code({ standId: 'z' }), code({ versionId: 'z' })]).toEqual([
    ['times-out-of-range'],
    ['name-missing'],
    ['not-found'],
    ['not-found'],
  ])
  expect(code({ vessel: { name: 'pot', capacityMl: 0 } })).toEqual(['vessel-empty'])
})
it('takes out of a lot what is weighed, and no more than it has', () => {
  expect(taken(weighed(1000), run())).toEqual([['bag', -1000, 'make-out']])
  const short = [lot({ onHand: 400 })]
  expect(taken(weighed(1000), run(), short)).toEqual([['bag', -400, 'make-out']])
  expect(tell(weighed(1000), run(), short).runEvents[0]).toMatchObject({ took: { lotId: 'bag', amount: 400 } })
  // Gone, of another stand, or of nobody: it is in the pot all the same.
  for (const lots of [[], [lot({ voided: true })], [lot({ standId: 'z' })], [lot({ onHand: 0 })]]) {
    expect(taken(weighed(1000), run(), lots)).toEqual([])
    expect(tell(weighed(1000), run(), lots).runEvents).toHaveLength(1)
  }
  // A jug of millilitres gives millilitres of it.
  const [[, ml]] = taken(
    { kind: 'added', to: sugar!, item: { ingredient: 'honey' }, amount: g(142), lotId: 'jar', why: null },
    run(),
    [lot({ id: 'jar', itemKey: 'honey', unit: 'mL' })],
  ) as [[string, number, string]]
  expect(ml).toBeCloseTo(-100, -1)
})
it('gives back what is taken back', () => {
  const event = told(weighed(1000), { lotId: 'bag', amount: 1000 })
  const undo: EventBody = { kind: 'void', event: event.id }
  expect(tell(undo, run([event])).movements).toEqual([
    expect.objectContaining({ lotId: 'bag', amount: 1000, kind: 'void', sourceId: event.id }),
  ])
  expect(tookFrom(run([event, told(weighed(200), { lotId: 'bag', amount: 200 })]))).toEqual([
    { lotId: 'bag', amount: 1200 },
  ])
  expect(tookFrom(run([event, told(undo)]))).toEqual([])
})

describe('its end', () => {
  const all = (): ToldEvent[] => [
    told(weighed(1000), { lotId: 'bag', amount: 1000 }),
    told({ kind: 'weighed', take: water!, amount: g(1200), lotId: null }),
    told({ kind: 'done', step: syrup.output }),
  ]
  const end = (events: ToldEvent[], over: object = {}, outG = 2150, now: Partial<State> = {}) =>
    BOOKS.make.book(
      {
        id: '00000000-0000-4000-8000-000000000007',
        standId: 's',
        versionId: 'v',
        runId: 'r',
        out: { value: outG, unit: 'g' },
        place: 'cold',
        ...over,
      },
      state([lot({ onHand: 2000 })], run(events), { lastPerKg: (key) => (key === 'white-sugar' ? 2 : null), ...now }),
    )
  it('is a lot of what was really made, at what its lots cost, and moves nothing twice', () => {
    const { limits, doubts, batches, movements } = end(all())
    expect([limits, doubts]).toEqual([[], []])
    expect(movements.map((m) => [m.amount, m.kind])).toEqual([[2150, 'make-in']])
    expect(batches[0]).toMatchObject({
      runId: 'r',
      uses: [{ lotId: 'bag', itemKey: 'white-sugar', amount: 1000 }],
      cost: 1.2,
      outG: 2150,
    })
    // 2.15 kg of a standard of 2 kg, by the density of what is in the pot: thinner, with 200 g of water more.
    expect(batches[0]!.times).toBeCloseTo(2150 / evaluate(syrup).jug.mass.value, 3)
    expect(batches[0]!.outMl).toBeGreaterThan(2150 / 1.23)
  })
  it('costs what its lot gave as it was paid, and the rest of it at the last price, of what really went in', () => {
    const short = [told(weighed(1000), { lotId: 'bag', amount: 400 }), ...all().slice(1)]
    expect(end(short, {}, 2000).batches[0]).toMatchObject({ cost: expect.closeTo(0.48 + 1.2, 2) })
  })
  it('what nobody weighed and went in as planned leaves its lots at the end, as far as they have it', () => {
    const events = [told({ kind: 'done', step: syrup.output })]
    const of = (...amounts: number[]) =>
      end(events, { uses: amounts.map((amount) => ({ lotId: 'bag', amount })) }, 1900)
    expect(of(700).movements.map((m) => [m.lotId, m.amount])).toContainEqual(['bag', -700])
    expect(of(1000).batches[0]).toMatchObject({ uses: [{ lotId: 'bag', amount: 1000 }], cost: 1.2 })
    const little = { lot: (id: string) => (id === 'bag' ? lot({ onHand: 300 }) : undefined) }
    expect(end(events, { uses: [{ lotId: 'bag', amount: 1000 }] }, 1900, little).movements[0]).toMatchObject({
      amount: -300,
    })
    expect(end(events, { uses: [{ lotId: 'gone', amount: 5 }] }, 1900)).toMatchObject({ limits: [], movements: [{}] })
    // Told twice of a lot, it is one use; and no more than the batch takes of it.
    expect(
      of(600, 400)
        .movements.filter((m) => m.lotId === 'bag')
        .map((m) => m.amount),
    ).toEqual([-1000])
    expect(of(1900).movements[0]).toMatchObject({ amount: -1000 })
  })
  it('what somebody has weighed meanwhile leaves no lot a second time', () => {
    const { movements, batches } = end(all(), { uses: [{ lotId: 'bag', amount: 1000 }] })
    expect(movements.map((m) => m.kind)).toEqual(['make-in'])
    expect(batches[0]!.uses).toEqual([{ lotId: 'bag', itemKey: 'white-sugar', amount: 1000 }])
  })
  it('is refused where more came out than went in, nothing is in it, or it has ended', () => {
    const codes = (b: ReturnType<typeof end>) => b.limits.map((l) => l.code)
    expect(codes(end(all(), {}, 2400))).toEqual(['made-more-than-went-in'])
    expect(codes(end([]))).toEqual(['batch-empty'])
    expect(codes(end([...all(), told({ kind: 'closed', how: 'thrown', reason: 'sour', recipeId: null })]))).toEqual([
      'batch-ended',
    ])
    expect(codes(end(all(), { runId: 'z' }))).toEqual(['not-found'])
    // Of another standard than it was begun of.
    const other = { version: () => ({ recipeId: 'x', evaluation: evaluate(syrup) }) }
    expect(codes(end(all(), { versionId: 'w' }, 2150, other))).toEqual(['not-found'])
  })
  it('after it nothing happens but its cooling; what was told before and comes late, did', () => {
    const done = run(all(), { made: { id: 'm', at: at(100) } })
    const code = (event: EventBody, min: number, over: Partial<State> = {}) =>
      tell(event, done, [lot()], over, at(min)).limits.map((l) => l.code)
    expect([code(weighed(10), 120), code(weighed(10), 99)]).toEqual([['batch-ended'], []])
    const read = (reading: object): EventBody => ({ kind: 'read', of: syrup.output, reading })
    expect([code(read({ tempC: 30 }), 120), code(read({ tempC: 30, brix: 50 }), 120)]).toEqual([[], ['batch-ended']])
    // What was to be thrown away is kept by the owner alone.
    const keep: EventBody = { kind: 'overruled', reason: 'read with a broken probe' }
    expect([code(keep, 120), code(keep, 120, { teller: { seesMoney: true, mends: true, overrules: true } })]).toEqual([
      ['not-your-role'],
      [],
    ])
  })
  it('that was told by mistake is taken back, and the batch is under way again', () => {
    const closed = told({ kind: 'closed', how: 'thrown', reason: 'slip', recipeId: null }, null, 90)
    const code = (event: EventBody) => tell(event, run([closed])).limits.map((l) => l.code)
    expect([code(weighed(10)), code({ kind: 'void', event: closed.id })]).toEqual([['batch-ended'], []])
  })
})

it('a code of seven letters that is read as it is typed', () => {
  const code = shortCode('018f2a10-0000-7000-8000-0123456789ab')
  expect([code.length, readCode(code), readCode(` ${code.toLowerCase()} `)]).toEqual([7, code, code])
  expect([readCode('OIL0000'), readCode('ABC'), readCode('ABCDEU1')]).toEqual(['0110000', null, null])
})
