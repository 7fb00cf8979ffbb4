import { ProcessLimit } from '../process'
import { DEFAULT_SERVE, type Dispenser, type Evaluation, type RecipeDocument, type RecipeStep } from '../recipe'

// A drink that stands in a dispenser with ice: an early guest gets what was made, a late one what the ice left of it.

/** What nobody says of a dispenser until somebody does: mL, g, min. Common practice, no source. */
export const USUAL_DISPENSER: Dispenser = { drinkMl: 8000, iceG: 1000, lateMin: 120 }
export const MOST_DISPENSER: Dispenser = { drinkMl: 100_000, iceG: 50_000, lateMin: 720 }
/** W/K that a dispenser lets through: as the step of the same name. */
const DISPENSER_W_PER_K = 1.5

/** What cannot be of a dispenser. @throws ProcessLimit with the field */
export function checkDispenser(d: Dispenser): void {
  for (const field of ['drinkMl', 'iceG', 'lateMin'] as const) {
    const least = field === 'drinkMl' ? 1 : 0
    if (!(d[field] >= least && d[field] <= MOST_DISPENSER[field]))
      throw new ProcessLimit('dispenser-outside', { value: d[field], most: MOST_DISPENSER[field] }, field)
  }
}

/** The document of it. */
function asHeld({ document, output, jug }: Evaluation, dispenser: Dispenser, roomC: number): RecipeDocument {
  checkDispenser(dispenser)
  const serve = { cupId: null, ...DEFAULT_SERVE, ...document.serve }
  const share = jug.volume.value / dispenser.drinkMl
  const isWarm = output.tempC > serve.pouredTempC
  const chilled: RecipeStep[] = isWarm
    ? [{ op: 'cool', in: [document.output], out: 'chilled', place: 'ice-bath', toC: serve.pouredTempC }]
    : []
  const held: RecipeStep = {
    op: 'iceInDispenser',
    in: [isWarm ? 'chilled' : document.output],
    out: 'held',
    iceG: dispenser.iceG * share,
    iceTempC: serve.iceTempC,
    minutes: dispenser.lateMin,
    roomC,
    vesselWPerK: DISPENSER_W_PER_K * share,
  }
  return { ...document, steps: [...document.steps, ...chilled, held], output: 'held' }
}

/**
 * The drink as a late guest gets it: with its share of the dispenser's ice, for that long, in the stand's room; as if
 * nobody had poured until then.
 * @param cup the drink as evaluated, of which one cup is taken
 * @throws ProcessLimit for a dispenser that cannot be
 */
export function lateGuest(
  cup: Evaluation,
  dispenser: Dispenser,
  roomC: number,
  evaluate: (document: RecipeDocument) => Evaluation,
): Evaluation {
  const held = asHeld(cup, dispenser, roomC)
  const { tempC } = evaluate(held).output
  return evaluate({ ...held, serve: { ...held.serve!, pouredTempC: tempC } })
}
