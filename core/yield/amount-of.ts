import { streamOf, volumePerGram } from '../process'
import { heapedGPerMl, type IngredientData } from '../substances'
import type { AmountOf, OunceMeaning } from '../units'
import type { Handling } from './keeping'

/**
 * What is known of an ingredient whose amount is typed: what is poured has its density, what is heaped the weight of a
 * cup, whole fruit that of a piece.
 * @param ounces what this stand means by an ounce of a liquid
 */
export function amountOf(data: IngredientData, handling: Handling, ounces: OunceMeaning | null): AmountOf {
  const { pieceG: gPerPiece } = handling
  const heaped = heapedGPerMl(data)
  const isLiquid = !data.fruit && !heaped
  const poured = isLiquid ? 1 / volumePerGram(streamOf(data.composition, 1, 20)) : null
  return { gPerMl: heaped?.gPerMl ?? poured, gPerPiece, isLiquid, ounces }
}
