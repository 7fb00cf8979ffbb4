import { loadSolver, lpText, rootBetween, rootNear, type Program } from '.'

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

describe('a root near a guess', () => {
  const counted = (f: (x: number) => number) => {
    const tried: number[] = []
    return { tried, f: (x: number) => (tried.push(x), f(x)) }
  }
  it('is found in a few tries where it is nearly straight', () => {
    const { tried, f } = counted((x) => 100 - x - 0.001 * x * x)
    const found = rootNear(f, 90, { x: 0, y: 100 }, [0, 100], 1e-9, 8)!
    expect(100 - found - 0.001 * found * found).toBeCloseTo(0, 8)
    expect(tried.length).toBeLessThanOrEqual(5)
  })
  it('is none where it lies outside, or in more tries than are allowed', () => {
    expect(rootNear((x) => x - 5, 1, { x: 0, y: -5 }, [0, 3], 1e-9, 8)).toBeNull()
    expect(rootNear((x) => (x < 1 ? -1 : 1), 0.5, { x: 0, y: -1 }, [0, 3], 1e-9, 8)).toBeNull()
    const { tried, f } = counted((x) => Math.exp(x) - 1e4)
    expect([rootNear(f, 1, { x: 0, y: 1 - 1e4 }, [0, 50], 1e-9, 3), tried.length]).toEqual([null, 3])
  })
})

describe('a program', () => {
  // Most of 3 x + 5 y with x ≤ 4, 2 y ≤ 12, 3 x + 2 y ≤ 18 is 36, at 2 and 6 (Hillier and Lieberman, Introduction to
  // Operations Research, their first worked example, memory)
  const program: Program = {
    minimize: { x: -3, y: -5 },
    rows: [
      { terms: { y: 2 }, most: 12 },
      { terms: { x: 3, y: 2 }, least: 0, most: 18 },
    ],
    columns: { x: { least: 0, most: 4 }, y: { least: 0, most: 100 } },
  }
  it('has its textbook answer, whole or not, and none where there is none', async () => {
    const solve = await loadSolver()
    expect(solve(program)).toEqual({ x: expect.closeTo(2, 9), y: expect.closeTo(6, 9) })
    const half = { ...program, rows: [{ terms: { x: 2 }, least: 3 }], minimize: { x: 1 } }
    expect(solve(half)!.x).toBeCloseTo(1.5, 9)
    const whole = { ...half, columns: { ...half.columns, x: { least: 0, most: 4, whole: true as const } } }
    expect(solve(whole)!.x).toBe(2)
    expect(solve({ ...program, rows: [{ terms: { x: 1 }, least: 9 }] })).toBeNull()
  })
  it('is written so that the format takes it', () => {
    expect(lpText(program)).toContain(' objective: - 3.000000000 x - 5.000000000 y')
    expect(() => lpText({ ...program, minimize: { 'a b': 1 } })).toThrow(RangeError)
    expect(() => lpText({ ...program, minimize: { x: NaN } })).toThrow(RangeError)
  })
})
