import { difference, given, sum, type Figure } from '#core/figures'
import { splitOfPress } from '#core/yield'
import type { Lot, Press } from '#shared/contract'

export interface StripPart {
  key: 'juice' | 'trim' | 'pulp' | 'loss' | 'other' | 'crate'
  kg: number
}

/** Parts of a strip, kg: where the fruit of these presses went. */
export function partsOf(presses: readonly Press[]): StripPart[] {
  const split = presses.map(splitOfPress)
  const kg = (of: keyof (typeof split)[number]): number => split.reduce((sum, p) => sum + p[of], 0) / 1000
  return [
    { key: 'juice', kg: kg('juiceG') },
    { key: 'trim', kg: kg('trimG') },
    { key: 'pulp', kg: kg('pulpG') },
    { key: 'loss', kg: kg('lossG') },
  ]
}
/** A whole lot: its presses, what left it otherwise (garnish, sorted, thrown), and what is still there. */
export function partsOfLot(lot: Lot, presses: readonly Press[]): StripPart[] {
  const otherG = lot.amount - lot.onHand - presses.reduce((sum, p) => sum + p.takenG, 0)
  return [
    ...partsOf(presses),
    { key: 'other', kg: otherG > 1 ? otherG / 1000 : 0 },
    { key: 'crate', kg: lot.onHand / 1000 },
  ]
}

/** kg still in the crate, as a figure: what came, less what was pressed and what left otherwise. */
export function crateFigure(lot: Lot, presses: readonly Press[]): Figure {
  const params = { name: lot.ingredientKey }
  const received = given(
    'received',
    lot.amount / 1000,
    'kg',
    lot.weighed ? 'measured' : 'estimated',
    lot.weighed ? 'source.scale' : 'source.count',
    params,
  )
  const out = presses.map((p) => given('taken', p.takenG / 1000, 'kg', 'measured', 'source.scale', params))
  const otherKg = (lot.amount - lot.onHand) / 1000 - out.reduce((s, f) => s + f.value, 0)
  if (otherKg > 0.001) out.push(given('left-otherwise', otherKg, 'kg', 'measured', 'source.lots', params))
  return out.length ? difference('in-crate', 'kg', received, sum('out-of-crate', 'kg', out, params), params) : received
}
