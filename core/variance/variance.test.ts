import fc from 'fast-check'
import { byDrink, causesOf, CAUSES, differenceOf, toTheCoin, totalOf, type Used } from '.'

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
  it('nothing is explained by what gives nothing', () => {
    expect(() => causesOf({ ...lemons, gave: 0 })).toThrow('yield-not-positive')
  })
  it('is of drinks as the standard wants it for them; what nothing was poured of is of none', () => {
    const causes = causesOf(lemons)
    const of = byDrink([
      {
        causes,
        wantedBy: new Map([
          ['lemonade', 6000],
          ['tea', 2600],
        ]),
      },
      { causes, wantedBy: new Map() },
    ])
    expect(of.get('lemonade')!.price).toBeCloseTo((causes.price * 6000) / 8600, 9)
    expect([...of.values()].reduce((sum, c) => sum + totalOf(c), 0)).toBeCloseTo(2 * totalOf(causes), 9)
    expect(of.get('')).toEqual(causes)
  })
})
