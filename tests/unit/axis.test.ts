import fc from 'fast-check'
import { axisOf } from '../../app/utils/axis'

it('a night without hands is drawn short, and the morning has the room', () => {
  // Two minutes in the evening, three hours in the morning: 14 h of which 11 are night.
  const axis = axisOf(-840, 0, [
    { fromMin: -840, toMin: -838 },
    { fromMin: -180, toMin: 0 },
  ])
  expect(axis.short).toEqual([{ fromMin: -838, toMin: -180 }])
  expect(axis.at(-840)).toBe(0)
  expect(axis.at(0)).toBe(100)
  expect(axis.at(-180)).toBeCloseTo((100 * 47) / 227, 9)
})
it('goes on and on, one way and back, whatever the day', () => {
  const span = fc.tuple(fc.integer({ min: -900, max: -1 }), fc.integer({ min: 1, max: 120 }))
  fc.assert(
    fc.property(fc.array(span, { maxLength: 12 }), fc.integer({ min: -950, max: 50 }), (spans, minute) => {
      const busy = spans.map(([fromMin, long]) => ({ fromMin, toMin: Math.min(0, fromMin + long) }))
      const axis = axisOf(-900, 0, busy)
      expect(axis.minuteAt(axis.at(minute))).toBeCloseTo(minute, 6)
      expect(axis.at(minute + 1)).toBeGreaterThan(axis.at(minute))
      expect([axis.at(-900), axis.at(0)]).toEqual([0, expect.closeTo(100, 9)])
    }),
  )
})
