import type { Evaluation, MixFigures } from '../recipe'

/** When a drink is looked at: as it is poured from the jug, at the first sip with its ice, at the last one. */
export const MOMENTS = ['jug', 'first', 'last'] as const
export type Moment = (typeof MOMENTS)[number]

/** The drink at a moment; one that is not served is as in the jug. */
export function mixAt({ jug, cup }: Evaluation, moment: Moment): MixFigures {
  if (moment === 'jug' || !cup) return jug
  return moment === 'first' ? cup.firstSip : cup.lastSip
}
