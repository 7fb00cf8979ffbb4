import { interval } from '../evidence'
import { INGREDIENTS } from '../substances'
import { fruitYield, handbookYield } from '.'
import { compareYields, kgForJuice, predictYield, sureMlPerKg, sureYield } from './prediction'

describe('the yield of the next lot', () => {
  it('is the handbook’s without a press, and the newest presses’ after many', () => {
    expect(predictYield(430, []).expected).toBe(430)
    expect(predictYield(430, [380]).expected).toBeCloseTo(405, 9)
    const moved = [...Array(6).fill(300), ...Array(12).fill(430)].map((y, i) => y + 8 * (i % 3))
    expect(predictYield(430, moved).expected).toBeLessThan(340)
    const [low, high] = interval(predictYield(430, []), 0.9)
    expect((low + high) / 2).toBeCloseTo(430, 0)
  })
  it('a slip of ten leaves an answer, and a press of nothing is none', () => {
    const slipped = [400, 410, 4050, 395, 405, 400, 390, 410, 400, 405]
    expect(sureMlPerKg(predictYield(430, slipped), 0.9)).toBeGreaterThan(300)
    expect(predictYield(430, [0, 400]).count).toBe(1)
  })
  it('says how many kilos are enough, more for a greater chance, and never falls over', () => {
    const p = predictYield(430, [400, 420, 390, 410, 405])
    expect(kgForJuice(p, 8900, 0.5)! / (8900 / p.expected)).toBeCloseTo(1, 2)
    expect(kgForJuice(p, 8900, 0.9)!).toBeGreaterThan(kgForJuice(p, 8900, 0.5)!)
    expect(kgForJuice(predictYield(430, []), 8900, 0.9999)).toBeNull()
    expect(kgForJuice(predictYield(430, [1, 2000, 3]), 8900, 0.99)).toBeNull()
  })
  it('opens to what is expected and an allowance', () => {
    const known = fruitYield(INGREDIENTS.get('lemon')!, [])
    const sure = sureYield(known, 0.9, {})!
    const [expected, allowance] = sure.args
    expect([expected!.value, sure.value]).toEqual([
      handbookYield(INGREDIENTS.get('lemon')!).value,
      expect.closeTo(expected!.value - allowance!.value, 9),
    ])
    expect(sureYield(known, 0.9999, {})).toBeNull()
  })
})

describe('two methods', () => {
  // Worked by hand: means 410 and 380, variances of the means 100/3 and 100/3 (10 apart each), Welch dof 4, t 0.95 =
  // 2.132
  it('differ by Welch', () => {
    const c = compareYields([400, 410, 420], [370, 380, 390])!
    expect(c.difference).toBeCloseTo(30, 9)
    expect(c.high - c.difference).toBeCloseTo(2.132 * Math.sqrt(200 / 3), 1)
    expect(c.difference - c.low).toBeCloseTo(c.high - c.difference, 9)
    // t of 4 degrees at 30/8.165 = 3.674: 0.9893 (R's pt, memory)
    expect(c.firstIsBetter).toBeCloseTo(0.9893, 3)
  })
  it('are not told apart by one press', () =>
    expect([compareYields([400], [300, 310]), compareYields([5, 5], [5, 5])]).toEqual([null, null]))
})
