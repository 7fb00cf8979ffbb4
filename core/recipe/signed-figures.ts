import type { Evaluation } from './evaluation'
import type { MixFigures } from './mix-figures'

/** Figures of a mixture as they are stored with a standard. */
export interface SignedSip {
  volumeMl: number
  brix: number
  taGPer100Ml: number
  /** null where there is next to no acid */
  ratio: number | null
  tempC: number
}
/** Figures as they were worked out when a standard was signed. */
export interface SignedFigures {
  jug: SignedSip
  firstSip?: SignedSip
  lastSip?: SignedSip
}

const sipOf = (m: MixFigures): SignedSip => ({
  volumeMl: m.volume.value,
  brix: m.brix.value,
  taGPer100Ml: m.ta.value,
  ratio: m.ratio?.value ?? null,
  tempC: m.temp.value,
})

/** The figures that are stored with a standard. */
export const figuresToSign = ({ jug, cup }: Evaluation): SignedFigures => ({
  jug: sipOf(jug),
  ...(cup ? { firstSip: sipOf(cup.firstSip), lastSip: sipOf(cup.lastSip) } : {}),
})

/** By how much a figure must move for somebody to see it: half of its last digit as shown. */
const SEEN: Record<keyof SignedSip, number> = {
  volumeMl: 0.5,
  brix: 0.05,
  taGPer100Ml: 0.005,
  ratio: 0.05,
  tempC: 0.05,
}

/** A figure of a standard that this core works out otherwise than the one it was signed with. */
export interface Moved {
  at: 'jug' | 'firstSip'
  figure: keyof SignedSip
  signed: number | null
  today: number | null
}

/**
 * What differs between a standard as signed and as this core works it out from the same snapshot. The last sip is left
 * out: it rests on the stand's room, which is today's.
 */
export function movedSince(signed: SignedFigures, evaluation: Evaluation): Moved[] {
  const now = figuresToSign(evaluation)
  return (['jug', 'firstSip'] as const).flatMap((at) => {
    const [was, is] = [signed[at], now[at]]
    if (!was || !is) return []
    return (Object.keys(SEEN) as (keyof SignedSip)[])
      .filter((f) => (was[f] === null) !== (is[f] === null) || Math.abs((was[f] ?? 0) - (is[f] ?? 0)) > SEEN[f])
      .map((figure): Moved => ({ at, figure, signed: was[figure], today: is[figure] }))
  })
}
