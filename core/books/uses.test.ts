import { firstOut, gramsIn, onHandIn, usesOf, weighedAsPlanned, type UsableLot } from './uses'

const lotOf = (id: string, onHand: number, over: Partial<UsableLot> = {}): UsableLot => ({
  ...{ id, item: 'honey', unit: 'g', onHand, useBy: null, at: '2026-11-20T08:00:00.000Z', gPerMl: null },
  ...over,
})

describe('which lot is taken first', () => {
  const inOrder = (...lots: UsableLot[]): string[] => lots.sort(firstOut).map((l) => l.id)
  it('is the first to expire, then the oldest, then the same one wherever it is asked', () => {
    const soon = lotOf('soon', 1, { useBy: '2026-11-26', at: '2026-11-25T08:00:00.000Z' })
    const later = lotOf('later', 1, { useBy: '2026-12-26' })
    const old = lotOf('old', 1, { at: '2026-11-01T08:00:00.000Z' })
    expect(inOrder(lotOf('b', 1), lotOf('a', 1), old, later, soon)).toEqual(['soon', 'later', 'old', 'a', 'b'])
  })
})

describe('what a lot has', () => {
  it('is grams by what a mL of it weighs, and not known where nobody knows that, or it is counted', () => {
    expect(gramsIn(lotOf('a', 500))).toBe(500)
    expect(gramsIn(lotOf('a', 500, { unit: 'mL', gPerMl: 1.4 }))).toBe(700)
    expect(gramsIn(lotOf('a', 500, { unit: 'mL' }))).toBeNull()
    expect(gramsIn(lotOf('a', 500, { unit: 'pieces' }))).toBeNull()
  })
  it('in another unit is as much as that comes to, and nothing where it cannot be said', () => {
    expect(onHandIn(lotOf('a', 1500, { unit: 'mL' }), 'L', null)).toBeCloseTo(1.5, 9)
    expect(onHandIn(lotOf('a', 1500), 'kg', 1000)).toBe(1.5)
    expect(onHandIn(lotOf('a', 1500, { unit: 'mL', gPerMl: 2 }), 'kg', 1000)).toBe(3)
    expect(onHandIn(lotOf('a', 1500, { unit: 'mL' }), 'kg', 1000)).toBe(0)
    expect(onHandIn(lotOf('a', 1500), 'L', null)).toBe(0)
  })
})

describe('what is taken out of lots', () => {
  it('goes over from one to the next, and what none has is left', () => {
    const lots = [lotOf('b', 300), lotOf('a', 200, { useBy: '2026-11-26' })]
    expect(usesOf([{ key: 'honey', massG: 350 }], lots)).toEqual([
      { lotId: 'a', amount: 200 },
      { lotId: 'b', amount: 150 },
    ])
    expect(usesOf([{ key: 'honey', massG: 900 }], lots).map((u) => u.amount)).toEqual([200, 300])
    expect(usesOf([{ key: 'ginger', massG: 50 }], lots)).toEqual([])
  })
  it('of the same twice comes out of what the first left', () =>
    expect(
      usesOf(
        [
          { key: 'honey', massG: 150 },
          { key: 'honey', massG: 100 },
        ],
        [lotOf('a', 200), lotOf('b', 200, { at: '2026-11-21T08:00:00.000Z' })],
      ),
    ).toEqual([
      { lotId: 'a', amount: 200 },
      { lotId: 'b', amount: 50 },
    ]))
  it('by volume is as many mL as weigh that; counted things and those of no known weight stay where they are', () => {
    expect(usesOf([{ key: 'honey', massG: 140 }], [lotOf('a', 500, { unit: 'mL', gPerMl: 1.4 })])).toEqual([
      { lotId: 'a', amount: 100 },
    ])
    const unknown = [lotOf('a', 500, { unit: 'mL' }), lotOf('b', 500, { unit: 'pieces' })]
    expect(usesOf([{ key: 'honey', massG: 140 }], unknown)).toEqual([])
  })
  it('is no water: that comes out of the tap', () =>
    expect(usesOf([{ key: 'water', massG: 140 }], [lotOf('a', 500, { item: 'water' })])).toEqual([]))
})

describe('what nobody weighed, told as the sheet has it', () => {
  const told = (lots: UsableLot[], ...things: [take: string, massG: number][]) =>
    weighedAsPlanned(
      things.map(([take, massG]) => ({ take, key: 'honey', massG })),
      lots,
    ).map((e) => (e.kind === 'weighed' ? [e.take, e.lotId, e.amount.value, e.more ?? false] : e.kind))
  it('is of each lot what it has, and of the last one all the rest', () => {
    const lots = [lotOf('a', 200), lotOf('b', 100, { at: '2026-11-21T08:00:00.000Z' })]
    expect(told(lots, ['sweet', 250])).toEqual([
      ['sweet', 'a', 200, true],
      ['sweet', 'b', 50, false],
    ])
    expect(told(lots, ['sweet', 450])).toEqual([
      ['sweet', 'a', 200, true],
      ['sweet', 'b', 250, false],
    ])
  })
  it('is of no lot where there is none, and nothing where nothing was to go in', () => {
    expect(told([], ['sweet', 250])).toEqual([['sweet', null, 250, false]])
    expect(told([lotOf('a', 200)], ['sweet', 0])).toEqual([])
  })
  it('takes of the same lot once: the second take finds what the first left', () =>
    expect(told([lotOf('a', 200)], ['sweet', 150], ['again', 100])).toEqual([
      ['sweet', 'a', 150, false],
      ['again', 'a', 100, false],
    ]))
  it('is grams also out of a lot of mL', () =>
    expect(
      told(
        [lotOf('a', 100, { unit: 'mL', gPerMl: 1.4 }), lotOf('b', 500, { at: '2026-11-21T08:00:00.000Z' })],
        ['sweet', 200],
      ),
    ).toEqual([
      ['sweet', 'a', 140, true],
      ['sweet', 'b', 60, false],
    ]))
})
