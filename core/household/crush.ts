import { BENCH_C, finalStep, type RecipeDocument, type RecipeStep } from '../recipe'
import { edibleShareOf, INGREDIENTS } from '../substances'
import { GRAIN_STRAINED } from '../templates/build'
import { CITRUS } from '../yield'
import { bare } from './words'

// What a text puts through a blender or lets lie in the pot: fruit by its flesh, grain and seeds.

export const CRUSHING_WAYS = ['strained', 'blended', 'whole'] as const
/** Blended and strained, blended with nothing taken out, or in the pot as it is. */
export type CrushingWay = (typeof CRUSHING_WAYS)[number]

/** Fruit whose flesh may go in, grain and seeds; citrus is squeezed all the same. @param kind of the ingredient */
export const isCrushable = (key: string, kind: string | undefined): boolean =>
  kind === 'grain' || kind === 'seed' || (kind === 'fruit' && !CITRUS.has(key))

const BLENDED = /\b(?:blend\w*|puree\w*|liquidi[sz]\w*|licu\w*|triturar?|tritura\w*|muel\w*|moler)\b/
const STRAINED = /\b(?:strain\w*|sieve\w*|filter\w*|cheesecloth|cuel\w*|colar|colador|filtr\w*)\b/
const SOAKED = /\b(?:soak\w*|remoj\w*)\b/

/** What a text does with it; null where it says nothing of a blender or of soaking. */
export function crushingIn(lines: readonly string[]): CrushingWay | null {
  const text = lines.map(bare).join('\n')
  if (BLENDED.test(text)) return STRAINED.test(text) ? 'strained' : 'blended'
  return SOAKED.test(text) && !STRAINED.test(text) ? 'whole' : null
}

/** Longer than this it stands in the fridge. Common practice, no source. */
const LONGEST_WARM_MIN = 60
const FRIDGE_C = 5
const FRUIT = { mesh: 'fine', mode: 'dripped' } as const

/** g that come off a fruit before it is cut up. @param massG as purchased */
const trimmedOf = (key: string, massG: number): number =>
  Math.round(10 * massG * (1 - (INGREDIENTS.get(key)?.fruit ? (edibleShareOf(key) ?? 1) : 1))) / 10

/**
 * A pot in which fruit, grain and seeds go with its water: fruit trimmed first, all of it left to soak where the text
 * says so, blended, strained.
 * @param pot a pot of layers, or one that has an infusion
 * @param solids each with its g, fruit as purchased
 * @param soakMin 0 where nothing lies in water first
 */
export function withCrushed(
  pot: RecipeDocument,
  solids: readonly { key: string; massG: number }[],
  way: CrushingWay,
  soakMin = 0,
): RecipeDocument {
  const final = finalStep(pot)
  if (!final || !solids.length) return pot
  const water = wateryInput(pot, final.in)
  const streams: string[] = []
  const prepared = solids.flatMap(({ key, massG }, i): RecipeStep[] => {
    const [whole, flesh] = [`${key}-whole-${i + 1}`, `${key}-${i + 1}`]
    const trimmedG = trimmedOf(key, massG)
    streams.push(trimmedG > 0 ? flesh : whole)
    const take: RecipeStep = {
      op: 'take',
      out: whole,
      item: { ingredient: key },
      amount: { value: massG, unit: 'g' },
      tempC: BENCH_C,
    }
    return trimmedG > 0 ? [take, { op: 'trim', in: [whole], out: flesh, trimmedG, byProduct: 'peel' }] : [take]
  })
  if (water) streams.push(water)
  const isGrain = solids.some(({ key }) => !INGREDIENTS.get(key)?.fruit)
  const steps = soakMin > 0 ? soaking(streams, soakMin) : []
  if (way !== 'whole') steps.push({ op: 'blend', in: steps.length ? [steps.at(-1)!.out] : streams, out: 'crushed' })
  if (way === 'strained')
    steps.push({
      op: 'strain',
      in: ['crushed'],
      out: 'strained',
      ...(isGrain ? { mesh: 'cloth', ...GRAIN_STRAINED, minPerL: 8 } : FRUIT),
    })
  const last = steps.length ? [steps.at(-1)!.out] : streams
  const at = water ? final.in.indexOf(water) : final.in.length
  const into = [...final.in.slice(0, at), ...last, ...final.in.slice(at + 1)]
  return {
    ...pot,
    steps: pot.steps.flatMap((s) =>
      s === final ? [...prepared, ...steps, { ...final, in: into } as RecipeStep] : [s],
    ),
  }
}

function soaking(streams: readonly string[], minutes: number): RecipeStep[] {
  const wet: RecipeStep = { op: 'combine', in: [...streams], out: 'wet' }
  const cooled: RecipeStep = { op: 'cool', in: ['wet'], out: 'in-fridge', place: 'fridge', toC: FRIDGE_C }
  const before = minutes > LONGEST_WARM_MIN ? [wet, cooled] : [wet]
  return [...before, { op: 'rest', in: [before.at(-1)!.out], out: 'soaked', minutes }]
}

/** Of what goes into the pot last: its water, or what lay in it. */
function wateryInput(pot: RecipeDocument, inputs: readonly string[]): string | undefined {
  const isWater = (out: string): boolean => {
    const step = pot.steps.find((s) => s.out === out)
    if (!step) return false
    if (step.op !== 'take') return step.in.some(isWater)
    return 'ingredient' in step.item && INGREDIENTS.get(step.item.ingredient)?.kind === 'water'
  }
  return inputs.find(isWater)
}
