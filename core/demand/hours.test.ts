import fc from 'fast-check'
import { hourShares, inOpenHours, openShare, timesAhead } from '.'

describe('hours of a day', () => {
  it('share its cups: all of them together are one, and few cups lean on even hours', () => {
    const shares = hourShares([
      { hour: 10, cups: 60 },
      { hour: 12, cups: 100 },
    ])!
    // By hand: 160 cups and 40 of three even hours.
    expect(shares.slice(9, 14)).toEqual([0, (60 + 40 / 3) / 200, 40 / 3 / 200, (100 + 40 / 3) / 200, 0])
    expect(hourShares([])).toBeNull()
    expect(hourShares([{ hour: 11, cups: -2 }])).toBeNull()
    const hour = fc.record({ hour: fc.integer({ min: 0, max: 23 }), cups: fc.integer({ min: 0, max: 5000 }) })
    fc.assert(
      fc.property(fc.array(hour, { maxLength: 40 }), (seen) => {
        const of = hourShares(seen)
        if (!of) return seen.every((s) => s.cups === 0)
        return Math.abs(of.reduce((a, b) => a + b, 0) - 1) < 1e-9 && of.every((s) => s >= 0)
      }),
    )
  })
  it('go on from the hour that is just over: twice as fast at noon, and not at all once it is shut', () => {
    const shares = Array.from({ length: 24 }, (_, h) => (h === 11 ? 0.2 : h === 12 ? 0.4 : h === 13 ? 0.4 : 0))
    const from = timesAhead(shares, 12 * 60)
    expect([from(0), from(59), from(119), from(120)]).toEqual([2, 2, 2, 0])
    // Half past: half of the hour before was slow.
    expect(timesAhead(shares, 12.5 * 60)(0)).toBeCloseTo(0.4 / 0.3, 9)
    expect([timesAhead(null, 600)(30), timesAhead(shares, 9 * 60)(30)]).toEqual([1, 1])
  })
  it('of a shorter day bring their share of its cups; longer ones bring no more than is known', () => {
    const shares = Array.from({ length: 24 }, (_, h) => (h === 11 ? 0.2 : h === 12 ? 0.4 : h === 13 ? 0.4 : 0))
    const at = (opens: number, closes: number) => openShare(shares, opens * 60, closes * 60)
    expect([at(11, 14), at(8, 22), at(11, 13), at(12.5, 13.5), at(15, 18)]).toEqual(
      [1, 1, 0.6, 0.4, 0].map((v) => expect.closeTo(v, 9)),
    )
    // Open past midnight: from one in the afternoon until two at night, and from noon until noon.
    expect([at(13, 2), at(12, 12)]).toEqual([expect.closeTo(0.4, 9), 1])
    // Hours that leave out next to nothing are a usual day.
    const late = shares.map((_, h) => (h === 11 ? 0.04 : h === 12 ? 0.96 : 0))
    expect(openShare(late, 12 * 60, 14 * 60)).toBe(1)
    const day = { expected: 80, spread: 20, low: 50, high: 120, days: 9 }
    expect(inOpenHours(day, 0.5)).toEqual({ expected: 40, spread: 10, low: 25, high: 60, days: 9 })
  })
})
