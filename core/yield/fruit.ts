import { sampleStandardDeviation } from 'simple-statistics'
import { call, given, product, type Figure } from '../figures'
import type { IngredientData } from '../substances'
import { handbookYield, juiceDensityGPerMl, type PressFigures } from './press'

/** How many presses back the mean looks: a season's fruit, not last winter's. */
export const PRESSES_IN_MEAN = 12
/** How many presses back tells what the next lot will give. */
export const PRESSES_KNOWN = 24

export interface FruitYield {
  handbook: Figure
  /** mean mL per kg as purchased of the latest presses; null before the first */
  mean: Figure | null
  /** spread, mL per kg: sample standard deviation; null with fewer than two presses */
  spreadMlPerKg: number | null
  count: number
  /** how many of them are of an estimate */
  guessed: number
  /** mL per kg of the presses that the next lot is predicted from, newest first */
  history: number[]
  /** the yield to cost with: the stand's own where there is one */
  used: Figure
  costPerL: Figure | null
  minutesPerL: Figure | null
}

/**
 * A fruit's yield from its presses, newest first. Presses that somebody left out with a reason are not to be among
 * them.
 */
export function fruitYield(fruit: IngredientData, presses: readonly PressFigures[]): FruitYield {
  const recent = presses.slice(0, PRESSES_IN_MEAN)
  const yields = recent.flatMap((p) => p.yield ?? [])
  const params = { name: fruit.key, count: yields.length }
  const handbook = handbookYield(fruit)
  const mean = yields.length ? call('mean-yield', 'mL/kg', 'mean', yields, params) : null
  const costs = recent.flatMap((p) => (p.costPerL ? [p.costPerL] : []))
  const minutes = recent.flatMap((p) => (p.minutesPerL ? [p.minutesPerL] : []))
  return {
    handbook,
    mean,
    count: yields.length,
    guessed: recent.filter((p) => p.guessed).length,
    history: presses.slice(0, PRESSES_KNOWN).flatMap((p) => p.yield?.value ?? []),
    spreadMlPerKg: yields.length > 1 ? sampleStandardDeviation(yields.map((y) => y.value)) : null,
    used: mean ?? handbook,
    costPerL: costs.length ? call('mean-cost-per-litre', 'money/L', 'mean', costs, params) : null,
    minutesPerL: minutes.length ? call('mean-minutes-per-litre', 'min/L', 'mean', minutes, params) : null,
  }
}

/**
 * g of juice that a mass of fruit gives when it is pressed: the stand's own yield where there are presses, the
 * handbook's before. Its basis says which.
 */
export function juiceToExpect(fruit: IngredientData, known: FruitYield, massG: number): Figure {
  const params = { name: fruit.key }
  const kg = given('taken', massG / 1000, 'kg', 'measured', 'source.typed', params)
  const density = given('density-of', juiceDensityGPerMl(fruit), 'g/mL', 'estimated', 'source.density', {
    name: fruit.fruit!.juice,
  })
  return product('juice-to-expect', 'g', [known.used, kg, density], params)
}
