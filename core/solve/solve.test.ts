import { rootBetween } from '.'

describe('a root between two ends', () => {
  it.each<[string, (x: number) => number, number, number, number]>([
    ['of a square', (x) => x * x - 2, 0, 2, Math.SQRT2],
    ['of a curve that is flat at one end', (x) => Math.exp(x) - 1e6, 0, 50, Math.log(1e6)],
    // Dottie's number, 0.739 085 133 2 (OEIS A003957, memory)
    ['where the cosine is its own angle', (x) => Math.cos(x) - x, 0, 1, 0.7390851332],
    ['of a straight line that falls', (x) => 5000 - 333.55 * x, 0, 5000, 5000 / 333.55],
    ['at an end', (x) => x, 0, 3, 0],
  ])('%s, in a third of what halving would take', (_, f, low, high, root) => {
    let count = 0
    const found = rootBetween(
      (x) => {
        count++
        return f(x)
      },
      low,
      high,
      1e-9,
    )
    expect(found).toBeCloseTo(root, 8)
    expect(count).toBeLessThanOrEqual(20)
  })
  it('of a step is closed in on, and one sign at both ends is refused', () => {
    expect(rootBetween((x) => (x < 0.3 ? -1 : 1), 0, 1, 1e-9)).toBeCloseTo(0.3, 8)
    expect(() => rootBetween((x) => x * x + 1, -1, 1, 1e-9)).toThrow(RangeError)
    expect(() => rootBetween(() => NaN, 0, 1, 1e-9)).toThrow(RangeError)
  })
})
