import { call, difference, factor, given, product, quotient, sum, type Figure, type Unit } from '../figures'
import type { Stream } from '../process'
import { acidG, dissolvedG, fatG, fibreG, liquorG, massG, sugarsG, sweetnessG } from '../process'

/** The shares of a gram that the figures of a mixture are summed from. */
export const SHARES = ['sugars', 'acid', 'sweetness', 'dissolved', 'liquor', 'fibre', 'fat'] as const
export type Share = (typeof SHARES)[number]

/** One part of a mixture: its mass, and what a gram of it holds. */
export interface Part {
  name: string
  mass: Figure
  shares: Readonly<Record<Share, Figure>>
  params: Record<string, string | number>
}

/** The figures of one mixture, as in the jug, at the first sip or at the last. */
export interface MixFigures {
  mass: Figure
  volume: Figure
  brix: Figure
  dissolved: Figure
  sugars: Figure
  acid: Figure
  /** g per 100 mL, as citric acid */
  ta: Figure
  /** g sugars to 1 g acid; null where there is next to no acid */
  ratio: Figure | null
  /** g sucrose equivalent per 100 mL */
  sweetness: Figure
  temp: Figure
}

const READ: Record<Share, (s: Stream) => number> = {
  sugars: sugarsG, acid: acidG, sweetness: sweetnessG, dissolved: (s) => dissolvedG(s) + s.undissolvedG,
  liquor: (s) => liquorG(s) + s.undissolvedG, fibre: fibreG, fat: fatG,
}

/** What a gram of an ingredient holds: leaves, with the source of its composition. */
export function ingredientShares(stream: Stream, source: string, params: Part['params']): Part['shares'] {
  const mass = massG(stream)
  const shares = {} as Record<Share, Figure>
  for (const s of SHARES) {
    shares[s] = given(`share-${s}`, mass > 0 ? READ[s](stream) / mass : 0, '1', 'default', source, params)
  }
  return shares
}

/** What a gram of a prep holds: its own totals over its own mass, so that the sum opens on into the prep. */
export function prepShares(parts: readonly Part[], params: Part['params']): Part['shares'] {
  const mass = totalMass(parts)
  const shares = {} as Record<Share, Figure>
  for (const s of SHARES) shares[s] = quotient(`share-${s}`, '1', shareTotal(parts, s), mass, params)
  return shares
}

const totalMass = (parts: readonly Part[]) => sum('mass', 'g', parts.map((p) => p.mass))

/** g of `share` that one part brings. */
export const partShare = (part: Part, share: Share): Figure =>
  product(`part-${share}`, 'g', [part.mass, part.shares[share]], part.params)

function shareTotal(parts: readonly Part[], share: Share): Figure {
  // Parts that bring none are left out: a sum is read by people.
  const terms = parts.filter((p) => p.shares[share].value > 0).map((p) => partShare(p, share))
  return sum(share, 'g', terms)
}

const per100 = (label: string, unit: Unit, a: Figure, b: Figure) =>
  product(label, unit, [factor(100), quotient('quotient', '1', a, b)])

/** Below this g of acid per 100 g a ratio means nothing. */
const LEAST_ACID_SHARE = 1e-4

/** The figures of a mixture from its parts. `undissolvedG` is what lies on the bottom, from the process. */
export function mixFigures(parts: readonly Part[], temp: Figure, undissolvedG = 0): MixFigures {
  const mass = totalMass(parts)
  const sugars = shareTotal(parts, 'sugars')
  const acid = shareTotal(parts, 'acid')
  let dissolved = shareTotal(parts, 'dissolved')
  let liquor = shareTotal(parts, 'liquor')
  const bottom = given('undissolved', undissolvedG, 'g', 'estimated', 'source.solubility')
  if (undissolvedG > 0) {
    dissolved = difference('dissolved', 'g', dissolved, bottom)
    liquor = difference('liquor', 'g', liquor, bottom)
  }
  const dissolvedPercent = per100('dissolved-percent', '%', dissolved, liquor)
  const acidPercent = per100('acid-percent', '%', acid, liquor)
  const volume = call('volume', 'mL', 'mixture-volume', [
    liquor, dissolvedPercent, temp, shareTotal(parts, 'fibre'), shareTotal(parts, 'fat'), bottom,
  ])
  return {
    mass, volume, sugars, acid, temp,
    dissolved: dissolvedPercent,
    brix: call('brix', '°Bx', 'brix-reading', [dissolvedPercent, acidPercent]),
    ta: per100('ta', 'g/100 mL', acid, volume),
    ratio: acid.value > LEAST_ACID_SHARE * mass.value ? quotient('ratio', '1', sugars, acid) : null,
    sweetness: per100('sweetness-per-100', 'g/100 mL', shareTotal(parts, 'sweetness'), volume),
  }
}
