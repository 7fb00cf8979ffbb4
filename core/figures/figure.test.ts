import fc from 'fast-check'
import { call, difference, evaluateFigure, factor, given, product, quotient, sum, type Basis, type Figure } from '.'

const mass = (value: number, basis: Basis = 'measured'): Figure => given('mass-of', value, 'g', basis, 'source.bench')

describe('a figure', () => {
  it('is the sum that it says', () => {
    expect(sum('total', 'g', [mass(2), mass(3), mass(-1)]).value).toBe(4)
    expect(difference('rest', 'g', mass(5), mass(7)).value).toBe(-2)
    expect(product('all', 'g', [mass(2), factor(1.5), factor(4)]).value).toBe(12)
    expect(quotient('share', '1', mass(3), mass(4)).value).toBe(0.75)
    expect(call('least', 'g', 'least', [mass(3), mass(2)]).value).toBe(2)
    expect(call('rest', 'g', 'at-least-zero', [mass(-3)]).value).toBe(0)
    expect(call('loads', 'pieces', 'round-up', [mass(2.0000000001)]).value).toBe(2)
    expect(sum('none', 'g', []).value).toBe(0)
  })
  it.each([
    [['measured', 'measured'], 'measured'],
    [['measured', 'estimated'], 'estimated'],
    [['default', 'measured'], 'estimated'],
  ] as const)('of what is %p is %s: no surer than what it is made of', (bases, basis) =>
    expect(
      sum(
        'total',
        'g',
        bases.map((b) => mass(1, b)),
      ).basis,
    ).toBe(basis),
  )
  it('keeps what it was made of, in order, with its unit and its names', () => {
    const [a, b] = [mass(1), mass(2)]
    expect(difference('rest', 'g', a, b, { name: 'lemon' })).toMatchObject({
      ...{ op: 'difference', args: [a, b], unit: 'g', label: 'rest', params: { name: 'lemon' } },
    })
    expect(a).toMatchObject({ op: 'given', args: [], source: 'source.bench' })
  })
  // What is explained is what is shown: worked out again from the leaves alone, it is the same to the last digit.
  it('is worked out again from its leaves to the same number, however deep', () => {
    const leaf = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => mass(v))
    const { tree } = fc.letrec<{ tree: Figure }>((tie) => ({
      tree: fc.oneof(
        { maxDepth: 6, withCrossShrink: true },
        leaf,
        fc.array(tie('tree'), { maxLength: 4 }).map((args) => sum('s', 'g', args)),
        fc.tuple(tie('tree'), tie('tree')).map(([a, b]) => difference('d', 'g', a, b)),
        fc.array(tie('tree'), { minLength: 1, maxLength: 3 }).map((args) => product('p', 'g', args)),
        fc.tuple(tie('tree'), tie('tree')).map(([a, b]) => quotient('q', '1', a, b)),
        fc.array(tie('tree'), { minLength: 1, maxLength: 3 }).map((args) => call('l', 'g', 'least', args)),
      ),
    }))
    fc.assert(fc.property(tree, (f) => Object.is(evaluateFigure(f), f.value)))
  })
})
