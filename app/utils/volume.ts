/** mL that ice takes in a usual glass, and the step that a drink is poured to. */
const [ICE_ML, STEP_ML, LEAST_ML, USUAL_ML] = [90, 10, 50, 300]

/** How much drink goes into a cup to begin with: to its fill line, less the room that ice takes. */
export const volumeFor = (cup: { fillLineMl: number } | undefined): number =>
  cup ? Math.max(LEAST_ML, Math.round((cup.fillLineMl - ICE_ML) / STEP_ML) * STEP_ML) : USUAL_ML
