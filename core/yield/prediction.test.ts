import { seeded } from '../random'
import { PRIOR, compareYields, kgForJuice, predictYield, yieldInterval, yieldQuantile } from './prediction'

describe('the yield of the next lot', () => {
  it('is the handbook’s without a press, and the stand’s own after many', () => {
    expect(predictYield(430, []).expected).toBe(430)
    expect(predictYield(430, [380]).expected).toBe(405)
    expect(predictYield(430, Array(40).fill(380)).expected).toBeCloseTo(380 + 50 / 41, 9)
    expect(predictYield(430, Array(40).fill(380)).scale).toBeLessThan(predictYield(430, []).scale / 2)
  })
  // Student t tables (memory): 95 % quantile with 3 degrees of freedom 2.353, with 23 1.714
  it('has the quantiles of the t distribution', () => {
    const none = predictYield(100, [])
    expect((yieldQuantile(none, 0.95) - 100) / none.scale).toBeCloseTo(2.353, 3)
    const many = predictYield(
      100,
      Array.from({ length: 20 }, (_, i) => 95 + (i % 2) * 10),
    )
    expect((yieldQuantile(many, 0.95) - many.expected) / many.scale).toBeCloseTo(1.714, 3)
  })
  // Stands are simulated from what the model believes: the 90 % interval is to hold between 88 and 92 of 100 next lots,
  // with few presses and with many
  it.each([[0], [2], [5], [12], [40]])('90 %% intervals hold after %d presses', (presses) => {
    const { normal } = seeded(20261125 + presses)
    let inside = 0
    const RUNS = 8000
    for (let run = 0; run < RUNS; run++) {
      // spread from its prior (scaled inverse chi-square), then the mean
      let chi = 0
      for (let i = 0; i < PRIOR.dof; i++) chi += normal() ** 2
      const sd = 0.12 * 430 * Math.sqrt(PRIOR.dof / chi)
      const truth = 430 + (sd / Math.sqrt(PRIOR.presses)) * normal()
      const [low, high] = yieldInterval(
        predictYield(
          430,
          Array.from({ length: presses }, () => truth + sd * normal()),
        ),
        0.9,
      )
      const next = truth + sd * normal()
      if (next >= low && next <= high) inside++
    }
    expect(inside / RUNS).toBeGreaterThan(0.88)
    expect(inside / RUNS).toBeLessThan(0.92)
  })
  it('asks for more kilos the surer it is to be enough, and says when that cannot be', () => {
    const p = predictYield(430, [400, 420, 390, 410, 405])
    expect(kgForJuice(p, 8900, 0.5)).toBeCloseTo(8900 / p.expected, 9)
    expect(kgForJuice(p, 8900, 0.9)).toBeGreaterThan(kgForJuice(p, 8900, 0.5))
    expect(() => kgForJuice(predictYield(430, []), 8900, 0.9999)).toThrow(RangeError)
  })
})

describe('two methods', () => {
  // Worked by hand: means 410 and 380, variances of the means 100/3 and 100/3 (10 apart each), Welch dof 4, t 0.95 =
  // 2.132
  it('differ by Welch', () => {
    const c = compareYields([400, 410, 420], [370, 380, 390])!
    expect(c.difference).toBeCloseTo(30, 9)
    expect(c.high - c.difference).toBeCloseTo(2.132 * Math.sqrt(200 / 3), 1)
    expect(c.firstIsBetter).toBeGreaterThan(0.97)
  })
  it('are not told apart by one press', () =>
    expect([compareYields([400], [300, 310]), compareYields([5, 5], [5, 5])]).toEqual([null, null]))
})
