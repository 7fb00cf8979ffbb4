import { difference, given, sum, type Figure } from '../figures'
import { splitOfPress } from './press'

// Where the fruit of a lot went: what its strip is drawn from, and the same as a figure.

export interface StripPart {
  key: 'juice' | 'trim' | 'pulp' | 'loss' | 'other' | 'crate'
  kg: number
}
type Split = Parameters<typeof splitOfPress>[0]
interface Pressed extends Split {
  takes: readonly { lotId: string; takenG: number; outG: number }[]
}
export interface StripLot {
  id: string
  itemKey: string
  /** g as it came, and whether that was weighed */
  amount: number
  weighed: boolean
  /** g that are still there */
  onHand: number
}

/** g below which what left a lot otherwise than by a press is rounding. */
const LEAST_OTHER_G = 1

/**
 * A press as one of its lots sees it: the share of it that came from there, by its fruit, in g of the lot. What was
 * peeled off before is no trimming of a peeled lot.
 */
export function pressInLot(p: Pressed, lotId: string): Split {
  const take = p.takes.find((t) => t.lotId === lotId)
  const isAll = !take || (p.takes.length === 1 && take.outG === take.takenG)
  if (isAll) return p
  const share = take.takenG / p.takes.reduce((sum, t) => sum + t.takenG, 0)
  const trimmedG = p.trimmedG === null ? null : Math.max(0, p.trimmedG * share - (take.takenG - take.outG))
  return {
    takenG: take.outG,
    trimmedG,
    juiceG: p.juiceG * share,
    juiceMl: p.juiceMl * share,
    spilledMl: p.spilledMl ? p.spilledMl * share : p.spilledMl,
  }
}

/** g that left a lot otherwise: garnish, sorted, thrown away. */
function leftOtherwiseG(lot: StripLot, presses: readonly Split[]): number {
  const otherG = lot.amount - lot.onHand - presses.reduce((sum, p) => sum + p.takenG, 0)
  return otherG > LEAST_OTHER_G ? otherG : 0
}

/** Parts of a strip, kg: where the fruit of these presses went. */
export function partsOf(presses: readonly Split[]): StripPart[] {
  const split = presses.map(splitOfPress)
  const kg = (of: keyof (typeof split)[number]): number => split.reduce((sum, p) => sum + p[of], 0) / 1000
  return [
    { key: 'juice', kg: kg('juiceG') },
    { key: 'trim', kg: kg('trimG') },
    { key: 'pulp', kg: kg('pulpG') },
    { key: 'loss', kg: kg('lossG') },
  ]
}

/** A whole lot: its presses, what left it otherwise, and what is still there. */
export const partsOfLot = (lot: StripLot, presses: readonly Pressed[]): StripPart[] => {
  const inLot = presses.map((p) => pressInLot(p, lot.id))
  return [
    ...partsOf(inLot),
    { key: 'other', kg: leftOtherwiseG(lot, inLot) / 1000 },
    { key: 'crate', kg: lot.onHand / 1000 },
  ]
}

/** kg still in the crate, as a figure: what came, less what was pressed and what left otherwise. */
export function crateFigure(lot: StripLot, all: readonly Pressed[]): Figure {
  const presses = all.map((p) => pressInLot(p, lot.id))
  const params = { name: lot.itemKey }
  const [basis, source] = lot.weighed
    ? (['measured', 'source.scale'] as const)
    : (['estimated', 'source.count'] as const)
  const received = given('received', lot.amount / 1000, 'kg', basis, source, params)
  const out = presses.map((p) => given('taken', p.takenG / 1000, 'kg', 'measured', 'source.scale', params))
  const otherG = leftOtherwiseG(lot, presses)
  if (otherG > 0) out.push(given('left-otherwise', otherG / 1000, 'kg', 'measured', 'source.lots', params))
  return out.length ? difference('in-crate', 'kg', received, sum('out-of-crate', 'kg', out, params), params) : received
}
