import { streamOf, volumePerGram } from '../process'
import { heapedGPerMl, type IngredientData } from '../substances'
import { toMillilitres, type AmountOf, type OunceMeaning } from '../units'
import type { Handling } from './keeping'

const CUP_ML = toMillilitres(1, 'cup')

/**
 * What is known of an ingredient whose amount is typed: what is poured has its density, what is heaped the weight of a
 * cup, whole fruit that of a piece.
 * @param ounces what this stand means by an ounce of a liquid
 */
export function amountOf(data: IngredientData, handling: Handling, ounces: OunceMeaning | null): AmountOf {
  const { pieceG: gPerPiece, cupG } = handling
  const heaped = heapedGPerMl(data)
  const isLiquid = !data.fruit && !heaped
  const poured = isLiquid ? 1 / volumePerGram(streamOf(data.composition, 1, 20)) : null
  const gPerMl = cupG === null ? (heaped?.gPerMl ?? poured) : cupG / CUP_ML
  return { gPerMl, gPerPiece, isLiquid, ounces }
}
