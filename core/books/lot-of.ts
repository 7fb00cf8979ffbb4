import type { IngredientData } from '../substances'
import { missing, refused, type Booked, type LotNow, type State } from './state'

/** The lot that a fact is about, and what it is made of; or why there is none. @param field that names it */
export function lotOf(id: string, field: string, state: State): { lot: LotNow; data: IngredientData } | Booked {
  const lot = state.lot(id)
  if (!lot) return missing(field)
  if (lot.voided) return refused({ code: 'lot-void', field, numbers: {} })
  const data = state.data(lot.ingredientKey)
  return data ? { lot, data } : missing('ingredientKey')
}
