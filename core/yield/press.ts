import { difference, factor, given, product, quotient, sum, type Figure } from '../figures'
import {
  CATALOGUE,
  ingredientStream,
  massG,
  ProcessLimit,
  scaled,
  streamOf,
  stuckG,
  volumePerGram,
  type NamedStream,
} from '../process'
import { INGREDIENTS, type IngredientData } from '../substances'

/** What is taken off a fruit, or left of it, by name. All but pulp come off before pressing. */
export const PARTS = [
  'peel',
  'rind',
  'outer-skin',
  'core',
  'crown',
  'ends',
  'seeds',
  'pods',
  'stems',
  'shell',
  'flesh',
  'pulp',
] as const
export type Part = (typeof PARTS)[number]
/** One part on the scale, g. Only pulp may go without: it is then all that is left. */
export interface PartWeighed {
  part: Part
  massG: number | null
}

/** One press as recorded. The juice was read either as volume or on a scale; the other follows from its density. */
export interface PressInput {
  takenG: number
  /** all that was trimmed off, where it was weighed in one go */
  trimmedG: number | null
  juice: { value: number; unit: 'mL' | 'g' }
  method: string
  minutes: number | null
  parts?: readonly PartWeighed[]
  /** juice that came out and ended on the bench */
  spilledMl?: number | null
}

export interface PressResult {
  /** juice in the jug */
  juiceG: number
  juiceMl: number
  juice: NamedStream
  byProducts: NamedStream[]
  losses: NamedStream[]
}

/** g per mL of the fruit's juice, at 20 °C, from its composition. */
export function juiceDensityGPerMl(fruit: IngredientData): number {
  const known = DENSITIES.get(fruit)
  if (known !== undefined) return known
  const juice = INGREDIENTS.get(fruit.fruit!.juice)!
  const density = 1 / volumePerGram(streamOf(juice.composition, 1, 20))
  DENSITIES.set(fruit, density)
  return density
}
const DENSITIES = new WeakMap<IngredientData, number>()

/** A tenth of a gram forgives a scale. */
export const SCALE_G = 0.1

/** What came off before pressing, g by part; what was weighed as a whole and not named is plain `trim`. */
export function trimmings({
  trimmedG,
  parts = [],
}: Pick<PressInput, 'trimmedG' | 'parts'>): { name: string; massG: number }[] {
  const named = parts
    .filter((p) => p.part !== 'pulp' && (p.massG ?? 0) !== 0)
    .map((p) => ({ name: p.part as string, massG: p.massG ?? 0 }))
  const namedG = named.reduce((s, p) => s + p.massG, 0)
  if (trimmedG !== null && trimmedG >= 0 && namedG > trimmedG + SCALE_G)
    throw new ProcessLimit('parts-more-than-trimmed', { namedG, trimmedG }, 'parts')
  const restG = (trimmedG ?? 0) - namedG
  return restG !== 0 && trimmedG !== null && Math.abs(restG) > SCALE_G
    ? [...named, { name: 'trim', massG: restG }]
    : named
}

/**
 * All that came off before pressing, g: what was weighed as a whole, or the parts together; null where nothing was
 * weighed.
 */
export function trimmedTotalG(input: Pick<PressInput, 'trimmedG' | 'parts'>): number | null {
  const parts = trimmings(input)
  return parts.length ? parts.reduce((s, p) => s + p.massG, 0) : input.trimmedG
}
/** mL that came out of a press, spilled ones too, per kg as purchased. */
export const yieldMlPerKg = (p: { takenG: number; juiceMl: number; spilledMl?: number | null }): number =>
  ((p.juiceMl + (p.spilledMl ?? 0)) / p.takenG) * 1000

/**
 * Runs the trims and the press over the fruit taken.
 * @throws ProcessLimit when more is trimmed than was taken, the juice is more than the fruit holds, or juice and
 * by-products weigh more than the fruit
 */
export function evaluatePress(fruit: IngredientData, input: PressInput): PressResult {
  const density = juiceDensityGPerMl(fruit)
  const jugG = input.juice.unit === 'g' ? input.juice.value : input.juice.value * density
  const spilledG = (input.spilledMl ?? 0) * density
  const byProducts: NamedStream[] = []
  const losses: NamedStream[] = []
  let left = ingredientStream(fruit, input.takenG, 20)
  for (const part of trimmings(input)) {
    const r = CATALOGUE.trim.run([left], { trimmedG: part.massG, byProduct: part.name })
    left = r.out
    byProducts.push(...r.byProducts)
  }
  const pressed = CATALOGUE.press.run([left], { juiceG: jugG + spilledG, method: input.method })
  losses.push(...pressed.losses)
  const kept = jugG / (jugG + spilledG)
  if (spilledG > 0) losses.push({ name: 'spilled', stream: scaled(pressed.out, 1 - kept) })
  const pulp = pressed.byProducts[0]!.stream
  const weighedPulpG = input.parts?.find((p) => p.part === 'pulp')?.massG ?? null
  if (weighedPulpG === null) byProducts.push({ name: 'pulp', stream: pulp })
  else {
    const pulpG = massG(pulp)
    const stuck = losses.find((l) => l.name === 'stuck')
    // What was thought to stick may be in the pulp that was weighed.
    if (weighedPulpG > pulpG + (stuck ? massG(stuck.stream) : 0) + SCALE_G)
      throw new ProcessLimit(
        'parts-heavier-than-fruit',
        { pulpG: weighedPulpG, leftG: pulpG, takenG: input.takenG },
        'parts',
      )
    const share = Math.min(1, weighedPulpG / pulpG)
    byProducts.push({ name: 'pulp', stream: scaled(pulp, share) })
    if (share < 1) losses.push({ name: 'unaccounted', stream: scaled(pulp, 1 - share) })
  }
  return {
    juiceG: jugG,
    juiceMl: jugG / density,
    juice: { name: 'juice', stream: scaled(pressed.out, kept) },
    byProducts,
    losses,
  }
}

/**
 * What of a lot's cost the fruit taken from it carries: its share by mass.
 * @param cost what the lot cost; null where nobody has said
 */
export function shareOfCost(cost: number | null, lotG: number, takenG: number): number | null {
  return cost === null ? null : (cost * takenG) / lotG
}

/**
 * What the fruit taken from a lot costs: its share of what the lot cost; where nobody has said, the last price of
 * the fruit, as an estimate. Null where there is none either.
 */
export function costOfTaken(
  lot: { cost: number | null; amountG: number },
  takenG: number,
  lastPerKg: number | null,
): { cost: number | null; basis: 'measured' | 'estimated' } {
  const share = shareOfCost(lot.cost, lot.amountG, takenG)
  if (share !== null) return { cost: share, basis: 'measured' }
  return { cost: lastPerKg === null ? null : (lastPerKg * takenG) / 1000, basis: 'estimated' }
}

/** What kept by-products carry of a press's fruit cost: the shares the owner set, at most nine tenths of it. */
export function byProductsCost(fruitCost: number | null, shares: readonly number[]): number[] | null {
  if (fruitCost === null) return null
  const total = shares.reduce((s, x) => s + x, 0)
  return shares.map((s) => fruitCost * s * (total > 0.9 ? 0.9 / total : 1))
}

/** Of one fruit: several in one go say nothing of what each of them yields. */
export const isOfOne = (p: { takes: readonly unknown[] }): boolean => p.takes.length === 1

/**
 * Whether a press says what fruit gives: it was of one fruit, its kilos were weighed, and nobody left it out with a
 * reason.
 */
export const isLearned = (p: {
  weighed: boolean
  takes: readonly unknown[]
  mark: { leftOut: boolean } | null
}): boolean => p.weighed && isOfOne(p) && !p.mark?.leftOut

/** Where the fruit of a recorded press went, g: what was weighed, what stuck to the tools, and the rest as pulp. */
export function splitOfPress(p: {
  takenG: number
  trimmedG: number | null
  juiceG: number
  juiceMl: number
  spilledMl?: number | null
}): { juiceG: number; trimG: number; pulpG: number; lossG: number } {
  const trimG = p.trimmedG ?? 0
  const spilledG = (p.spilledMl ?? 0) * (p.juiceG / p.juiceMl)
  const leftG = p.takenG - trimG - p.juiceG - spilledG
  const stuck = stuckG(p.juiceG + spilledG, leftG)
  return { juiceG: p.juiceG, trimG, pulpG: Math.max(0, leftG - stuck), lossG: stuck + spilledG }
}

/** What is known of one press afterwards, for its figures. */
export interface PressFacts {
  takenG: number
  trimmedG: number | null
  juiceMl: number
  juiceTyped: 'mL' | 'g'
  minutes: number | null
  hands?: number | null
  spilledMl?: number | null
  /** what came out, where water went in or several fruits did: then `juiceMl` is the juice that is likely in it */
  base?: { outMl: number; spilledMl: number | null } | null
  /** false where its fruit was only counted */
  weighed?: boolean
  /** several fruits went in */
  isMixed?: boolean
  /** °Bx of a base was measured, and says how much juice it is */
  brixMeasured?: boolean
  /** foam stood on the juice when it was read: the volume is too high by an unknown part */
  foamy?: boolean
  /** what the fruit taken cost; null where nobody has said */
  fruitCost: number | null
  /** what kept by-products carry of it */
  byCost?: number | null
  /** what the fruit taken would have cost at the market, where it was given */
  marketCost?: number | null
  fruitCostBasis: 'measured' | 'estimated'
  params: { name: string; when: string }
}

/**
 * Whether the yield of a press is of an estimate: nobody weighed its fruit, or water in it was reckoned off. It is
 * marked wherever it shows.
 */
export const isGuessed = (p: { weighed: boolean; base: unknown }): boolean => !p.weighed || p.base !== null

export interface PressFigures {
  /** its yield is of an estimate */
  guessed: boolean
  /** mL of juice that came out, per kg as purchased; null of several fruits, of which none says what it gave */
  yield: Figure | null
  /** share of the fruit left after trimming; null where the trim was not weighed */
  edibleShare: Figure | null
  /** as paid */
  costPerL: Figure | null
  /** what fruit and water cost for a litre of the base; null where it is plain juice */
  basePerL: Figure | null
  /** at market price, where the fruit was given */
  marketPerL: Figure | null
  /** minutes of all hands */
  minutesPerL: Figure | null
}

export function pressFigures(p: PressFacts): PressFigures {
  const taken = given('taken', p.takenG / 1000, 'kg', 'measured', 'source.scale', p.params)
  const byJug = p.juiceTyped === 'mL'
  const plain = given(
    'juice',
    p.juiceMl,
    'mL',
    byJug && !p.foamy ? 'measured' : 'estimated',
    p.foamy && byJug ? 'source.jug-foam' : byJug ? 'source.jug' : 'source.scale-density',
    p.params,
  )
  const jug = p.base ? juiceInBase(p, p.base) : plain
  const out = p.spilledMl
    ? sum('juice-out', 'mL', [jug, given('spilled', p.spilledMl, 'mL', 'estimated', 'source.crew', p.params)], p.params)
    : jug
  const juiceL = quotient('juice', 'L', jug, factor(1000))
  const baseL = p.base && quotient('base-out', 'L', baseOut(p, p.base.outMl), factor(1000))
  const costOf = (
    label: string,
    money: number | null | undefined,
    basis: 'measured' | 'estimated',
    source: string,
    litres = juiceL,
  ): Figure | null => {
    if (money === null || money === undefined) return null
    const fruit = given('fruit-cost', money, 'money', basis, source, p.params)
    const cost = p.byCost
      ? difference(
          'fruit-cost',
          'money',
          fruit,
          given('by-products-carry', p.byCost, 'money', basis, 'source.owner', p.params),
        )
      : fruit
    return quotient(label, 'money/L', cost, litres, p.params)
  }
  const minutes = p.minutes === null ? null : given('minutes', p.minutes, 'min', 'measured', 'source.crew', p.params)
  const work =
    minutes && p.hands && p.hands > 1
      ? product(
          'hand-minutes',
          'min',
          [minutes, given('hands', p.hands, '1', 'measured', 'source.crew', p.params)],
          p.params,
        )
      : minutes
  const bought = p.fruitCostBasis === 'measured' ? 'source.receipt' : 'source.last-price'
  return {
    guessed: isGuessed({ weighed: p.weighed ?? true, base: p.base ?? null }),
    yield: p.isMixed ? null : quotient('yield', 'mL/kg', out, taken, p.params),
    edibleShare:
      p.trimmedG === null
        ? null
        : quotient(
            'edible-share',
            '1',
            given('edible', (p.takenG - p.trimmedG) / 1000, 'kg', 'measured', 'source.scale', p.params),
            taken,
          ),
    costPerL: costOf('cost-per-litre', p.fruitCost, p.fruitCostBasis, bought),
    basePerL: baseL ? costOf('cost-per-litre-base', p.fruitCost, p.fruitCostBasis, bought, baseL) : null,
    marketPerL: costOf('market-per-litre', p.marketCost, 'estimated', 'source.market'),
    minutesPerL: work && quotient('minutes-per-litre', 'min/L', work, juiceL),
  }
}

/** mL of a base that stood in the jug. */
const baseOut = (p: PressFacts, outMl: number): Figure =>
  p.juiceTyped === 'mL'
    ? given(
        'base-out',
        outMl,
        'mL',
        p.foamy ? 'estimated' : 'measured',
        p.foamy ? 'source.jug-foam' : 'source.jug',
        p.params,
      )
    : given('base-out', outMl, 'mL', 'estimated', 'source.scale-density', p.params)

/** Juice of the fruit in the jug: what came out, less the water that is likely in it. */
function juiceInBase(p: PressFacts, { outMl }: NonNullable<PressFacts['base']>): Figure {
  const source = p.brixMeasured ? 'source.brix-of-base' : 'source.well-mixed'
  const water = given('water-in-it', outMl - p.juiceMl, 'mL', 'estimated', source, p.params)
  return difference('juice-of-fruit', 'mL', baseOut(p, outMl), water, p.params)
}

/** Cost of a litre with the work in it. @param labourPerH what an hour of work costs */
export function withLabour(costPerL: Figure, minutesPerL: Figure, labourPerH: number): Figure {
  const hour = quotient(
    'labour-per-minute',
    '1',
    given('labour-rate', labourPerH, 'money/h', 'measured', 'source.stand'),
    factor(60),
  )
  return sum('cost-with-work', 'money/L', [costPerL, product('work-per-litre', 'money/L', [minutesPerL, hour])])
}

/** Handbook yield in mL per kg as purchased. */
export function handbookYield(fruit: IngredientData): Figure {
  const h = fruit.fruit!.handbook
  const share = given('juice-share', h.juiceShare, '1', 'default', h.source, { name: fruit.key })
  const density = given('density-of', juiceDensityGPerMl(fruit), 'g/mL', 'estimated', 'source.density', {
    name: fruit.fruit!.juice,
  })
  return product('handbook-yield', 'mL/kg', [quotient('quotient', '1', share, density), factor(1000)], {
    name: fruit.key,
  })
}
