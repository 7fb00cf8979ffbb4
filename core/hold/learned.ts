import { rootBetween } from '../solve'
import { contentOf, strengthOf, type HoldContext } from './content'
import { inOrder, type HoldEvent } from './event'

/** So many times what is usual, and that part of it, is as far as a reading of a vessel is believed. */
const FARTHEST = 8
/** °Bx that a refractometer tells apart. */
const READ_TO = 0.1

/**
 * What readings of its °Bx teach of a vessel: W for each K at which its ice would have melted so far that it reads
 * what was read. Only what was read with ice in it, and before anything else of it was read, teaches.
 * @returns the rate of the first reading that says something; null where none does, or it is beyond belief
 */
export function wPerKRead(events: readonly HoldEvent[], ctx: HoldContext): number | null {
  const all = inOrder(events)
  const first = all.findIndex((e) => e.kind === 'read')
  const read = all[first]
  if (read?.kind !== 'read' || read.brix === undefined) return null
  const before = all.slice(0, first)
  const at = (wPerK: number) => contentOf(before, read.at, { ...ctx, wPerK })
  const off = (wPerK: number): number => (strengthOf(at(wPerK))?.brix ?? read.brix!) - read.brix!
  const [least, most] = [ctx.wPerK / FARTHEST, ctx.wPerK * FARTHEST]
  // Without ice the room makes nothing thinner: nothing is learned of it.
  if (off(least) - off(most) < READ_TO) return null
  // Thinner than all of its ice makes it, or as thin: when the ice was gone is not in it.
  if (off(least) < 0 || off(most) > -READ_TO / 2) return null
  return rootBetween(off, least, most, 1e-3)
}
