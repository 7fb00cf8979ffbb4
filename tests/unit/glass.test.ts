import fc from 'fast-check'
import { glassShape, heightAt, radiusAt, slicePath, volumeAt } from '../../app/utils/glass'

const glass = glassShape(400, 400)
const ml = fc.double({ min: 0, max: 400, noNaN: true })

describe('the drawn glass', () => {
  it('a dragged edge means the volume it stands at', () => {
    fc.assert(fc.property(ml, (v) => expect(volumeAt(glass, heightAt(glass, v))).toBeCloseTo(v, 6)))
  })
  it('holds what a frustum holds: V = πh/3 (R² + Rr + r²)', () => {
    const frustum = (r: number, h: number) => (h / 3) * (r * r + r * glass.bottomR + glass.bottomR ** 2)
    const full = frustum(glass.topR, glass.height)
    fc.assert(
      fc.property(ml, (v) => expect(frustum(radiusAt(glass, v), heightAt(glass, v)) / full).toBeCloseTo(v / 400, 9)),
    )
  })
  it('rises with every mL and never leaves the glass', () => {
    fc.assert(
      fc.property(ml, ml, (a, b) => {
        if (a < b) expect(heightAt(glass, a)).toBeLessThanOrEqual(heightAt(glass, b))
        expect(heightAt(glass, a + 1000)).toBe(glass.height)
        expect(volumeAt(glass, -5)).toBe(0)
      }),
    )
  })
  it('draws a slice from its lower to its upper edge', () => {
    expect(slicePath(glass, 0, 400, 200, 420)).toBe(
      `M${200 - glass.bottomR} 420L${200 - glass.topR} 20L${200 + glass.topR} 20L${200 + glass.bottomR} 420Z`,
    )
  })
})
