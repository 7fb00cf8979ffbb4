import type { Op } from '../process'
import type { Evaluation } from '../recipe'
import { standing, type BatchEvent } from './event'
import type { Job } from './run'

/** What is asked once a step is done: how much came through, or how warm the mix is. */
export interface AskedAfter {
  /** the event by which it was done */
  id: string
  step: string
  what: 'volume' | 'temp'
}
/** Steps after which the volume is asked: more is lost in a sieve than anybody expects. */
const MEASURED: readonly Op[] = ['strain', 'rinse', 'drip', 'press']
const MIXED: readonly Op[] = ['combine', 'makeUp', 'dissolve', 'addDairy']
/** Warmer than this, °C, what was mixed is read, and has a clock. Common practice, no source. */
const WARM_C = 27

/**
 * What is asked of the step that was done last; null where nothing is, or it was read.
 * @param evaluation of the actual document
 */
export function askedAfter(
  jobs: readonly Job[],
  { done }: Pick<Evaluation, 'done'>,
  events: readonly BatchEvent[],
): AskedAfter | null {
  const there = standing(events)
  const last = there.findLast((e) => e.kind === 'done')
  if (last?.kind !== 'done' || there.some((e) => e.kind === 'read' && e.of === last.step)) return null
  const op = jobs.find((j) => j.step === last.step)?.op
  const tempC = done.find((d) => d.step.out === last.step)?.result.out.tempC
  if (!op) return null
  const of = { id: last.id, step: last.step }
  if (MEASURED.includes(op)) return { ...of, what: 'volume' }
  return MIXED.includes(op) && tempC !== undefined && tempC > WARM_C ? { ...of, what: 'temp' } : null
}
