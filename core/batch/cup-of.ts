import { scaledDocument, type RecipeDocument } from '../recipe'

/** What amounts are looked for in: of a cup. */
const CUP_ML = 300

/**
 * A batch as one cup of it, for what is asked of drinks by the cup: what is found there is as many times as much in the
 * pot.
 * @param volumeMl of the batch, above 0
 */
export const cupOf = (document: RecipeDocument, volumeMl: number): { document: RecipeDocument; times: number } => {
  const times = Math.max(1, volumeMl / CUP_ML)
  return { document: scaledDocument(document, 1 / times), times }
}
