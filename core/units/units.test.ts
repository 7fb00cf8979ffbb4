import { largestRemainder, parseNumber, roundToStep, roundUpToStep, toGrams, toMillilitres } from '.'

// NIST Handbook 44, appendix C (memory)
it.each([
  ['cup', 236.588],
  ['tbsp', 14.7868],
  ['tsp', 4.92892],
  ['fl oz', 29.5735],
  ['gallon', 3785.412],
] as const)('a %s is %d mL', (unit, ml) => expect(toMillilitres(1, unit) / ml).toBeCloseTo(1, 5))
it.each([
  ['oz', 28.34952],
  ['lb', 453.59237],
] as const)('a %s is %d g', (unit, g) => expect(toGrams(1, unit) / g).toBeCloseTo(1, 6))
it('eight cups are half a gallon', () => expect(toMillilitres(8, 'cup')).toBeCloseTo(toMillilitres(0.5, 'gallon'), 6))

describe('typed numbers', () => {
  it.each([
    ['1.5', 1.5],
    ['1,5', 1.5],
    [' 12 ', 12],
    ['.5', 0.5],
    ['0', 0],
    ['-3', -3],
    ['0,125', 0.125],
    ['1200', 1200],
    ['1,2345', 1.2345],
  ])('%s is %d', (text, value) => expect(parseNumber(text)).toEqual({ ok: true, value }))
  it.each([
    ['', 'amount-missing'],
    ['abc', 'amount-not-a-number'],
    ['1e3', 'amount-not-a-number'],
    ['NaN', 'amount-not-a-number'],
    ['1.200,5', 'amount-grouped'],
    ['1,200,000', 'amount-grouped'],
    ['4 kg', 'amount-not-a-number'],
    ['Infinity', 'amount-not-a-number'],
  ])('%s is refused as %s', (text, code) => expect(parseNumber(text)).toMatchObject({ ok: false, code }))
  it.each([
    ['1,200', 1.2, 1200],
    ['1.200', 1.2, 1200],
    ['12,345', 12.345, 12345],
  ])('%s is asked about', (text, value, thousands) =>
    expect(parseNumber(text)).toEqual({ ok: false, code: 'amount-three-digits', value, thousands }),
  )
})

describe('rounding', () => {
  it.each([
    [1.004, 0.01, 1],
    [0.15, 0.1, 0.2],
    [247.5, 5, 250],
    [2.675, 0.01, 2.68],
  ])('%d to a step of %d is %d', (v, step, out) => expect(roundToStep(v, step)).toBe(out))
  it('buys no step more for a float hair', () => expect(roundUpToStep(0.1 + 0.2, 0.1)).toBe(0.3))
  it('refuses a step of zero', () => expect(() => roundToStep(1, 0)).toThrow(RangeError))
  it('rows add up to the shown total', () => {
    const rows = largestRemainder([0.333, 0.333, 0.334], 0.01)
    expect(rows.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 10)
    expect(largestRemainder([0.125, 0.125], 0.01)).toEqual([0.13, 0.12])
  })
})
