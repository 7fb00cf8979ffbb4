import { evaluateFigure } from '../figures'
import { dataOfRow } from '../substances'
import { amountOf, handlingOf, type BaseMake } from '.'
import { interval } from '../evidence'
import { INGREDIENTS } from '../substances'
import { fruitYield, handbookYield } from '.'
import { compareYields, kgForJuice, predictYield, sureMlPerKg, sureYield, sureBase } from './prediction'

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

describe('how much of a base a gram of fruit gives at least', () => {
  const base = (over: Partial<BaseMake> = {}): BaseMake => ({
    runs: 2,
    composition: {},
    ph: 3,
    cautions: [],
    gPerMl: 1.02,
    minutesPerL: null,
    perFruit: [],
    parts: [
      { key: 'lemon', gPerG: 1 },
      { key: 'water', gPerG: 0.4 },
    ],
    ...over,
  })
  const sure = (of: BaseMake, p = 0.9): number => sureBase(of, p, {})!.value
  it('is less the surer it is to be, and less than what is expected', () => {
    expect(sure(base())).toBeLessThan(1)
    expect(sure(base(), 0.99)).toBeLessThan(sure(base(), 0.8))
    const figure = sureBase(base(), 0.9, {})!
    expect(evaluateFigure(figure)).toBeCloseTo(figure.value, 12)
  })
  it('only the juice in it is unsure: the more of it is water, the surer it is', () => {
    const thin = [
      { key: 'lemon', gPerG: 1 },
      { key: 'water', gPerG: 0.8 },
    ]
    expect(sure(base({ parts: thin }))).toBeGreaterThan(sure(base()))
  })
  it('follows what its makings gave', () => {
    expect(sure(base({ perFruit: [1, 1, 1, 1, 1, 1] }))).toBeGreaterThan(sure(base()))
    expect(sure(base({ perFruit: [0.7, 0.7, 0.7] }))).toBeLessThan(sure(base({ perFruit: [1, 1, 1] })))
  })
})

describe('what is known of a thing whose amount is typed', () => {
  const of = (key: string, cupG: number | null = null) => {
    const data = dataOfRow({ likeKey: key, kind: '', own: null, base: null, handling: { cupG } }, INGREDIENTS.get(key))!
    return amountOf(data, handlingOf({ key }, null), null)
  }
  it('what is poured has its density, what is heaped a cup, whole fruit a piece', () => {
    expect(of('lemon-juice')).toMatchObject({ isLiquid: true, gPerMl: expect.closeTo(1.03, 1) })
    expect(of('white-sugar')).toMatchObject({ isLiquid: false, gPerMl: expect.closeTo(200 / 236.588, 6) })
    expect(of('lime')).toMatchObject({ isLiquid: false, gPerMl: null, gPerPiece: expect.any(Number) })
  })
  it('a cup that somebody weighed here goes before', () => {
    expect(of('white-sugar', 220).gPerMl).toBeCloseTo(220 / 236.588, 6)
    expect(of('strawberry', 150).gPerMl).toBeCloseTo(150 / 236.588, 6)
  })
})
