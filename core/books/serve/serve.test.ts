import { INGREDIENTS } from '../../substances'
import { evaluateRecipe, shippedContext, startingDrink } from '../../recipe'
import { contentOf, drinkMlOf, type HoldEventBody } from '../../hold'
import {
  BOOKS,
  leftLotOf,
  placeOf,
  pouredAs,
  runsOf,
  settledTogether,
  type HoldNow,
  type LotNow,
  type PourRow,
  type State,
  type ToldHoldEvent,
} from '..'

const at = (min: number): string => new Date(Date.UTC(2026, 10, 28, 9, min)).toISOString()
const evaluation = evaluateRecipe(startingDrink('lemonade', null, 300), shippedContext())
const lot = (over: Partial<LotNow> = {}): LotNow => ({
  ...({ id: 'jug', standId: 's', itemKind: 'version', itemKey: 'v', kind: 'made', unit: 'mL' } as LotNow),
  amount: 6000,
  cost: 12,
  onHand: 6000,
  voided: false,
  useBy: '2026-11-30',
  ...over,
})
const hold = (events: ToldHoldEvent[] = [], over: Partial<HoldNow> = {}): HoldNow => ({
  id: 'h',
  standId: 's',
  recipeId: 'r',
  versionId: 'v',
  vessel: { name: 'Left one', capacityMl: 8000 },
  way: 'iced',
  control: 'cold',
  washMin: 240,
  wPerK: 1.3,
  roomC: 24,
  at: at(0),
  events,
  pours: [],
  ...over,
})
function state(lots: LotNow[], now: HoldNow | undefined, poured: PourRow[] = []): State {
  const of: Partial<State> = {
    now: at(600),
    teller: { seesMoney: false, mends: false, overrules: false },
    decimals: 2,
    stand: (id) => id === 's',
    control: () => '4h',
    lot: (id) => lots.find((l) => l.id === id),
    hold: (id) => (id === 'h' ? now : undefined),
    vessel: (id) => (id === 'h' ? now : undefined),
    pour: (id) => poured.find((p) => p.id === id),
    version: (id) => (id === 'v' ? { recipeId: 'r', evaluation } : undefined),
    recipeOf: (id) => (id === 'v' ? 'r' : undefined),
    data: (key) => INGREDIENTS.get(key),
  }
  return of as State
}
let count = 0
const told = (event: HoldEventBody, took: ToldHoldEvent['took'] = null, min = count + 1): ToldHoldEvent =>
  ({ ...event, id: `00000000-0000-4000-8000-0000000000${10 + ++count}`, at: at(min), by: 'ana', took }) as ToldHoldEvent
const ID = '00000000-0000-4000-8000-000000000009'
const tell = (event: HoldEventBody, now: HoldNow | undefined = hold(), lots = [lot()], when = at(500)) =>
  BOOKS.atHold.book({ id: ID, holdId: 'h', event, at: when }, state(lots, now))
const fill = (volumeMl: number, lotId: string | null = 'jug', tempC = 4): HoldEventBody => ({
  kind: 'filled',
  lotId,
  volumeMl,
  tempC,
})
const filled = (volumeMl = 5000): ToldHoldEvent => told(fill(volumeMl), { lotId: 'jug', amount: volumeMl })
const codes = (of: ReturnType<typeof tell>) => of.limits.map((l) => [l.code, l.field])
const moved = (of: { movements: { lotId: string; amount: number; kind: string }[] }) =>
  of.movements.map((m) => [m.lotId, m.amount, m.kind])

describe('a vessel at the hatch', () => {
  const out = (over: object) =>
    BOOKS.putOut.book({ ...hold(), versionId: 'v', standId: 's', id: 'n', at: at(0), ...over }, state([], undefined))
  it('is put out for one drink of the stand', () => {
    expect(out({}).holds[0]).toMatchObject({ id: 'n', recipeId: 'r', vessel: { capacityMl: 8000 }, way: 'iced' })
    expect(codes(out({ standId: 'z' }))).toEqual([['not-found', 'standId']])
    expect(codes(out({ versionId: 'z' }))).toEqual([['not-found', 'versionId']])
    // Six hours is not what was written down here.
    expect([codes(out({ control: '4h' })), codes(out({ control: '6h' }))]).toEqual([
      [],
      [['control-not-written', 'control']],
    ])
    expect(codes(out({ vessel: { name: '', capacityMl: 0 }, washMin: 10 }))).toEqual([
      ['vessel-empty', 'vessel'],
      ['wash-out-of-range', 'washMin'],
    ])
  })
  it('is filled out of a lot, as much as that has', () => {
    expect(moved(tell(fill(5000)))).toEqual([['jug', -5000, 'serve-out']])
    expect(moved(tell(fill(7000)))).toEqual([['jug', -6000, 'serve-out']])
    expect(moved(tell(fill(7000, null)))).toEqual([])
    const [, event] = [0, tell(fill(7000)).holdEvents[0]!]
    expect(event).toMatchObject({ holdId: 'h', took: { lotId: 'jug', amount: 6000 }, event: { volumeMl: 7000 } })
  })
  it('takes no more than it holds, nothing of nothing, and no ice while it is empty', () => {
    expect(codes(tell(fill(8001)))).toEqual([['more-than-vessel', 'volumeMl']])
    expect(codes(tell({ kind: 'level', volumeMl: 8001 }, hold([filled()])))).toEqual([['more-than-vessel', 'volumeMl']])
    expect(codes(tell(fill(0)))).toEqual([['no-amount', 'volumeMl']])
    expect(codes(tell(fill(3500), hold([filled(5000)])))).toEqual([['more-than-vessel', 'volumeMl']])
    expect(codes(tell({ kind: 'iced', massG: 500, tempC: -4 }))).toEqual([['ice-in-empty', 'massG']])
    expect(codes(tell({ kind: 'iced', massG: 500, tempC: -4 }, hold([filled()])))).toEqual([])
    expect(codes(tell({ kind: 'read', brix: 10 }))).toEqual([['reading-of-empty', 'brix']])
  })
  it('slices leave their lot, are of something, and come out once', () => {
    const lemons = lot({ id: 'lemons', itemKind: 'ingredient', itemKey: 'lemon', unit: 'g', amount: 150, onHand: 150 })
    const lay = (item: string, massG = 200): HoldEventBody => ({
      kind: 'laid',
      item,
      lotId: 'lemons',
      massG,
      outMin: 240,
    })
    const first = filled()
    const now = hold([first])
    expect(moved(tell(lay('lemon'), now, [lemons]))).toEqual([['lemons', -150, 'serve-out']])
    expect(codes(tell(lay('no-such-fruit'), now))).toEqual([['not-found', 'item']])
    expect([codes(tell(lay('lemon'))), codes(tell(lay('lemon', 9000), now))]).toEqual([
      [['laid-in-empty', 'massG']],
      [['more-than-vessel', 'massG']],
    ])
    const laid = told(lay('lemon'), { lotId: 'lemons', amount: 150 })
    const out = { kind: 'out', event: laid.id } as const
    expect(codes(tell(out, hold([first, laid])))).toEqual([])
    expect(codes(tell(out, hold([first, laid, told(out)])))).toEqual([['not-laid-in', 'event']])
    // Taken back, they are in their lot again.
    expect(moved(tell({ kind: 'void', event: laid.id }, hold([first, laid]), [lemons]))).toEqual([
      ['lemons', 150, 'void'],
    ])
  })
  it('kept safe by time starts cold, and nothing goes back', () => {
    const timed = (events: ToldHoldEvent[] = []): HoldNow => hold(events, { control: '4h' })
    expect(codes(tell(fill(5000, 'jug', 9), timed()))).toEqual([['starts-too-warm', 'tempC']])
    expect(codes(tell(fill(5000, 'jug', 5), timed()))).toEqual([])
    // A cold fill that was taken back starts nothing.
    const cold = filled()
    const back = told({ kind: 'void', event: cold.id })
    expect(codes(tell(fill(900, 'jug', 20), timed([cold, back])))).toEqual([['starts-too-warm', 'tempC']])
    const left = (as: 'kept' | 'thrown'): HoldEventBody => ({ kind: 'emptied', leftMl: 800, as, reason: 'late' })
    expect(codes(tell(left('kept'), timed([filled()])))).toEqual([['no-way-back', 'as']])
    expect(codes(tell(left('thrown'), timed([filled()])))).toEqual([])
  })
  it('what is left and kept is a lot again, with its share of the cost and the use-by of its oldest part', () => {
    const emptied: HoldEventBody = { kind: 'emptied', leftMl: 1000, as: 'frozen', reason: null }
    const booked = tell(emptied, hold([filled()]))
    expect(booked.lots[0]).toMatchObject({
      ...{ id: leftLotOf(ID), kind: 'left', itemKind: 'version', itemKey: 'v', unit: 'mL', amount: 1000 },
      // 5 of 6 L at 12 went in, and a fifth of them is left.
      ...{ cost: 2, useBy: '2026-11-30', useFor: 'frozen', sourceId: ID },
    })
    expect(moved(booked)).toEqual([[leftLotOf(ID), 1000, 'serve-in']])
    const dated = (useBy: string) => tell({ ...emptied, useBy }, hold([filled()])).lots[0]!.useBy
    expect([dated('2026-11-29'), dated('2026-12-24')]).toEqual(['2026-11-29', '2026-11-30'])
    expect(tell({ ...emptied, as: 'thrown' }, hold([filled()])).lots).toEqual([])
    // What was taken back cost nothing; of what is in no lot, and be it a part of a fill, nobody knows.
    const again = filled()
    const gone = told({ kind: 'void', event: again.id })
    expect(tell(emptied, hold([filled(), again, gone])).lots[0]!.cost).toBe(2)
    const short = told(fill(5000), { lotId: 'jug', amount: 4000 })
    expect(tell(emptied, hold([short])).lots[0]!.cost).toBeNull()
    expect(tell(emptied, hold([filled(), told(fill(1000, null))])).lots[0]!.cost).toBeNull()
    // A vessel that nobody filled is refused with something in it; where its standard cannot be read, nobody knows.
    expect(codes(tell(emptied, hold([])))).toEqual([['level-of-empty', 'volumeMl']])
    const unread = BOOKS.atHold.book(
      { id: ID, holdId: 'h', event: emptied, at: at(500) },
      { ...state([lot()], hold([])), version: () => undefined },
    )
    expect([unread.limits, unread.lots[0]!.cost]).toEqual([[], null])
  })
  it('once it is emptied nothing happens to it, but what came before', () => {
    const end = told({ kind: 'emptied', leftMl: 0, as: 'thrown', reason: null }, null, 100)
    const ended = hold([filled(), end])
    expect(codes(tell({ kind: 'stirred' }, ended, [lot()], at(101)))).toEqual([['hold-emptied', 'event']])
    expect(codes(tell({ kind: 'stirred' }, ended, [lot()], at(99)))).toEqual([])
    expect(codes(tell({ kind: 'void', event: end.id }, ended, [lot()], at(101)))).toEqual([])
  })
  it('what is taken back goes back into its lot; an end only while nothing of what was kept is used', () => {
    const first = filled()
    expect(moved(tell({ kind: 'void', event: first.id }, hold([first])))).toEqual([['jug', 5000, 'void']])
    expect(codes(tell({ kind: 'void', event: 'nobody' }, hold([first])))).toEqual([['not-found', 'event']])
    const end = told({ kind: 'emptied', leftMl: 900, as: 'kept', reason: null }, null, 100)
    const kept = (onHand: number): LotNow[] => [
      lot(),
      lot({ id: leftLotOf(end.id), kind: 'left', amount: 900, onHand }),
    ]
    const back = (onHand: number) => tell({ kind: 'void', event: end.id }, hold([first, end]), kept(onHand), at(101))
    expect(moved(back(900))).toEqual([[leftLotOf(end.id), -900, 'void']])
    expect(codes(back(400))).toEqual([['already-used', 'event']])
  })
})

describe('cups', () => {
  const pour = (over: object, lots: LotNow[] = [], before: PourRow[] = []) =>
    BOOKS.pour.book(
      { id: ID, standId: 's', versionId: 'v', drinkMl: 300, cups: 1, at: at(5), ...over },
      state(lots, hold(), before),
    )
  const uses = (amount: number) => [{ lotId: 'jug', amount }]
  it('out of a vessel move no stock, and are never refused for what is in it', () => {
    const booked = pour({ holdId: 'h', cups: 200 }, [lot()])
    expect(booked.pours[0]).toMatchObject({ holdId: 'h', cups: 200, uses: [], retold: 0, source: 'touch' })
    expect(booked.movements).toEqual([])
    // What goes on top of it is not in the vessel.
    expect(moved(pour({ holdId: 'h', uses: uses(40) }, [lot()]))).toEqual([['jug', -40, 'serve-out']])
  })
  it('of some time ago are told together, and leave the same in their vessel', () => {
    const events = [filled(7000), told({ kind: 'level', volumeMl: 5500 }, null, 8), filled(1000)]
    const pours = Array.from({ length: 24 }, (_, i) => ({
      ...pour({ holdId: 'h', drinkMl: i % 3 ? 200 : 300, options: ['soda'] }).pours[0]!,
      id: `00000000-0000-4000-8000-0000000001${10 + i}`,
      at: at(i),
    }))
    const few = settledTogether(pours, () => events, at(37))
    const sums = (of: readonly PourRow[]) =>
      [200, 300].map((ml) => of.reduce((n, p) => n + (p.drinkMl === ml ? p.cups : 0), 0))
    expect(sums(few)).toEqual(sums(pours))
    // Those of the last quarter of an hour can still be told again.
    expect(few.filter((p) => !p.isTogether).map((p) => p.at)).toEqual([at(23)])
    expect(few.length).toBeLessThan(14)
    const ctx = { ...placeOf(hold()), drinkOf: () => evaluation.output, gramOf: () => null }
    const within = (of: readonly PourRow[]) => contentOf([...events, ...of.map(pouredAs)], at(40), ctx)
    const [all, less] = [within(pours), within(few)]
    expect(less.unexplainedMl).toBeCloseTo(all.unexplainedMl, 6)
    expect(drinkMlOf(less)).toBeCloseTo(drinkMlOf(all), 6)
    expect(less.drink!.tempC).toBeCloseTo(all.drink!.tempC, 1)
  })
  it('are together within five minutes of the first, and not across what happened', () => {
    const minutes = (...all: number[]) => all.map((m) => m * 60_000)
    expect(runsOf(minutes(0, 1, 5, 5.1, 9, 20), [])).toEqual([0, 3, 5])
    expect(runsOf(minutes(0, 1, 2, 3), minutes(1.5, 3))).toEqual([0, 2, 3])
    expect(runsOf([], minutes(1))).toEqual([])
  })
  it('counted at the end are told as such: a level may have found them gone', () => {
    const row = (source: PourRow['source']) => pouredAs({ ...pour({ holdId: 'h', source }).pours[0]!, source })
    expect([row('count').counted, row('touch').counted, row('touch').drinkMl]).toEqual([true, undefined, 300])
  })
  it('built in the cup take their parts; told again, only what is more, and back what is less', () => {
    const first = pour({ uses: uses(250) }, [lot()])
    expect(moved(first)).toEqual([['jug', -250, 'serve-out']])
    const second = pour({ cups: 3, uses: uses(750) }, [lot({ onHand: 5750 })], first.pours)
    expect(moved(second)).toEqual([['jug', -500, 'serve-out']])
    expect(second.movements[0]!.id).not.toBe(first.movements[0]!.id)
    const gone = pour({ cups: 0, uses: uses(750) }, [lot({ onHand: 5250 })], second.pours)
    expect(moved(gone)).toEqual([['jug', 750, 'serve-out']])
    expect(gone.pours[0]).toMatchObject({ cups: 0, uses: [], retold: 2 })
    // A lot gives what it has.
    expect(moved(pour({ cups: 3, uses: uses(750) }, [lot({ onHand: 300 })]))).toEqual([['jug', -300, 'serve-out']])
  })
  it.each([
    ['a part of a cup', { cups: 1.5 }, ['cups-not-whole', 'cups']],
    ['less than none', { cups: -1 }, ['cups-not-whole', 'cups']],
    ['of nothing', { drinkMl: 0 }, ['cup-out-of-range', 'drinkMl']],
    ['of a bucket', { drinkMl: 3001 }, ['cup-out-of-range', 'drinkMl']],
    ['out of a vessel of nobody', { holdId: 'z' }, ['not-found', 'holdId']],
    ['of a drink of nobody', { versionId: 'z' }, ['not-found', 'versionId']],
    ['tomorrow', { at: '2026-12-28T00:00:00Z' }, ['date-future', 'at']],
  ])('%s are refused', (_, over, code) => expect(codes(pour(over))).toEqual([code]))
})

describe('sold out', () => {
  const told = (over: object = {}) =>
    BOOKS.soldOut.book({ id: ID, standId: 's', versionId: 'v', at: at(60), ...over }, state([], undefined))
  it('has its time, and ends when it is there again, never before', () => {
    expect(told().soldOuts).toEqual([
      { id: ID, standId: 's', recipeId: 'r', versionId: 'v', at: at(60), backAt: null, isGone: false },
    ])
    expect(told({ backAt: at(90) }).soldOuts[0]!.backAt).toBe(at(90))
    expect(codes(told({ backAt: at(30) }))).toEqual([['back-before', 'backAt']])
    expect(codes(told({ standId: 'z' }))).toEqual([['not-found', 'standId']])
  })
})
