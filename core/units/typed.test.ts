import fc from 'fast-check'
import {
  amountIn,
  inShown,
  isMassUnit,
  MASS_UNITS,
  NOTHING_KNOWN,
  parseAmount,
  shownUnit,
  toGrams,
  toMillilitres,
  unitFor,
  VOLUME_UNITS,
  type AmountOf,
  type KeptUnit,
  type TypedUnit,
} from '.'

const SYRUP: AmountOf = { gPerMl: 1.23, gPerPiece: null, isLiquid: true, ounces: null }
const SUGAR: AmountOf = { gPerMl: 200 / toMillilitres(1, 'cup'), gPerPiece: null, isLiquid: false, ounces: null }
const LIME: AmountOf = { gPerMl: null, gPerPiece: 67, isLiquid: false, ounces: null }
const read = (
  text: string,
  kept: KeptUnit,
  of = NOTHING_KNOWN,
  bare: TypedUnit = kept === 'pieces' ? 'piece' : kept === '°C' ? 'C' : kept,
) => {
  const typed = parseAmount(text, ['lime', 'limes', 'limón', 'limones'])
  if (!typed.ok) return typed.code
  const found = amountIn(typed.parts, kept, bare, of)
  return found.ok ? Math.round(found.value * 1e4) / 1e4 : found.code
}

describe('an amount as people have it', () => {
  // NIST Handbook 44, appendix C (memory): cup 236.588 mL, tablespoon 14.787 mL, teaspoon 4.929 mL, pound 453.592 g
  it.each<[string, KeptUnit, AmountOf, number | string]>([
    ['1.5', 'kg', NOTHING_KNOWN, 1.5],
    ['1,5 kg', 'g', NOTHING_KNOWN, 1500],
    ['750 g', 'kg', NOTHING_KNOWN, 0.75],
    ['2 lb', 'kg', NOTHING_KNOWN, 0.9072],
    ['2 lb 4 oz', 'g', NOTHING_KNOWN, 1020.5828],
    ['2 lb 4 oz', 'g', SYRUP, 1020.5828],
    ['4 oz', 'g', NOTHING_KNOWN, 113.3981],
    ['1 1/4 cup', 'mL', NOTHING_KNOWN, 295.7353],
    ['1¼ cups', 'mL', NOTHING_KNOWN, 295.7353],
    ['½ tsp', 'mL', NOTHING_KNOWN, 2.4645],
    ['1 / 3 cup', 'mL', NOTHING_KNOWN, 78.8627],
    ['a cup', 'g', SUGAR, 200],
    ['half a cup', 'g', SUGAR, 100],
    ['media taza', 'g', SUGAR, 100],
    ['2 tazas', 'mL', NOTHING_KNOWN, 473.1765],
    ['3 cdas.', 'mL', NOTHING_KNOWN, 44.3603],
    ['1 cucharadita', 'mL', NOTHING_KNOWN, 4.9289],
    ['16 fl oz', 'L', NOTHING_KNOWN, 0.4732],
    ['16 fl. oz.', 'mL', NOTHING_KNOWN, 473.1765],
    ['16 onzas líquidas', 'mL', NOTHING_KNOWN, 473.1765],
    ['1 qt', 'mL', NOTHING_KNOWN, 946.3529],
    ['1 gal', 'L', NOTHING_KNOWN, 3.7854],
    ['1 pt', 'mL', NOTHING_KNOWN, 473.1765],
    ['250 g', 'mL', SYRUP, 203.252],
    ['2 cups', 'g', SYRUP, 582.0071],
    ['12 limes', 'kg', LIME, 0.804],
    ['12 limones', 'g', LIME, 804],
    ['12 pcs', 'pieces', NOTHING_KNOWN, 12],
    ['98 °F', '°C', NOTHING_KNOWN, 36.6667],
    ['37 C', '°C', NOTHING_KNOWN, 37],
    ['-4', '°C', NOTHING_KNOWN, -4],
    // and how it cannot be read
    ['', 'kg', NOTHING_KNOWN, 'amount-missing'],
    ['1/0 cup', 'mL', NOTHING_KNOWN, 'amount-over-nothing'],
    ['1 1/2/3', 'mL', NOTHING_KNOWN, 'amount-not-a-number'],
    ['cup', 'mL', NOTHING_KNOWN, 'amount-not-a-number'],
    ['3 stones', 'kg', NOTHING_KNOWN, 'amount-unit-unknown'],
    ['1.5.2 kg', 'kg', NOTHING_KNOWN, 'amount-grouped'],
    ['1,234', 'kg', NOTHING_KNOWN, 'amount-three-digits'],
    ['1.234 kg', 'kg', NOTHING_KNOWN, 'amount-three-digits'],
    ['5 kg 3 L', 'kg', NOTHING_KNOWN, 'amount-units-mixed'],
    ['1 kg 200', 'kg', NOTHING_KNOWN, 'amount-units-mixed'],
    ['a cup', 'g', LIME, 'cup-unknown'],
    ['3 limes', 'g', SUGAR, 'piece-unknown'],
    ['4 oz', 'mL', SYRUP, 'ounce-of-what'],
    ['98 °F', 'kg', NOTHING_KNOWN, 'unit-not-here'],
    ['2 kg', '°C', NOTHING_KNOWN, 'unit-not-here'],
    ['2 kg', 'pieces', NOTHING_KNOWN, 'unit-not-here'],
  ])('%s in %s', (text, kept, of, answer) => expect(read(text, kept, of)).toBe(answer))
  it('an ounce of a liquid is what the stand means by it', () => {
    expect(read('4 oz', 'mL', { ...SYRUP, ounces: 'volume' })).toBeCloseTo(118.2941, 4)
    expect(read('4 oz', 'g', { ...SYRUP, ounces: 'weight' })).toBeCloseTo(113.3981, 4)
    expect(read('4 oz', 'mL', { ...SYRUP, ounces: 'weight' })).toBeCloseTo(113.3981 / 1.23, 3)
  })
  it('a number alone is in the unit of its field', () => {
    expect(read('5', 'kg', NOTHING_KNOWN, 'lb')).toBe(2.268)
    expect(read('5 kg', 'kg', NOTHING_KNOWN, 'lb')).toBe(5)
    expect(read('100', '°C', NOTHING_KNOWN, 'F')).toBeCloseTo(37.7778, 4)
  })
})

describe('units of a stand', () => {
  const units = [...MASS_UNITS, ...VOLUME_UNITS]
  it('an amount that is typed in any unit is read back to the last digit that is shown', () => {
    const any = fc.double({ min: 0.01, max: 5000, noNaN: true })
    fc.assert(
      fc.property(any, fc.constantFrom(...units), (value, unit) => {
        const kept = isMassUnit(unit) ? 'g' : 'mL'
        const typed = parseAmount(`${value.toFixed(4)} ${unit}`)
        const found = typed.ok && amountIn(typed.parts, kept, kept, NOTHING_KNOWN)
        const is = isMassUnit(unit) ? toGrams(value, unit) : toMillilitres(value, unit)
        const perUnit = is / value
        expect(found && found.ok && Math.abs(found.value - is) <= 0.00006 * perUnit).toBe(true)
      }),
    )
  })
  it.each(['metric', 'us'] as const)('what is shown in %s units and typed again is the same', (system) => {
    const any = fc.double({ min: 0.01, max: 5000, noNaN: true })
    fc.assert(
      fc.property(any, fc.constantFrom<KeptUnit>('g', 'kg', 'mL', 'L', '°C'), (value, kept) => {
        const shown = shownUnit(kept, system)
        const written = inShown(value, shown).toFixed(6)
        const typed = parseAmount(`${Number(written).toFixed(6)}0`)
        const found = typed.ok && amountIn(typed.parts, kept, shown.typed!, NOTHING_KNOWN)
        expect(found && found.ok && found.value).toBeCloseTo(value, 3)
      }),
    )
  })
  it.each([
    [100, 'g', 'oz', 3.527],
    [1000, 'g', 'lb', 2.2046],
    [1, 'kg', 'lb', 2.2046],
    [300, 'mL', 'fl oz', 10.144],
    [3000, 'mL', 'qt', 3.1701],
    [21, '°C', '°F', 69.8],
    [400, 'mL/kg', 'fl oz/lb', 6.135],
    [2, 'money/kg', 'money/lb', 0.9072],
    [8, '°Bx', '°Bx', 8],
  ])('%d %s in US customary units', (value, kept, unit, is) => {
    const shown = unitFor(value, kept, 'us')
    expect([shown.unit, inShown(value, shown)]).toEqual([unit, expect.closeTo(is, 3)])
  })
})
