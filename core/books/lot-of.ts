import type { IngredientData } from '../substances'
import { missing, refused, type Booked, type LotNow, type State } from './state'

/** The lot that a fact is about; or why there is none. @param field that names it */
export function lotNow(id: string, field: string, state: State): LotNow | Booked {
  const lot = state.lot(id)
  if (!lot) return missing(field)
  return lot.voided ? refused({ code: 'lot-void', field, numbers: {} }) : lot
}

/** A lot of an ingredient, and what it is made of; or why there is none. */
export function lotOf(id: string, field: string, state: State): { lot: LotNow; data: IngredientData } | Booked {
  const lot = lotNow(id, field, state)
  if ('limits' in lot) return lot
  const data = lot.itemKind === 'ingredient' ? state.data(lot.itemKey) : undefined
  return data ? { lot, data } : missing('ingredientKey')
}
