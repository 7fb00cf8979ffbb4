import {
  likedOf,
  likedOrder,
  answerWrong,
  moreOf,
  orderings,
  PANEL_KINDS,
  panelNow,
  panelWrong,
  pouredMlOf,
  resultOf,
  SAMPLES,
  seatView,
  servingsOf,
  type Answer,
  type Panel,
  type PanelEvent,
  type PanelEventBody,
  type PanelKind,
  type Sample,
} from '.'

const sample = (over: Partial<Sample> = {}): Sample => ({
  ...{ name: 'Lemonade', lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [], ...over },
})
const panel = (kind: PanelKind, samples: Sample[], tasters = 6, over: Partial<Panel> = {}): Panel => ({
  ...{
    id: 'p',
    standId: 's',
    kind,
    purpose: 'tell',
    asked: null,
    about: null,
    samples,
    cupMl: 30,
    at: '2026-11-29T09:00:00.000Z',
  },
  servings: servingsOf({ kind, purpose: 'tell', samples: samples.length }, tasters, new Set(), 11),
  ...over,
})
const WORD = { word: 'sour', guess: 1 }
let told = 0
const at = (body: PanelEventBody, minute: number, by = ''): PanelEvent => ({
  ...{ id: `e${String(told++).padStart(4, '0')}`, at: new Date(Date.UTC(2026, 10, 29, 9, minute)).toISOString(), by },
  ...body,
})
const two = [sample({ name: 'Bottled' }), sample({ name: 'Fresh' })]
/** Each seat chooses the cup that `pick` finds among its own. */
const chosen = (of: Panel, pick: (seat: number) => string): PanelEvent[] =>
  of.servings.map((_, seat) => at({ kind: 'answered', seat, answer: { kind: 'chosen', code: pick(seat) } }, seat + 1))
const oddIn = (of: Panel, seat: number): string =>
  of.servings[seat]!.find((c) => of.servings[seat]!.filter((x) => x.sample === c.sample).length === 1)!.code
const resulted = (of: Panel, events: PanelEvent[]) => resultOf(of, panelNow(of, events))

describe('a panel', () => {
  it.each(PANEL_KINDS)('%s is set up right by what deals it, and every taster sees codes alone', (kind) => {
    const samples = Array.from({ length: SAMPLES[kind][0] }, (_, i) => sample({ name: `Secret ${i}` }))
    const of = panel(kind, samples, orderings({ kind, purpose: 'tell', samples: samples.length }), { asked: 'sweet' })
    expect(panelWrong(of)).toEqual([])
    for (const [seat] of of.servings.entries()) {
      const view = seatView(of, seat)!
      expect(JSON.stringify(view)).not.toMatch(/Secret|sample/)
      expect(view.codes).toHaveLength(of.servings[seat]!.length - (kind === 'duo-trio' ? 1 : 0))
    }
    expect(seatView(of, of.servings.length)).toBeNull()
  })
  it('that nothing could be told from is refused, each with its reason', () => {
    const of = panel('triangle', two)
    const codes = (over: Partial<Panel>) => panelWrong({ ...of, ...over }).map((f) => f.code)
    expect(codes({ samples: [two[0]!] })).toEqual(['panel-samples'])
    expect(codes({ servings: [] })).toEqual(['panel-tasters'])
    expect(codes({ servings: [of.servings[0]!, of.servings[0]!] })).toEqual(['panel-codes'])
    expect(codes({ servings: [of.servings[0]!.map((c) => ({ ...c, sample: 0 }))] })).toEqual(['panel-servings'])
    expect(codes({ kind: 'which-is-more', servings: panel('which-is-more', two).servings })).toEqual([
      'panel-asks-nothing',
    ])
  })
  it.each<[string, PanelKind, (codes: string[]) => Answer, boolean]>([
    ['each cup once', 'ranking', ([a, b, c]) => ({ kind: 'ranked', places: { [a!]: 1, [b!]: 2, [c!]: 2 } }), true],
    [
      'a place beyond the last',
      'ranking',
      ([a, b, c]) => ({ kind: 'ranked', places: { [a!]: 1, [b!]: 2, [c!]: 4 } }),
      false,
    ],
    ['no whole place', 'ranking', ([a, b, c]) => ({ kind: 'ranked', places: { [a!]: 1, [b!]: 1.5, [c!]: 3 } }), false],
    [
      'a place before the first',
      'ranking',
      ([a, b, c]) => ({ kind: 'ranked', places: { [a!]: 0, [b!]: 1, [c!]: 2 } }),
      false,
    ],
    ['a cup left out', 'ranking', ([a, b]) => ({ kind: 'ranked', places: { [a!]: 1, [b!]: 2 } }), false],
    ['a cup of another', 'ranking', ([a, b]) => ({ kind: 'ranked', places: { [a!]: 1, [b!]: 2, '000': 3 } }), false],
    ['another question', 'ranking', ([a]) => ({ kind: 'chosen', code: a! }), false],
    ['steps of its cup', 'just-right', ([a]) => ({ kind: 'right', steps: { [a!]: { sweet: 1 } } }), true],
    ['steps of none', 'just-right', () => ({ kind: 'right', steps: {} }), false],
    [
      'steps of an order',
      'ranking',
      (all) => ({ kind: 'right', steps: Object.fromEntries(all.map((c) => [c, {}])) }),
      false,
    ],
    [
      'a word for each',
      'guess',
      (all) => ({ kind: 'guessed', cups: Object.fromEntries(all.map((c) => [c, WORD])) }),
      true,
    ],
    ['a word for one', 'guess', ([a]) => ({ kind: 'guessed', cups: { [a!]: WORD } }), false],
    [
      'words in an order',
      'ranking',
      (all) => ({ kind: 'guessed', cups: Object.fromEntries(all.map((c) => [c, WORD])) }),
      false,
    ],
  ])('an answer of %s to %s is taken or not', (_, kind, answer, isTaken) => {
    const of = panel(
      kind,
      Array.from({ length: SAMPLES[kind][0] }, () => sample()),
      3,
      { asked: 'sweet' },
    )
    const codes = of.servings[1]!.map((c) => c.code)
    expect(answerWrong(of, 1, answer(codes))).toBe(isTaken ? null : 'code-unknown')
  })
  it('shows a taster the cup that is known, and what is in any of them, in the order of the alphabet', () => {
    const milky = [sample({ allergens: ['soy', 'nuts'] }), sample({ allergens: ['milk', 'soy'] })]
    const duo = panel('duo-trio', milky)
    const [known, ...asked] = duo.servings[2]!.map((c) => c.code)
    expect(seatView(duo, 2)).toEqual({
      ...{ kind: 'duo-trio', asked: null, seat: 2, known, codes: asked, allergens: ['milk', 'nuts', 'soy'] },
    })
    expect(seatView(panel('triangle', two), 0)!.known).toBeNull()
  })
  it('what nobody measured is more as it was set up; alike is not more', () => {
    const of = (a: Partial<Sample>, b: Partial<Sample>) => moreOf({ samples: [sample(a), sample(b)], asked: 'sweet' })
    expect([
      of({ brix: 12 }, {}),
      of({}, { brix: 9 }),
      of({ brix: 9 }, { brix: 9 }),
      of({ brix: 9 }, { brix: 8 }),
    ]).toEqual([1, 1, 1, 0])
  })
  it('events of one moment go by their ids; seats come in their order, just right by sample', () => {
    const of = panel('triangle', two, 3)
    const both = (id: string, seat: number, code: string): PanelEvent => ({
      ...at({ kind: 'answered', seat, answer: { kind: 'chosen', code } }, 4),
      id,
    })
    const [a, b] = of.servings[2]!.map((c) => c.code)
    const events = [both('z', 2, b!), both('a', 2, a!), both('m', 0, of.servings[0]![0]!.code)]
    for (const all of [events, events.toReversed()]) {
      const now = panelNow(of, all)
      expect(now.seats.map((s) => s.seat)).toEqual([0, 2])
      expect(now.seats[1]!.answer).toEqual({ kind: 'chosen', code: a })
    }
    const right = panel('just-right', [sample(), sample()], 1)
    const steps = Object.fromEntries(right.servings[0]!.map((c) => [c.code, { sour: 0 as const }]).reverse())
    const result = resulted(right, [at({ kind: 'answered', seat: 0, answer: { kind: 'right', steps } }, 1)])
    expect(result?.kind === 'just-right' && result.of.map((r) => r.sample)).toEqual([0, 1])
  })
  it('a guess of sourness is held against the acid; a cup that nobody measured teaches nothing', () => {
    const of = panel('guess', [sample({ brix: 9, ta: 0.5 }), sample({ brix: 9 })], 1, { asked: 'sour' })
    const cups = Object.fromEntries(of.servings[0]!.map((c) => [c.code, { word: 'sour', guess: 1 }]))
    const result = resulted(of, [at({ kind: 'answered', seat: 0, answer: { kind: 'guessed', cups } }, 1)])
    expect(result).toMatchObject({ words: [{ word: 'sour', n: 1, mean: 0.5 }], guesses: { n: 1, times: 2 } })
  })
  it('takes as much of each sample as its cups hold', () => {
    expect(pouredMlOf(panel('triangle', two, 6))).toEqual([270, 270])
    expect(pouredMlOf(panel('preference', two, 5))).toEqual([150, 150])
  })
  it('says what was right: the odd one, the one like the known one, what is more', () => {
    const triangle = panel('triangle', two)
    expect(
      resulted(
        triangle,
        chosen(triangle, (s) => oddIn(triangle, s)),
      ),
    ).toMatchObject({ told: { right: 6, n: 6 } })
    const duo = panel('duo-trio', two)
    const same = (s: number) => duo.servings[s]!.slice(1).find((c) => c.sample === duo.servings[s]![0]!.sample)!.code
    expect(resulted(duo, chosen(duo, same))).toMatchObject({ told: { right: 6, n: 6 } })
    const sour = panel('which-is-more', [sample({ ta: 0.9, brix: 9 }), sample({ ta: 0.7, brix: 12 })], 6, {
      asked: 'sour',
    })
    expect([moreOf(sour), moreOf({ ...sour, asked: 'sweet' })]).toEqual([0, 1])
    const first = (s: number) => sour.servings[s]!.find((c) => c.sample === 0)!.code
    expect(resulted(sour, chosen(sour, first))).toMatchObject({ told: { right: 6, n: 6 }, chosen: [6, 0] })
    const liked = panel('preference', two)
    const second = (s: number) => liked.servings[s]!.find((c) => c.sample === 1)!.code
    expect(resulted(liked, chosen(liked, second))).toMatchObject({ told: { right: 0, differs: true }, chosen: [0, 6] })
  })
  it('ranks by sample, whatever its codes; tells what is just right, and how far words reach', () => {
    const three = panel('ranking', [sample(), sample(), sample()])
    const places = (seat: number): Answer => ({
      kind: 'ranked',
      places: Object.fromEntries(three.servings[seat]!.map((c) => [c.code, 3 - c.sample])),
    })
    const all = three.servings.map((_, seat) => at({ kind: 'answered', seat, answer: places(seat) }, seat))
    expect(resulted(three, all)).toMatchObject({ order: [2, 1, 0], ranked: { sums: [18, 12, 6], differs: true } })
    const right = panel('just-right', [sample()], 2)
    const sweet = (seat: number, step: -1 | 1): PanelEvent =>
      at(
        {
          kind: 'answered',
          seat,
          answer: { kind: 'right', steps: { [right.servings[seat]![0]!.code]: { sweet: step } } },
        },
        seat,
      )
    expect(resulted(right, [sweet(0, 1), sweet(1, 1)])).toMatchObject({
      of: [{ sample: 0, property: 'sweet', right: { counts: [0, 0, 0, 2, 0], n: 2 } }],
    })
    const guess = panel('guess', [sample({ brix: 8 }), sample({ brix: 12 })], 1, { asked: 'sweet' })
    const cups = Object.fromEntries(guess.servings[0]!.map((c) => [c.code, { word: 'sour', guess: 10 }]))
    const said = at({ kind: 'answered', seat: 0, answer: { kind: 'guessed', cups } }, 1)
    expect(resulted(guess, [said])).toMatchObject({ words: [{ word: 'sour', n: 2, mean: 10 }], guesses: { n: 2 } })
  })
  it('the first answer of a seat counts, and one that is not of its cups never does', () => {
    const of = panel('triangle', two, 2)
    const [odd, other] = [oddIn(of, 0), of.servings[0]!.find((c) => c.code !== oddIn(of, 0))!.code]
    const tells = (seat: number, code: string, minute: number): PanelEvent =>
      at({ kind: 'answered', seat, answer: { kind: 'chosen', code } }, minute)
    const now = panelNow(of, [tells(0, other, 5), tells(0, odd, 3), tells(1, odd, 4)])
    expect([now.seats.filter((s) => s.answer).length, now.again.length]).toEqual([1, 2])
    expect(resultOf(of, now)).toMatchObject({ told: { right: 1, n: 1 } })
    expect(answerWrong(of, 9, { kind: 'chosen', code: odd })).toBe('seat-unknown')
    expect(answerWrong(of, 0, { kind: 'ranked', places: {} })).toBe('code-unknown')
    // An answer that is taken back never was.
    const first = tells(0, other, 3)
    const undone = panelNow(of, [first, at({ kind: 'void', event: first.id }, 4), tells(0, odd, 5)])
    expect(resultOf(of, undone)).toMatchObject({ told: { right: 1, n: 1 } })
  })
  it('is not blind where the key was opened before an answer; whoever may not have it answers nothing', () => {
    const of = panel('triangle', [two[0]!, sample({ allergens: ['allergen-milk'] })], 2)
    const answers = chosen(of, (s) => oddIn(of, s))
    const open = (minute: number) => panelNow(of, [...answers, at({ kind: 'key-opened' }, minute)]).isBlind
    expect([open(1.5), open(9), panelNow(of, answers).isBlind]).toEqual([false, true, true])
    const sat = at({ kind: 'sat', seat: 0, name: 'Mo', avoids: ['allergen-milk'] }, 0)
    const now = panelNow(of, [sat, ...answers])
    expect([now.keptAway, resultOf(of, now)]).toMatchObject([[0], { told: { right: 1, n: 1 } }])
    expect(resultOf(of, panelNow(of, []))).toBeNull()
    // What comes after the end does not count.
    const ended = panelNow(of, [at({ kind: 'ended' }, 1.5), ...answers])
    expect([ended.seats.filter((s) => s.answer).length, ended.again.length]).toEqual([1, 1])
    const thrown = panelNow(of, [at({ kind: 'thrown', sample: 1, reason: 'warm' }, 3), at({ kind: 'ended' }, 9)])
    expect([thrown.thrown, thrown.endedAt]).toEqual([[{ sample: 1, reason: 'warm' }], '2026-11-29T09:09:00.000Z'])
  })
})

describe('a batch against its standard', () => {
  const of = (tasters: number): Panel => ({
    ...panel('triangle', two, tasters, { purpose: 'batch' }),
    servings: servingsOf({ kind: 'triangle', purpose: 'batch', samples: 2 }, tasters, new Set(), 3),
  })
  it('is one cup of today among two of the standard, wherever it stands', () => {
    const places = of(9).servings.map((row) => row.findIndex((c) => c.sample === 1))
    expect(places.toSorted()).toEqual([0, 0, 0, 1, 1, 1, 2, 2, 2])
    expect(of(9).servings.every((row) => row.filter((c) => c.sample === 0).length === 2)).toBe(true)
    expect(panelWrong(of(3))).toEqual([])
  })
  it.each([
    [3, 3],
    [5, 4],
    [6, 5],
  ])('of %i tasters it differs from %i right on', (tasters, needed) => {
    const differs = (right: number): boolean => {
      const now = of(tasters)
      const pick = (seat: number): string => {
        const cups = now.servings[seat]!
        return seat < right ? oddIn(now, seat) : cups.find((c) => c.code !== oddIn(now, seat))!.code
      }
      const result = resulted(now, chosen(now, pick))
      return result?.kind === 'triangle' && result.told.differs
    }
    expect([differs(needed), differs(needed - 1)]).toEqual([true, false])
  })
  it('what becomes of it is what was decided last', () => {
    const decided = (as: 'keep' | 'correct', minute: number) => at({ kind: 'decided', as, sample: null }, minute, 'ana')
    expect(panelNow(of(3), [decided('correct', 30), decided('keep', 20)]).decided).toMatchObject({ as: 'correct' })
    expect(panelNow(of(3), []).decided).toBeNull()
  })
})

describe('what a panel liked', () => {
  const end = at({ kind: 'ended' }, 50)
  const liked = (of: Panel, events: PanelEvent[]) => {
    const now = panelNow(of, events)
    return likedOf(of, now, resultOf(of, now)).map((s) => s.name)
  }
  const preferring = (of: Panel, sample: number) =>
    chosen(of, (seat) => of.servings[seat]!.find((c) => c.sample === sample)!.code)
  it('is what more like than chance gives, once it has ended, and was blind', () => {
    const of = panel('preference', two, 8)
    expect(liked(of, [...preferring(of, 1), end])).toEqual(['Fresh'])
    expect(liked(of, preferring(of, 1))).toEqual([])
    expect(liked(of, [at({ kind: 'key-opened' }, 0), ...preferring(of, 1), end])).toEqual([])
    expect(likedOrder(of, resulted(of, preferring(of, 1)))).toEqual([1, 0])
    expect(likedOrder(of, null)).toEqual([0, 1])
    const few = panel('preference', two, 3)
    expect(liked(few, [...preferring(few, 1), end])).toEqual([])
  })
  it('is the first of an order, and what is neither too sweet nor too sour', () => {
    const three = ['A', 'B', 'C'].map((name) => sample({ name }))
    const order = panel('ranking', three, 8)
    const ranked = order.servings.map((cups, seat) => {
      const places = Object.fromEntries(cups.map((c) => [c.code, [2, 1, 3][c.sample]!]))
      return at({ kind: 'answered', seat, answer: { kind: 'ranked', places } }, seat)
    })
    expect(liked(order, [...ranked, end])).toEqual(['B'])
    const right = panel('just-right', three.slice(0, 2), 6)
    const steps = right.servings.map((cups, seat) => {
      const of = Object.fromEntries(
        cups.map((c) => [c.code, { sweet: c.sample ? (2 as const) : (0 as const), sour: 0 as const }]),
      )
      return at({ kind: 'answered', seat, answer: { kind: 'right', steps: of } }, seat)
    })
    expect(liked(right, [...steps, end])).toEqual(['A'])
  })
})
