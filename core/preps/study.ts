import { predict, type Prediction } from '../evidence'
import { itemKey, type Evaluation } from '../recipe'
import { TAP } from '../substances'

// What makings of a prep teach: how much of what the standard says comes out, and how long it takes.

/** One making, as it is kept. */
export interface MakingRun {
  /** what came out, and what its standard says would of what went in, in g; null where nobody knows what went in */
  outG: number
  standardG: number | null
  /** minutes of all hands, and what the standard says */
  minutes: number | null
  standardMin: number
  brix: number | null
  standardBrix: number
}
export interface PrepStudy {
  /** g out for a g that the standard says */
  output: Prediction
  /** minutes for a minute of the standard */
  minutes: Prediction
  /** °Bx less those of the standard, the mean of what was read; null where nobody read any */
  brixOff: number | null
  /** makings that taught what comes out, and those that somebody timed */
  runs: number
  timed: number
}

/**
 * Before anything was measured, what comes out is what the standard says, within 5 %; it counts as two makings. Minutes
 * differ more: by some 40 %. Common practice, no source.
 */
const OUTPUT = { mean: 1, worth: 2, spread: 0.05, dof: 3 }
const MINUTES = { mean: 1, worth: 1, spread: 0.4, dof: 3 }

/**
 * g that a standard makes of what was taken out of lots: bounded by what was scarcest. Null where some of it was in
 * no lot, so that nobody knows. Water comes out of the tap.
 * @param usedG g of an ingredient or a prep, by its key, that was taken
 */
export function standardOfUses(standard: Evaluation, usedG: (key: string) => number): number | null {
  const ratios = standard.bill.own
    .filter(({ item, mass }) => itemKey(item) !== TAP && mass.value > 0)
    .map(({ item, mass }) => usedG(itemKey(item)) / mass.value)
  return ratios.length && ratios.every((r) => r > 0) ? Math.min(...ratios) * standard.jug.mass.value : null
}

/** A making as the books have it. */
export interface MakingRow {
  outG: number
  minutes: number | null
  hands: number | null
  /** minutes that the standard says for so much */
  standardMin: number
  uses: readonly { lotId: string; itemKey: string; amount: number }[]
  seen: { brix: number | null } | null
  /** told step by step: g that it was worked out to come to */
  made?: { workedOutG: number | null } | null
}
/**
 * Makings as what is learned from.
 * @param makings the oldest first
 * @param gramsUsed g of what was taken out of a lot; 0 where nobody knows
 */
export const runsOf = (
  makings: readonly MakingRow[],
  standard: Evaluation,
  gramsUsed: (use: MakingRow['uses'][number]) => number,
): MakingRun[] =>
  makings.map((m) => ({
    outG: m.outG,
    standardG:
      m.made?.workedOutG ??
      standardOfUses(standard, (key) =>
        m.uses.filter((u) => u.itemKey === key).reduce((sum, u) => sum + gramsUsed(u), 0),
      ),
    minutes: m.minutes === null ? null : m.minutes * (m.hands ?? 1),
    standardMin: m.standardMin,
    brix: m.seen?.brix ?? null,
    standardBrix: standard.jug.brix.value,
  }))

/**
 * Money for a g of what stands in these lots, by what was paid for what went in; null where there is none, or where the
 * cost of one of them is not known.
 * @param gPerMl of the prep
 */
export function paidPerGram(
  lots: readonly { unit: string; amount: number; onHand: number; cost: number | null }[],
  gPerMl: number,
): number | null {
  let [money, grams] = [0, 0]
  for (const { unit, amount, onHand, cost } of lots) {
    if (!(onHand > 0)) continue
    if (cost === null) return null
    money += (cost * onHand) / amount
    grams += unit === 'mL' ? onHand * gPerMl : onHand
  }
  return grams > 0 ? money / grams : null
}

/** What a making of the standard is expected to come to here, in mL, g and minutes of hands. */
export const expectedOf = (
  { jug, handMin }: Evaluation,
  { output, minutes }: { output: number; minutes: number },
): { volumeMl: number; massG: number; handMin: number } => ({
  volumeMl: jug.volume.value * output,
  massG: jug.mass.value * output,
  handMin: handMin * minutes,
})

/** @param runs in the order of time, those in the books */
export function prepStudy(runs: readonly MakingRun[]): PrepStudy {
  const read = runs.flatMap((r) => (r.brix === null ? [] : [r.brix - r.standardBrix]))
  const outputs = runs.flatMap((r) => (r.standardG ? [r.outG / r.standardG] : []))
  const minutes = runs.flatMap((r) => (r.minutes && r.standardMin > 0 ? [r.minutes / r.standardMin] : []))
  return {
    output: predict(OUTPUT, outputs, 'logarithmic'),
    minutes: predict(MINUTES, minutes, 'logarithmic'),
    brixOff: read.length ? read.reduce((sum, b) => sum + b, 0) / read.length : null,
    runs: outputs.length,
    timed: minutes.length,
  }
}
