import { DOCUMENT_SCHEMA, type RecipeDocument, type RecipeStep } from '../recipe'
import type { Program, Solver } from '../solve'
import { SUGARS, type IngredientData } from '../substances'

// From what a can or a bottle states to a prep that matches it, made of what is on hand: dissolved, blended, and boiled
// down where that is needed.

/** What a label states of a serving, and how much there is. */
export interface Label {
  servingG: number
  sugarsG: number
  fatG: number
  proteinG: number
  netG: number
}
export const NUTRIENTS = ['sugars', 'fat', 'protein'] as const
export type Nutrient = (typeof NUTRIENTS)[number]

/** Labels round, and milk differs: within a tenth of what is stated, or half a gram of a serving. Common practice. */
const TOLERANCE = 0.1
const HALF_A_GRAM = 0.5
/** What is boiled down stays liquid: g of water left in 100 g of it at the least. Common practice, no source. */
const LEAST_WATER_PERCENT = 12

export interface Mismatch {
  nutrient: Nutrient
  /** g in 100 g, as stated and as it comes out */
  statedPercent: number
  madePercent: number
  /** nothing on hand has it; what brings the others brings too much; or too little */
  why: 'none-has-it' | 'too-much' | 'too-little'
}
export interface LabelMatch {
  /** g of each ingredient for the net mass */
  takesG: { key: string; massG: number }[]
  /** g of water that is boiled away */
  boiledG: number
  madePercent: Record<Nutrient, number>
  /** what lies outside the tolerance; nothing where it matches */
  off: Mismatch[]
  document: RecipeDocument
}

/** g of it in a gram. */
function shareOf({ composition }: IngredientData, nutrient: Nutrient): number {
  if (nutrient !== 'sugars') return (composition[nutrient] ?? 0) / 100
  return SUGARS.reduce((sum, c) => sum + (composition[c as keyof typeof composition] ?? 0), 0) / 100
}
const waterOf = ({ composition }: IngredientData): number =>
  1 - Object.values(composition).reduce((sum, g) => sum + (g ?? 0), 0) / 100

/**
 * What is wrong with what was read off a label: nothing where it can be.
 * @returns code and the field
 */
export function labelFault(label: Label): { code: string; field: keyof Label } | null {
  for (const field of ['servingG', 'netG'] as const)
    if (!(label[field] > 0) || !Number.isFinite(label[field])) return { code: 'label-not-positive', field }
  for (const field of ['sugarsG', 'fatG', 'proteinG'] as const)
    if (!(label[field] >= 0) || !Number.isFinite(label[field])) return { code: 'label-negative', field }
  return label.sugarsG + label.fatG + label.proteinG > label.servingG
    ? { code: 'label-over-serving', field: 'servingG' }
    : null
}

const COLUMN = /[^A-Za-z0-9]/g
const columnOf = (key: string): string => `x_${key.replace(COLUMN, '_')}`

/** The program: as near to what is stated as can be, each nutrient by its tolerance; then as little as can be. */
function programOf(label: Label, onHand: readonly IngredientData[]): Program {
  const times = label.netG / label.servingG
  const stated: Record<Nutrient, number> = { sugars: label.sugarsG, fat: label.fatG, protein: label.proteinG }
  const all = (of: (i: IngredientData) => number): Record<string, number> =>
    Object.fromEntries(onHand.map((i) => [columnOf(i.key), of(i)]))
  const most = 20 * label.netG
  const amount = { least: 0, most }
  return {
    minimize: {
      ...Object.fromEntries(
        NUTRIENTS.flatMap((n) => {
          const weight = 1 / Math.max(TOLERANCE * stated[n] * times, HALF_A_GRAM * times)
          return [
            [`over_${n}`, weight],
            [`under_${n}`, weight],
          ]
        }),
      ),
      boiled: 1e-6,
    },
    rows: [
      ...NUTRIENTS.map((n) => ({
        terms: { ...all((i) => shareOf(i, n)), [`over_${n}`]: -1, [`under_${n}`]: 1 },
        least: stated[n] * times,
        most: stated[n] * times,
      })),
      { terms: { ...all(() => 1), boiled: -1 }, least: label.netG, most: label.netG },
      { terms: { ...all(waterOf), boiled: -1 }, least: (LEAST_WATER_PERCENT / 100) * label.netG },
    ],
    columns: {
      ...Object.fromEntries(onHand.map((i) => [columnOf(i.key), amount])),
      ...Object.fromEntries(NUTRIENTS.flatMap((n) => [`over_${n}`, `under_${n}`].map((c) => [c, amount]))),
      boiled: amount,
    },
  }
}

/** Less of something than this in the whole is nothing that anybody weighs. */
const LEAST_G = 0.5

/**
 * A prep that matches a label, of what is on hand, as near as it can be, with what does not match and why.
 * @param onHand ingredients to choose from; water too, where it may be let down
 * @returns null where nothing on hand comes to the net mass
 */
export function matchLabel(label: Label, onHand: readonly IngredientData[], solve: Solver): LabelMatch | null {
  const answer = onHand.length ? solve(programOf(label, onHand)) : null
  if (!answer) return null
  const taken = onHand
    .map((i) => ({ data: i, massG: answer[columnOf(i.key)] ?? 0 }))
    .filter((t) => t.massG >= LEAST_G)
    .sort((a, b) => b.massG - a.massG)
  const boiledG = Math.max(0, taken.reduce((sum, t) => sum + t.massG, 0) - label.netG)
  const madePercent = Object.fromEntries(
    NUTRIENTS.map((n) => [n, (100 * taken.reduce((sum, t) => sum + t.massG * shareOf(t.data, n), 0)) / label.netG]),
  ) as Record<Nutrient, number>
  const takesG = taken.map((t) => ({ key: t.data.key, massG: t.massG }))
  return {
    takesG,
    boiledG,
    madePercent,
    off: NUTRIENTS.flatMap((n) => mismatchOf(n, label, madePercent[n], onHand)),
    document: documentOf(takesG, boiledG, label.netG),
  }
}

function mismatchOf(
  nutrient: Nutrient,
  label: Label,
  madePercent: number,
  onHand: readonly IngredientData[],
): Mismatch[] {
  const stated = { sugars: label.sugarsG, fat: label.fatG, protein: label.proteinG }[nutrient]
  const statedPercent = (100 * stated) / label.servingG
  const allowed = Math.max(TOLERANCE * statedPercent, (100 * HALF_A_GRAM) / label.servingG)
  if (Math.abs(madePercent - statedPercent) <= allowed + 1e-6) return []
  const why = onHand.every((i) => shareOf(i, nutrient) < 1e-3)
    ? 'none-has-it'
    : madePercent > statedPercent
      ? 'too-much'
      : 'too-little'
  return [{ nutrient, statedPercent, madePercent, why }]
}

/** Boiled down to its net mass where water goes; else stirred together. */
function documentOf(takesG: LabelMatch['takesG'], boiledG: number, netG: number): RecipeDocument {
  const takes = takesG.map(({ key, massG }): RecipeStep => ({
    op: 'take',
    out: key,
    item: { ingredient: key },
    amount: { value: Math.round(massG * 10) / 10, unit: 'g' },
    tempC: 20,
  }))
  const inputs = takes.map((s) => s.out)
  const made: RecipeStep[] =
    boiledG > 0.01 * netG
      ? [
          { op: 'reduce', in: inputs, out: 'thick', by: 'mass', target: netG },
          { op: 'cool', in: ['thick'], out: 'prep', place: 'ice-bath', toC: 5 },
        ]
      : [{ op: 'dissolve', in: inputs, out: 'prep', minutes: 5 }]
  return { schema: DOCUMENT_SCHEMA, kind: 'prep', steps: [...takes, ...made], output: 'prep' }
}
