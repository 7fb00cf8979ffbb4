import { factor, given, product, quotient, type Figure } from '../figures'
import { CATALOGUE, ingredientStream, massG, streamOf, stuckG, volumePerGram, type NamedStream } from '../process'
import { INGREDIENTS, type IngredientData } from '../substances'

/** One press as recorded. The juice was read either as volume or on a scale; the other follows from its density. */
export interface PressInput {
  takenG: number
  trimmedG: number | null
  juice: { value: number; unit: 'mL' | 'g' }
  method: string
  minutes: number | null
}

export interface PressResult {
  juiceG: number
  juiceMl: number
  juice: NamedStream
  byProducts: NamedStream[]
  losses: NamedStream[]
}

/** g per mL of the fruit's juice, at 20 °C, from its composition. */
export function juiceDensityGPerMl(fruit: IngredientData): number {
  const juice = INGREDIENTS.get(fruit.fruit!.juice)!
  return 1 / volumePerGram(streamOf(juice.composition, 1, 20))
}

/**
 * Runs the trim and the press over the fruit taken.
 * @throws ProcessLimit when more is trimmed than was taken, or the juice is more than the fruit holds
 */
export function evaluatePress(fruit: IngredientData, input: PressInput): PressResult {
  const density = juiceDensityGPerMl(fruit)
  const juiceG = input.juice.unit === 'g' ? input.juice.value : input.juice.value * density
  const whole = ingredientStream(fruit, input.takenG, 20)
  const trimmed = CATALOGUE.trim.run([whole], { trimmedG: input.trimmedG ?? 0, byProduct: 'trim' })
  const pressed = CATALOGUE.press.run([trimmed.out], { juiceG, method: input.method })
  return {
    juiceG: massG(pressed.out),
    juiceMl: massG(pressed.out) / density,
    juice: { name: 'juice', stream: pressed.out },
    byProducts: [...trimmed.byProducts, ...pressed.byProducts],
    losses: [...trimmed.losses, ...pressed.losses],
  }
}

/**
 * What of a lot's cost the fruit taken from it carries, EUR: its share by mass.
 * @param costEur what the lot cost; null where nobody has said
 */
export function shareOfCostEur(costEur: number | null, lotG: number, takenG: number): number | null {
  return costEur === null ? null : (costEur * takenG) / lotG
}

/** Where the fruit of a recorded press went, g: what was weighed, what stuck to the tools, and the rest as pulp. */
export function splitOfPress(p: { takenG: number; trimmedG: number | null; juiceG: number }): { juiceG: number; trimG: number; pulpG: number; lossG: number } {
  const trimG = p.trimmedG ?? 0
  const leftG = p.takenG - trimG - p.juiceG
  const lossG = stuckG(p.juiceG, leftG)
  return { juiceG: p.juiceG, trimG, pulpG: Math.max(0, leftG - lossG), lossG }
}

/** What is known of one press afterwards, for its figures. */
export interface PressFacts {
  takenG: number
  trimmedG: number | null
  juiceMl: number
  juiceTyped: 'mL' | 'g'
  minutes: number | null
  /** what the fruit taken cost; null where nobody has said */
  fruitCostEur: number | null
  fruitCostBasis: 'measured' | 'estimated'
  params: { name: string; when: string }
}

export interface PressFigures {
  /** mL of juice per kg as purchased */
  yield: Figure
  /** share of the fruit left after trimming; null where the trim was not weighed */
  edibleShare: Figure | null
  costPerL: Figure | null
  minutesPerL: Figure | null
}

export function pressFigures(p: PressFacts): PressFigures {
  const taken = given('taken', p.takenG / 1000, 'kg', 'measured', 'source.scale', p.params)
  const juice = given('juice', p.juiceMl, 'mL', p.juiceTyped === 'mL' ? 'measured' : 'estimated', p.juiceTyped === 'mL' ? 'source.jug' : 'source.scale-density', p.params)
  const juiceL = quotient('juice', 'L', juice, factor(1000))
  const cost = p.fruitCostEur === null ? null : given('fruit-cost', p.fruitCostEur, 'EUR', p.fruitCostBasis, p.fruitCostBasis === 'measured' ? 'source.receipt' : 'source.last-price', p.params)
  return {
    yield: quotient('yield', 'mL/kg', juice, taken, p.params),
    edibleShare: p.trimmedG === null ? null : quotient('edible-share', '1', given('edible', (p.takenG - p.trimmedG) / 1000, 'kg', 'measured', 'source.scale', p.params), taken),
    costPerL: cost && quotient('cost-per-litre', 'EUR/L', cost, juiceL, p.params),
    minutesPerL: p.minutes === null ? null : quotient('minutes-per-litre', 'min/L', given('minutes', p.minutes, 'min', 'measured', 'source.crew', p.params), juiceL),
  }
}

/** Handbook yield in mL per kg as purchased. */
export function handbookYield(fruit: IngredientData): Figure {
  const h = fruit.fruit!.handbook
  const share = given('juice-share', h.juiceShare, '1', 'default', h.source, { name: fruit.key })
  const density = given('density-of', juiceDensityGPerMl(fruit), 'g/mL', 'estimated', 'source.density', { name: fruit.fruit!.juice })
  return product('handbook-yield', 'mL/kg', [quotient('quotient', '1', share, density), factor(1000)], { name: fruit.key })
}
