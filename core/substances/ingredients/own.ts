import { COMPONENTS, type Component, type Composition } from '../components'
import type { IngredientData } from './types'

/** What an operator measured or read off a label, in place of what ships: g per 100 g, and pH. */
export interface OwnValues {
  composition: Composition
  ph: number | null
}

/** Components an operator may give a figure for; water is what is left. */
export const OWN_COMPONENTS = COMPONENTS.filter((c): c is Exclude<Component, 'water'> => c !== 'water')

const known = new WeakMap<OwnValues, IngredientData>()

/**
 * An ingredient with an operator's own values in place of the shipped ones, marked by its source. The same object for
 * the same values.
 */
export function withOwnValues(base: IngredientData, own: OwnValues | null): IngredientData {
  if (!own) return base
  const made = known.get(own) ?? {
    ...base,
    composition: own.composition,
    source: 'source.own',
    ...(own.ph === null ? {} : { ph: own.ph }),
  }
  known.set(own, made)
  return made
}

/**
 * What is wrong with own values: code, field and numbers. Nothing below zero, no more than 100 g in 100 g, a pH between
 * 1 and 12.
 */
export function ownValuesLimits(own: OwnValues): { code: string; field: string; numbers: Record<string, number> }[] {
  const found = []
  let total = 0
  for (const [component, value] of Object.entries(own.composition)) {
    total += value
    if (!(value >= 0))
      found.push({ code: 'composition-negative', field: `composition.${component}`, numbers: { value } })
  }
  if (total > 100 + 1e-9) found.push({ code: 'composition-over', field: 'composition', numbers: { total } })
  if (own.ph !== null && !(own.ph >= 1 && own.ph <= 12))
    found.push({ code: 'ph-impossible', field: 'ph', numbers: { value: own.ph } })
  return found
}
