import { BENCH_C, finalStep, type RecipeDocument, type RecipeStep } from '../recipe'
import { INGREDIENTS, type IngredientKind } from '../substances'
import { bare } from './words'

// What a text does in between: leaves, flowers and spices that lie in hot or in cold water become steps of the pot.

export const INFUSING_WAYS = ['hot', 'cold'] as const
export type InfusingWay = (typeof INFUSING_WAYS)[number]
export interface Infusing {
  way: InfusingWay
  minutes: number
}
/** What gives itself to water and is taken out; what is cooked down is left to a prep of its own. */
const GIVES: ReadonlySet<IngredientKind> = new Set(['tea', 'flower', 'spice'])
export const isInfused = (kind: string | undefined): boolean => GIVES.has(kind as IngredientKind)
/** A root by its name as fruit, as something that lies in water; the same key for anything else. */
export const rootOf = (key: string): string => (INGREDIENTS.has(`${key}-root`) ? `${key}-root` : key)

/** Minutes where the text says none: an infusion, and a night in the fridge. Common practice, no source. */
export const USUAL_MIN: Readonly<Record<InfusingWay, number>> = { hot: 10, cold: 480 }
const MOST_MIN = 4320

const COLD = /\b(?:soak|overnight|cold[- ]brew|cold water|remoj\w*|toda la noche|en frio|agua fria)\b/
const HOT = /\b(?:boil\w*|simmer\w*|steep\w*|infus\w*|brew\w*|hierv\w*|hervir|hirviendo|infusion\w*)\b/
const TIME = /(\d+)(?:\s*(?:-|–|to|a)\s*(\d+))?\s*(min\w*|h\b|hr\w*|hour\w*|hora\w*)/

/** How a text has things in water: by the first line that says so, its own minutes first. */
export function infusingIn(lines: readonly string[]): Infusing | null {
  for (const line of lines.map(bare)) {
    const way = COLD.test(line) ? 'cold' : HOT.test(line) ? 'hot' : null
    if (!way) continue
    const time = TIME.exec(line)
    if (!time) return { way, minutes: USUAL_MIN[way] }
    const [low, high] = [Number(time[1]), Number(time[2] ?? time[1])]
    const each = time[3]!.startsWith('h') ? 60 : 1
    return { way, minutes: Math.min(MOST_MIN, Math.max(1, (each * (low + high)) / 2)) }
  }
  return null
}

/** °C of water that was boiled. */
export const BOILED_C = 95

/**
 * A pot in which some things lie in its water first, one after the other, and are taken out; what was hot is cooled
 * before anything fresh meets it.
 * @param pot whose water is a layer of its own
 * @param solids each with its g
 * @returns the same pot where there is no water to lie in
 */
export function withInfusion(
  pot: RecipeDocument,
  solids: readonly { key: string; massG: number }[],
  { way, minutes }: Infusing,
): RecipeDocument {
  const final = finalStep(pot)
  const water = pot.steps.find(
    (s) =>
      s.op === 'take' &&
      'ingredient' in s.item &&
      INGREDIENTS.get(s.item.ingredient)?.kind === 'water' &&
      final?.in.includes(s.out),
  )
  if (!final || !water || !solids.length) return pot
  const takes = solids.map(({ key, massG }, i): RecipeStep => ({
    op: 'take',
    out: `${key}-in-water-${i + 1}`,
    item: { ingredient: key },
    amount: { value: massG, unit: 'g' },
    tempC: BENCH_C,
  }))
  let last = water.out
  const infused = takes.map((s, i): RecipeStep => {
    const op = INGREDIENTS.get(solids[i]!.key)?.kind === 'tea' ? 'brew' : 'steep'
    const step: RecipeStep = { op, in: [s.out, last], out: `infusion-${i + 1}`, minutes }
    last = step.out
    return step
  })
  const cooled: RecipeStep[] =
    way === 'hot' ? [{ op: 'cool', in: [last], out: 'infusion', place: 'ice-bath', toC: BENCH_C }] : []
  const into = cooled.length ? 'infusion' : last
  const steps = pot.steps.flatMap((s): RecipeStep[] => {
    if (s === water) return [{ ...water, tempC: way === 'hot' ? BOILED_C : BENCH_C } as RecipeStep]
    if (s === final)
      return [
        ...takes,
        ...infused,
        ...cooled,
        { ...final, in: final.in.map((i) => (i === water.out ? into : i)) } as RecipeStep,
      ]
    return [s]
  })
  return { ...pot, steps }
}
