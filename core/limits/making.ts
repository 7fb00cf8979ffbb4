import { checkWhen, positive, none } from './bounds'
import type { Findings } from './verdict'

/** No small stand makes more at once, in mL or g. */
const MOST_OUT = 500_000
/** °Bx that a refractometer for syrups reads, and °C of what is boiled. */
const [MOST_BRIX, LEAST_C, MOST_C] = [85, -30, 120]
const MOST_MINUTES = 1440
const MOST_HANDS = 20
/** A scale and a jug differ: more than this over what went in is not theirs. */
const OVER = 1.05
/** Far from what the standard makes of what was used: looked at once more. */
const [LITTLE, MUCH] = [0.6, 1.25]

export interface MakingChecked {
  /** as measured, in its unit, and in g */
  out: number
  outG: number
  /** g of by-products that were kept */
  keptG: number
  /** g that went in, where every lot is known; null where something was taken that is in no lot */
  inG: number | null
  /** g that the standard makes of what was used; null where that is not known */
  expectedG: number | null
  brix: number | null
  tempC: number | null
  minutes: number | null
  hands: number | null
  /** the last day that it is to be used, and the first that it can be: that of its making */
  useBy: string | null
  madeOn: string
  at: string | null
  now: string
}

/** A making of a prep: something came out, no more than went in, with readings that can be. */
export function checkMaking(m: MakingChecked): Findings {
  const found = none()
  positive(found, 'out', m.out, MOST_OUT, 'made')
  const within = (field: 'brix' | 'tempC' | 'minutes' | 'hands', least: number, most: number, code: string): void => {
    const value = m[field]
    if (value !== null && !(value >= least && value <= most))
      found.limits.push({ code, field, numbers: { value, least, most } })
  }
  within('brix', 0, MOST_BRIX, 'brix-out-of-range')
  within('tempC', LEAST_C, MOST_C, 'temp-out-of-range')
  within('minutes', 0, MOST_MINUTES, 'minutes-out-of-range')
  within('hands', 1, MOST_HANDS, 'hands-out-of-range')
  if (m.useBy !== null && m.useBy < m.madeOn)
    found.limits.push({ code: 'use-by-before-made', field: 'useBy', numbers: {} })
  found.limits.push(...checkWhen(m.at, m.now))
  if (found.limits.length) return found
  const allG = m.outG + m.keptG
  if (m.inG !== null && allG > OVER * m.inG)
    found.limits.push({ code: 'made-more-than-went-in', field: 'out', numbers: { outG: allG, inG: m.inG } })
  else if (m.expectedG !== null && (m.outG < LITTLE * m.expectedG || m.outG > MUCH * m.expectedG))
    found.doubts.push({
      code: 'made-far-from-standard',
      field: 'out',
      numbers: { outG: m.outG, expectedG: m.expectedG },
    })
  return found
}
