import { ProcessLimit } from '../process'
import { fillsUp, itemKey, withLayer, withoutLayer, type ItemRef, type RecipeDocument } from '../recipe'
import { CITRIC_EQUIVALENT, SUGARS, type IngredientData } from '../substances'
import type { AmountsAsk, Tried } from './ask'
import { findAmounts, type Evaluate, type SolveSoon } from './find'
import type { Missed } from './program'

// Something is missing today: what on hand holds the drink's sweetness, acid and volume in its place.

/** What something does in a drink. */
export type TasteGroup = 'sweet' | 'sour' | 'fruit' | 'dairy' | 'tea' | 'herb' | 'other'

/** g in 100 g from which a thing is there for its sugar, and for its acid. Common practice, no source. */
const [SWEET_FROM, SOUR_FROM] = [45, 3]
const GROUP_OF_KIND: Readonly<Partial<Record<IngredientData['kind'], TasteGroup>>> = {
  juice: 'fruit',
  fruit: 'fruit',
  concentrate: 'fruit',
  base: 'fruit',
  dairy: 'dairy',
  'plant-milk': 'dairy',
  tea: 'tea',
  brew: 'tea',
  herb: 'herb',
  root: 'herb',
  peel: 'herb',
  flower: 'herb',
  spice: 'herb',
}
export function tasteGroupOf({ composition, kind }: IngredientData): TasteGroup {
  const per = composition as Readonly<Record<string, number | undefined>>
  if (SUGARS.reduce((g, c) => g + (per[c] ?? 0), 0) >= SWEET_FROM || kind === 'sweetener') return 'sweet'
  if (Object.entries(CITRIC_EQUIVALENT).reduce((g, [c, k]) => g + (per[c] ?? 0) * k!, 0) >= SOUR_FROM) return 'sour'
  return GROUP_OF_KIND[kind] ?? 'other'
}

export interface Swap {
  item: ItemRef
  key: string
  document: RecipeDocument
  tried: Tried
  missed: Missed[]
  sameGroup: boolean
  /** of a cup; null where a price is missing */
  costChange: number | null
  /** cautions that come, and that go */
  comes: string[]
  goes: string[]
}

/**
 * What a drink is with something else in the place of a layer: the other layers give way too, so that sweetness, acid
 * and volume stay. The ones that hold them best come first, then those of the same taste, then what costs less.
 * @param stream of the layer that is missing
 * @param candidates on hand, none of which is in the drink
 * @param groupOf of an item, what it does
 * @param held streams of layers that are in already, and stay as they are
 * @throws ProcessLimit where that layer cannot be left out
 */
export async function swapsFor(
  doc: RecipeDocument,
  stream: string,
  candidates: readonly ItemRef[],
  groupOf: (item: ItemRef) => TasteGroup | null,
  evaluate: Evaluate,
  solve: SolveSoon,
  held: ReadonlySet<string> = new Set(),
): Promise<Swap[]> {
  const now = evaluate(doc)
  const layer = now.evaluation.layers.find((l) => l.stream === stream)
  if (!layer?.item || stream === fillsUp(doc)) throw new ProcessLimit('swap-not-this', {}, stream)
  const { jug } = now.evaluation
  const ask: AmountsAsk = {
    wanted: { sweetness: jug.sweetness.value, ta: jug.ta.value },
    moment: 'jug',
    volumeMl: jug.volume.value,
    bounds: {},
    held,
  }
  const group = groupOf(layer.item)
  const swaps: Swap[] = []
  for (const item of candidates) {
    // As much of it as there was of the other, to begin with.
    const start = withoutLayer(withLayer(doc, item, { value: startG(now, stream), unit: 'g' }), stream)
    const found = await findAmounts(start, ask, evaluate, solve)
    const { cost, evaluation } = found.tried
    swaps.push({
      item,
      key: itemKey(item),
      document: found.document,
      tried: found.tried,
      missed: found.missed,
      sameGroup: group !== null && groupOf(item) === group,
      costChange: cost && now.cost ? cost.total - now.cost.total : null,
      comes: evaluation.cautions.filter((c) => !now.evaluation.cautions.includes(c)),
      goes: now.evaluation.cautions.filter((c) => !evaluation.cautions.includes(c)),
    })
  }
  return swaps.sort(
    (a, b) =>
      a.missed.length - b.missed.length ||
      Number(b.sameGroup) - Number(a.sameGroup) ||
      (a.costChange ?? Infinity) - (b.costChange ?? Infinity),
  )
}
const startG = ({ evaluation }: Tried, stream: string): number => {
  const layer = evaluation.layers.find((l) => l.stream === stream)
  return (layer?.mass.value ?? 0) * (evaluation.pot?.cups.value ?? 1)
}
