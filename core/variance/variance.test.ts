import fc from 'fast-check'
import { HyperFormula } from 'hyperformula'
import { added, causesOf, CAUSES, NO_CAUSES, differenceOf, toTheCoin, totalOf, type Used } from '.'

const lemons: Used = {
  key: 'lemon',
  standardPerKg: 2,
  paidPerKg: 2.4,
  standardPerKgGives: 430,
  gave: 400,
  wanted: 8600,
  used: 10_000,
  wasted: 500,
  missing: 300,
}

describe('why lemons cost more', () => {
  it('is what the identities of cost accounting textbooks say (memory)', () => {
    // 25 kg bought at 2.40 for 10 L; the standard wants 20 kg at 2.00 for 8.6 L.
    expect(differenceOf(lemons)).toBeCloseTo(25 * 2.4 - 20 * 2, 9)
    const causes = causesOf(lemons)
    expect(causes.price).toBeCloseTo((2.4 - 2) * 25, 9)
    // 10 L of 430 mL a kg would have been 23.26 kg.
    expect(causes.yield).toBeCloseTo((25 - 10_000 / 430) * 2, 9)
    expect(causes.waste).toBeCloseTo((500 / 430) * 2, 9)
    expect(causes.unexplained).toBeCloseTo((300 / 430) * 2, 9)
    expect(causes.usage).toBeCloseTo(((1400 - 800) / 430) * 2, 9)
  })
  it('adds up to the whole, whatever was bought, pressed, poured and lost; to the coin too', () => {
    const positive = fc.double({ min: 0.01, max: 5000, noNaN: true })
    const any = fc.record({
      key: fc.constant('x'),
      standardPerKg: positive,
      paidPerKg: positive,
      standardPerKgGives: positive,
      gave: positive,
      wanted: positive,
      used: positive,
      wasted: positive,
      missing: fc.double({ min: -500, max: 500, noNaN: true }),
    })
    fc.assert(
      fc.property(any, fc.constantFrom(0, 2, 3), (used, decimals) => {
        const causes = causesOf(used)
        const whole = differenceOf(used)
        expect(totalOf(causes)).toBeCloseTo(whole, Math.abs(whole) > 1e6 ? 2 : 4)
        const coins = toTheCoin(
          CAUSES.map((c) => causes[c]),
          decimals,
        )
        const unit = 10 ** decimals
        expect(coins.reduce((a, b) => a + b, 0) * unit).toBeCloseTo(Math.round(totalOf(causes) * unit), 3)
      }),
    )
  })
  it('is the same in a spreadsheet engine', () => {
    const rows = Array.from({ length: 12 }, (_, i): Used => ({
      ...lemons,
      key: `k${i}`,
      paidPerKg: 1 + 0.3 * i,
      gave: 300 + 20 * i,
      used: 5000 + 700 * i,
      missing: 40 * i - 100,
    }))
    const cells = rows.map((u, i) => {
      const r = i + 1
      return [
        ...[u.standardPerKg, u.paidPerKg, u.standardPerKgGives, u.gave, u.wanted, u.used, u.wasted, u.missing],
        ...[`=(B${r}-A${r})*F${r}/D${r}`, `=(F${r}/D${r}-F${r}/C${r})*A${r}`],
        ...[`=(F${r}-E${r}-G${r}-H${r})*A${r}/C${r}`, `=G${r}*A${r}/C${r}`, `=H${r}*A${r}/C${r}`],
      ]
    })
    const sums = ['I', 'J', 'K', 'L', 'M'].map((c) => `=SUM(${c}1:${c}12)`)
    const whole = '=SUMPRODUCT(B1:B12,F1:F12/D1:D12)-SUMPRODUCT(A1:A12,E1:E12/C1:C12)'
    const hf = HyperFormula.buildFromArray([...cells, [...sums, whole]], {
      licenseKey: 'gpl-v3',
      useArrayArithmetic: true,
      smartRounding: false,
    })
    const at = (col: number): number => hf.getCellValue({ sheet: 0, row: 12, col }) as number
    const causes = rows.map(causesOf).reduce(added, NO_CAUSES)
    for (const [i, c] of CAUSES.entries()) expect([c, at(i)]).toEqual([c, expect.closeTo(causes[c], 9)])
    expect(at(CAUSES.length)).toBeCloseTo(totalOf(causes), 9)
  })
  it('nothing is explained by what gives nothing', () => {
    expect(() => causesOf({ ...lemons, gave: 0 })).toThrow('yield-not-positive')
  })
})
