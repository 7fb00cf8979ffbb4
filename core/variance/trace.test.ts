import { Trace, type Bought, type Origins, type TracedLot } from '.'

// Lots as rows tell them, by hand.
const lot = (id: string, of: Partial<TracedLot>): [string, TracedLot] => [
  id,
  {
    ...{ id, itemKind: 'ingredient', itemKey: 'lemon', unit: 'g', purchasedG: null, cost: null, sourceId: null },
    ...{ kind: 'received', amount: 1000 },
    ...of,
  } as TracedLot,
]
const trace = (lots: [string, TracedLot][], of: Partial<Origins> = {}): Trace =>
  new Trace(
    { lots: new Map(lots), presses: new Map(), parents: new Map(), moved: new Map(), makings: new Map(), ...of },
    { gramsOf: (_k, amount, unit) => (unit === 'mL' ? amount * 1.03 : amount), gives: () => 500 },
  )
const short = (parts: readonly Bought[]) => parts.map((p) => [p.key, p.lotId, p.usedG, p.boughtG])

describe('what a lot is of', () => {
  it('is each delivery that a press took, by what it took of it', () => {
    const juice = lot('juice', { kind: 'pressed', itemKey: 'lemon-juice', unit: 'mL', amount: 2000 })
    const takes = [
      { lotId: 'a', takenG: 3000 },
      { lotId: 'b', takenG: 1000 },
    ]
    const of = trace([juice, lot('a', {}), lot('b', {})], { presses: new Map([['juice', { id: 'p', takes }]]) })
    expect(short(of.amount('juice', 1000))).toEqual([
      ['lemon-juice', 'a', expect.closeTo(772.5, 9), expect.closeTo(1500, 9)],
      ['lemon-juice', 'b', expect.closeTo(257.5, 9), expect.closeTo(500, 9)],
    ])
    expect(of.unit('juice').every((p) => p.pressId === 'p')).toBe(true)
  })
  it('is the fruit as purchased of what was peeled, and the pack of what was opened', () => {
    const peeled = lot('peeled', { kind: 'peeled', amount: 600, purchasedG: 1000 })
    const opened = lot('opened', { kind: 'opened', itemKey: 'honey', amount: 300 })
    const parents = new Map([
      ['peeled', 'crate'],
      ['opened', 'pack'],
    ])
    const of = trace([peeled, opened], { parents })
    expect(short(of.amount('peeled', 300))).toEqual([['lemon', 'crate', 300, 500]])
    expect(short(of.amount('opened', 30))).toEqual([['honey', 'pack', 30, 30]])
  })
  it('is, of what came from another stand, what it was there, with what was lost on the way', () => {
    const pressed = { kind: 'pressed', itemKey: 'lemon-juice', unit: 'mL', amount: 2000 } as const
    const lots = [lot('there', pressed), lot('here', { ...pressed, amount: 1000 }), lot('a', {})]
    const of = trace(lots, {
      presses: new Map([['there', { id: 'p', takes: [{ lotId: 'a', takenG: 4000 }] }]]),
      moved: new Map([['here', { lotId: 'there', times: 1.25 }]]),
    })
    // By hand: a mL of it is 1.03 g, of 2 g as purchased; a quarter more was sent than came.
    expect(short(of.amount('here', 1000))).toEqual([
      ['lemon-juice', 'a', expect.closeTo(1030, 9), expect.closeTo(2500, 9)],
    ])
  })
  it('is all of a pot of pots, and as the standard has it what no lot gave', () => {
    const made = { kind: 'made', itemKind: 'version', itemKey: 'v', unit: 'mL' } as const
    const lots = [lot('sugar', { itemKey: 'sugar', kind: 'pack' }), lot('syrup', made), lot('drink', made)]
    const asStandard = [
      { key: 'sugar', g: 999 },
      { key: 'mint', g: 20 },
    ]
    const of = trace(lots, {
      makings: new Map([
        ['syrup', { uses: [{ lotId: 'sugar', amount: 500 }], came: 1000 }],
        ['drink', { uses: [{ lotId: 'syrup', amount: 400 }], asStandard, came: 2000 }],
      ]),
    })
    expect(short(of.amount('drink', 1000))).toEqual([
      ['sugar', 'sugar', expect.closeTo(100, 9), expect.closeTo(100, 9)],
      ['mint', null, expect.closeTo(10, 9), expect.closeTo(20, 9)],
    ])
  })
  it('is nothing of pieces, of what a press left over, and of what nobody knows; lots of themselves are none', () => {
    const of = trace([lot('cups', { unit: 'pieces' }), lot('peel', { kind: 'by-product' })])
    expect([of.unit('cups'), of.unit('peel'), of.unit('nobody')]).toEqual([[], [], []])
    const loop = lot('loop', { kind: 'made' })
    const uses = [{ lotId: 'loop', amount: 1 }]
    expect(() => trace([loop], { makings: new Map([['loop', { uses, came: 1 }]]) }).unit('loop')).toThrow(
      'recipe-unsound',
    )
  })
})
