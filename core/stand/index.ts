/** What a stand starts with before anyone measured anything. Common practice, no source. */
export const USUAL_STAND = {
  /** what an hour of work costs */
  labourPerH: 14,
  /** share of a batch that is lost on the way into cups */
  lossShare: 0.03,
  /** steps of its scale and its jugs */
  massStepG: 1,
  volumeStepMl: 5,
} as const
