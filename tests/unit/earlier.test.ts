import { todaysBody, todaysNames, todaysRow } from '../../shared/earlier'

describe('what an earlier release called otherwise', () => {
  it('has the names of today, at any depth, and what is in it as it was', () => {
    const told = {
      id: 'x',
      packPriceEur: 3,
      lines: [{ costEur: null, of: { sellEur: 2 } }],
      price: { eur: 4, per: 'kg' },
    }
    expect(todaysNames(told)).toEqual({
      id: 'x',
      packPrice: 3,
      lines: [{ cost: null, of: { sellPrice: 2 } }],
      price: { paid: 4, per: 'kg' },
    })
    const same = { a: [1, { b: null }], at: new Date(0) }
    expect(todaysNames(same)).toBe(same)
  })
  it('is priced as deliveries are today, where it was priced for a kilo', () => {
    expect(todaysBody({ kg: 2, priceEurPerKg: 3 })).toEqual({ kg: 2, price: { paid: 3, per: 'kg' } })
    expect(todaysBody({ kg: 2, priceEurPerKg: null })).toEqual({ kg: 2, price: null })
    expect(todaysBody({ priceEurPerKg: 3, price: { eur: 5, per: 'crate' } })).toEqual({
      price: { paid: 5, per: 'crate' },
    })
    expect([todaysBody(null), todaysBody('x'), todaysBody([1])]).toEqual([null, 'x', [1]])
  })
  it('of a row only the columns, and nothing in its documents', () => {
    expect(todaysRow({ sellEur: 2, draft: { sellEur: 3 } }, 'recipe')).toEqual({ sellPrice: 2, draft: { sellEur: 3 } })
    expect(todaysRow({ ingredientKey: 'lemon', costEur: '2' }, 'lot')).toEqual({ itemKey: 'lemon', cost: '2' })
    expect(todaysRow({ ingredientKey: 'lemon' }, 'press')).toEqual({ ingredientKey: 'lemon' })
  })
})
