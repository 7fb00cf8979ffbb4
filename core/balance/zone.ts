import { interval, predict, type Scale } from '../evidence'
import type { Zone } from '../recipe'
import { LEAST_KEPT, type Kept } from './reading'

// Where this stand's own drinks of a family lie, learned from those that it kept. In a file that is imported by itself:
// it brings the statistics with it.

/** Of four drinks to come, three lie in the zone in each of its two directions. */
const CHANCE = 0.75
/** What a usual zone counts for beside what was kept, and how sure its width is. */
const [WORTH, DOF] = [1, 3]
/** Standard deviations from the middle of a usual zone to its edge: it is taken to hold three of four. */
const EDGE = 1.15

/**
 * The zone of a stand: the usual one of the family, moved and narrowed by what was kept.
 * @param kept of the family, in the order of time: standards, trials that were kept, batches, samples that were liked
 * @returns null where there are too few
 */
export function ownZone(usual: Zone, kept: readonly Kept[]): Zone | null {
  const known = kept.filter((k) => k.ratio > 0 && k.brix > 0)
  if (known.length < LEAST_KEPT) return null
  return {
    ratio: learned(
      usual.ratio,
      known.map((k) => k.ratio),
      'logarithmic',
    ),
    brix: learned(
      usual.brix,
      known.map((k) => k.brix),
      'linear',
    ),
  }
}

function learned([low, high]: readonly [number, number], values: readonly number[], scale: Scale): [number, number] {
  const isLinear = scale === 'linear'
  const mean = isLinear ? (low + high) / 2 : Math.sqrt(low * high)
  const spread = (isLinear ? high - low : Math.log(high / low)) / 2 / EDGE
  const [least, most] = interval(predict({ mean, spread, worth: WORTH, dof: DOF }, values, scale), CHANCE)
  return [least, most]
}
