import { deliveriesOf, paidFor, usualBought, type ShopItem } from '.'

const sugar: ShopItem = {
  key: 'white-sugar',
  kind: 'weighed',
  wanted: 6200,
  packs: [
    { count: 1, packG: 5000, loose: false, supplier: 'Mill' },
    { count: 2, packG: 1000, loose: false, supplier: 'Corner' },
  ],
}
const of = (over: Partial<ShopItem>): ShopItem => ({ ...sugar, ...over })

it('what was chosen is bought, pack by pack; another amount is one pack of it', () => {
  expect(usualBought(sugar)).toBe(7000)
  expect(deliveriesOf(sugar, 7000)).toEqual([
    { kind: 'pack', packs: 1, size: 5000, unit: 'g', supplier: 'Mill' },
    { kind: 'pack', packs: 2, size: 1000, unit: 'g', supplier: 'Corner' },
  ])
  expect(deliveriesOf(sugar, 6500)).toEqual([{ kind: 'pack', packs: 1, size: 6500, unit: 'g', supplier: 'Mill' }])
})
it('fruit is a lot of so many kilos; loose goods are one bag; cups are pieces', () => {
  const loose = { count: 13, packG: 100, loose: true, supplier: null }
  expect(deliveriesOf(of({ kind: 'fruit', packs: [loose] }), 1300)).toEqual([{ kind: 'lot', kg: 1.3, supplier: null }])
  expect(deliveriesOf(of({ packs: [loose] }), 1300)).toEqual([
    { kind: 'pack', packs: 1, size: 1300, unit: 'g', supplier: null },
  ])
  expect(deliveriesOf(of({ kind: 'pieces', wanted: 80, packs: [] }), 100)).toEqual([
    { kind: 'pack', packs: 1, size: 100, unit: 'pieces', supplier: null },
  ])
  expect(usualBought(of({ packs: [], wanted: 80 }))).toBe(80)
})
it('what was paid goes by weight, and is all there to the cent, in any money', () => {
  expect(paidFor(deliveriesOf(sugar, 7000), 9.99, 2)).toEqual([7.14, 2.85])
  expect(paidFor(deliveriesOf(sugar, 7000), 1000, 0)).toEqual([714, 286])
  expect(paidFor(deliveriesOf(sugar, 6500), 9.99, 2)).toEqual([9.99])
})
