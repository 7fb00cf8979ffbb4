import { factor, given, quotient, type Figure } from '../figures'
import type { Evaluation } from '../recipe'
import { INGREDIENTS, type IngredientData, type IngredientKind } from '../substances'

/** What is said in grams for a litre, since bunches differ. */
const SAID: ReadonlySet<IngredientKind> = new Set(['herb', 'root', 'spice', 'flower', 'tea', 'peel', 'seed'])

/** Herbs, roots, spices, leaf and peel that went in, at any depth: g for a litre of the drink. */
export function herbsPerLitre(
  { bill, jug }: Evaluation,
  dataOf: (key: string) => IngredientData | undefined = (key) => INGREDIENTS.get(key),
): { key: string; perLitre: Figure }[] {
  if (!(jug.volume.value > 0)) return []
  const litres = quotient('litres', 'L', jug.volume, factor(1000))
  return [...bill.ingredients].flatMap(([key, massG]) => {
    const kind = dataOf(key)?.kind
    if (!kind || !SAID.has(kind) || !(massG > 0)) return []
    const mass = given('mass-of', massG, 'g', 'measured', 'source.recipe', { name: key })
    return [{ key, perLitre: quotient('grams-per-litre', 'g/L', mass, litres, { name: key }) }]
  })
}
