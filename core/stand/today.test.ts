import { byNeed, needsOf, type StandToday } from './today'

const stand = (standId: string, over: Partial<StandToday> = {}): StandToday => ({
  ...{ standId, day: '2026-07-01', fruitKg: 10, cupsPlanned: 50, cupsPoured: 0, underWay: 0, atHatch: 1 },
  ...{ soldOut: 0, past: 0, coming: 0, late: 0, ...over },
})

it('stands that need somebody come first, the worst in front, and the others stay as they were', () => {
  const all = [
    stand('quiet'),
    stand('sold', { soldOut: 3 }),
    stand('old', { past: 1 }),
    stand('older', { past: 4, soldOut: 1 }),
    stand('calm'),
    stand('waits', { coming: 2, late: 1 }),
    stand('comes', { coming: 1 }),
  ]
  expect(byNeed(all).map((s) => s.standId)).toEqual(['older', 'old', 'waits', 'sold', 'comes', 'quiet', 'calm'])
  expect(needsOf(all[3]!)).toEqual(['past', 'soldOut'])
  expect(needsOf(all[0]!)).toEqual([])
})
