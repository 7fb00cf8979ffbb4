import fc from 'fast-check'
import { hourShares, timesAhead } from '.'

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
})
