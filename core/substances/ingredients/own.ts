import { COMPONENTS, type Component, type Composition } from '../components'
import type { BaseValues } from './base'
import type { IngredientData } from './types'

/** What an operator measured or read off a label, in place of what ships: g per 100 g, and pH. */
export interface OwnValues {
  composition: Composition
  ph: number | null
}

/** Components an operator may give a figure for; water is what is left. */
export const OWN_COMPONENTS = COMPONENTS.filter((c): c is Exclude<Component, 'water'> => c !== 'water')

/** An ingredient as a business keeps it: what it is like, and what is its own of it. */
export interface IngredientRow {
  likeKey: string
  kind: string
  own: OwnValues | null
  /** of a base, from its makings; null where none is in the books */
  base: BaseValues | null
  /** what a cup of it weighs here, g, where somebody weighed one */
  handling?: { cupG?: number | null } | null
}

/**
 * What an ingredient of the business is made of: its own values, or a base's, or those of what it is like. Undefined
 * where nobody knows: of what does not ship, and of a base that nobody has made.
 */
export function dataOfRow(row: IngredientRow, shipped: IngredientData | undefined): IngredientData | undefined {
  if (!shipped) return undefined
  const made = row.own ? withOwnValues(shipped, row.own) : row.kind === 'base' ? ofBase(shipped, row.base) : shipped
  return made && withCup(made, row.handling)
}
const ofBase = (like: IngredientData, base: BaseValues | null): IngredientData | undefined =>
  base ? withBaseValues(like, base) : undefined

const cups = new WeakMap<object, IngredientData>()
/** With the weight of a cup as somebody here filled it. The same object for the same values. */
function withCup(data: IngredientData, handling: IngredientRow['handling']): IngredientData {
  if (!handling?.cupG || handling.cupG === data.cupG) return data
  const known = cups.get(handling)
  if (known?.composition === data.composition) return known
  const made = { ...data, cupG: handling.cupG }
  cups.set(handling, made)
  return made
}

const known = new WeakMap<OwnValues, IngredientData>()
const bases = new WeakMap<BaseValues, IngredientData>()

/** A base: of the juice that it is most of, with its own values. The same object for the same values. */
function withBaseValues(like: IngredientData, base: BaseValues): IngredientData {
  const { composition, ph, cautions } = base
  const made = bases.get(base) ?? { ...like, composition, ph, cautions, source: 'source.base' }
  bases.set(base, made)
  return made
}

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
