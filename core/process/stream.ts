import {
  AMOUNTS_LENGTH, BUFFER, CITRIC_EQUIVALENT, COMPONENT_COUNT, COMPONENTS, FACTS, INDEX, NOT_DISSOLVED, RELATIVE_SWEETNESS, STRONG_ION, SUGARS, SWEET_WITHOUT_SUGAR,
  acidsMol, bufferMmolOf, heatCapacityKjPerKgK, mixtureVolumeMl, strongIonsAt, sucroseSolubilityPercent,
  type Component, type Composition, type IngredientData,
} from '../substances'

/** What flows between steps: grams by component index, then what has no mass (strong ions, buffer, sweetness), and a temperature. Never changed once made. */
export interface Stream {
  readonly amountsG: number[]
  readonly tempC: number
  /** g of crystals that found no water to dissolve in; already counted in the amounts (as sucrose) */
  readonly undissolvedG: number
}

/** A plain array of doubles: a typed array of this length lies outside the heap and costs three times as much to make and to collect. */
const ZEROS: readonly number[] = Array.from({ length: AMOUNTS_LENGTH }, () => 0.5).fill(0)

const DISSOLVED = Array.from(COMPONENTS, (c) => (NOT_DISSOLVED.includes(c) ? 0 : 1))
const SUGAR = Array.from(COMPONENTS, (c) => (SUGARS.includes(c) ? 1 : 0))
const ACID = Array.from(COMPONENTS, (c) => CITRIC_EQUIVALENT[c] ?? 0)
const SWEET = Array.from(COMPONENTS, (c) => RELATIVE_SWEETNESS[c] ?? 0)
const ALL = COMPONENTS.map(() => 1)

function dot(a: readonly number[], weights: readonly number[]): number {
  let total = 0
  for (let i = 0; i < COMPONENT_COUNT; i++) total += a[i]! * weights[i]!
  return total
}

export const massG = (s: Stream): number => dot(s.amountsG, ALL)
/** g of all that is dissolved: sugars, acids, salts, protein. Crystals on the bottom do not count. */
export const dissolvedG = (s: Stream): number => dot(s.amountsG, DISSOLVED) - s.undissolvedG
export const sugarsG = (s: Stream): number => dot(s.amountsG, SUGAR)
/** g of anhydrous citric acid that would titrate the same to pH 8.1. */
export const acidG = (s: Stream): number => dot(s.amountsG, ACID)
/** g of sucrose that would taste as sweet. */
export const sweetnessG = (s: Stream): number => dot(s.amountsG, SWEET) + s.amountsG[SWEET_WITHOUT_SUGAR]!
export const sucroseG = (s: Stream): number => s.amountsG[INDEX.sucrose]!
export const waterG = (s: Stream): number => s.amountsG[INDEX.water]!
/** g of water and what is dissolved in it. */
export const liquorG = (s: Stream): number => waterG(s) + dissolvedG(s)
export const fibreG = (s: Stream): number => s.amountsG[INDEX.fibre]!
export const fatG = (s: Stream): number => s.amountsG[INDEX.fat]!

/** Volume in mL at the stream's temperature. */
export function volumeMl(s: Stream): number {
  return mixtureVolumeMl(liquorG(s), dissolvedPercentOf(s), s.tempC, fibreG(s), fatG(s), s.undissolvedG)
}

/** g dissolved per 100 g of liquor. */
export function dissolvedPercentOf(s: Stream): number {
  const liquor = liquorG(s)
  return liquor > 0 ? (100 * dissolvedG(s)) / liquor : 0
}

/** mL per g of the stream. */
export const volumePerGram = (s: Stream): number => volumeMl(s) / massG(s)

/**
 * A stream of `mass` g with the given composition.
 * @throws RangeError when the composition is negative anywhere or adds up to more than 100 g per 100 g
 */
export function streamOf(composition: Composition, mass: number, tempC: number): Stream {
  const amountsG = ZEROS.slice()
  let rest = 100
  for (const [name, per100g] of Object.entries(composition) as [Component, number][]) {
    if (!(per100g >= 0)) throw new RangeError(`${name} is ${per100g} g per 100 g`)
    amountsG[INDEX[name]] = (per100g * mass) / 100
    rest -= per100g
  }
  if (rest < -1e-9) throw new RangeError(`composition adds up to ${100 - rest} g per 100 g`)
  amountsG[INDEX.water] = (Math.max(0, rest) * mass) / 100
  return { amountsG, tempC, undissolvedG: 0 }
}

/** Fruit as purchased: its liquor with the juice's composition, and what no press turns into juice as fibre. */
export function fruitStream(fruit: IngredientData, mass: number, tempC: number): Stream {
  const insoluble = fruit.fruit!.insolubleShare
  const liquor = streamOf(fruit.composition, mass * (1 - insoluble), tempC)
  const amountsG = liquor.amountsG.slice()
  amountsG[INDEX.fibre]! += mass * insoluble
  return { amountsG, tempC, undissolvedG: 0 }
}

/** What one gram of an ingredient brings that has no mass: worked out once, from its composition and its usual pH. */
interface Massless { strongIonMmol: number; bufferMmol: number; sweetG: number }
const massless = new WeakMap<IngredientData, Massless>()
/** Dry leaves and flowers have the pH of their brew: 1 g in 50 mL. */
const BREW_ML_PER_G = 50
const BREWED = ['tea', 'flower', 'spice', 'herb', 'root', 'seed', 'grain']

function masslessOf(ingredient: IngredientData): Massless {
  const known = massless.get(ingredient)
  if (known) return known
  const gram = streamOf(ingredient.composition, 1, 20)
  const bufferMmol = bufferMmolOf(gram.amountsG[INDEX.protein]!, ingredient.kind === 'dairy')
  const litres = (BREWED.includes(ingredient.kind) ? BREW_ML_PER_G : volumeMl(gram)) / 1000
  const usual = FACTS[ingredient.fruit?.juice ?? ingredient.key]?.ph
  const ph = ingredient.ph ?? (usual && (usual[0] + usual[1]) / 2)
  const strongIonMmol = ingredient.strongIonMmolPerG
    ?? (ph !== undefined ? 1000 * litres * strongIonsAt(ph, acidsMol(gram.amountsG).map((mol) => mol / litres), bufferMmol / 1000 / litres) : 0)
  const made = { strongIonMmol, bufferMmol, sweetG: gram.amountsG[INDEX.sweetener]! * (ingredient.sweetnessTimesSucrose ?? 0) }
  massless.set(ingredient, made)
  return made
}

export function ingredientStream(ingredient: IngredientData, mass: number, tempC: number): Stream {
  const s = ingredient.fruit ? fruitStream(ingredient, mass, tempC) : streamOf(ingredient.composition, mass, tempC)
  const per = masslessOf(ingredient)
  const liquor = ingredient.fruit ? mass * (1 - ingredient.fruit.insolubleShare) : mass
  s.amountsG[STRONG_ION] = per.strongIonMmol * liquor
  s.amountsG[BUFFER] = per.bufferMmol * liquor
  s.amountsG[SWEET_WITHOUT_SUGAR] = per.sweetG * mass
  return s
}

/** kJ/(kg K) of a stream, from its dissolved solids and their purity. */
export function heatCapacityOf(s: Stream): number {
  const solids = dissolvedG(s) + s.undissolvedG
  return heatCapacityKjPerKgK((100 * solids) / (liquorG(s) + s.undissolvedG || 1), solids > 0 ? (100 * sucroseG(s)) / solids : 100, s.tempC)
}

export function scaled(s: Stream, factor: number): Stream {
  const amountsG = ZEROS.slice()
  for (let i = 0; i < AMOUNTS_LENGTH; i++) amountsG[i] = s.amountsG[i]! * factor
  return { amountsG, tempC: s.tempC, undissolvedG: s.undissolvedG * factor }
}

/** Streams put together: amounts add up, temperature by heat capacity, crystals dissolve as far as the water now there allows. */
export function mixed(streams: readonly Stream[]): Stream {
  const amountsG = ZEROS.slice()
  let capacity = 0
  let heat = 0
  for (const s of streams) {
    for (let i = 0; i < AMOUNTS_LENGTH; i++) amountsG[i]! += s.amountsG[i]!
    const c = massG(s) * heatCapacityOf(s)
    capacity += c
    heat += c * s.tempC
  }
  return settled(amountsG, capacity > 0 ? heat / capacity : 20)
}

/** The stream of these amounts with its sugar dissolved as far as the water holds it at that temperature. */
export function settled(amountsG: number[], tempC: number): Stream {
  const s = { amountsG, tempC, undissolvedG: 0 }
  const water = waterG(s)
  const clampedC = Math.min(80, Math.max(0, tempC))
  const holds = sucroseSolubilityPercent(clampedC) / 100
  // Other dissolved matter is counted against the same limit, as sucrose: a little early rather than too late.
  const most = (water * holds) / (1 - holds)
  const over = dot(amountsG, DISSOLVED) - most
  return over > 1e-9 ? { amountsG, tempC, undissolvedG: Math.min(over, sucroseG(s)) } : s
}

/** What is left of `a` once `b` is taken out of it; nothing below zero but the charge of ions, which may be. */
export function minus(a: Stream, b: Stream): Stream {
  return { amountsG: a.amountsG.map((x, i) => (i === STRONG_ION ? x - b.amountsG[i]! : Math.max(0, x - b.amountsG[i]!))), tempC: a.tempC, undissolvedG: 0 }
}

/** A share of the liquor of a stream: water and what is dissolved, without fibre, fat and crystals. */
export function liquorPart(s: Stream, share: number): Stream {
  const amountsG = s.amountsG.map((a, i) => (i < COMPONENT_COUNT && i !== INDEX.water && !DISSOLVED[i] ? 0 : a * share))
  amountsG[INDEX.sucrose]! -= s.undissolvedG * share
  return { amountsG, tempC: s.tempC, undissolvedG: 0 }
}

/** The same amounts at another temperature, crystals as they were. */
export const atTemperature = (s: Stream, tempC: number): Stream => ({ ...s, tempC })

/** Grams of water alone. */
export function waterStream(mass: number, tempC: number): Stream {
  const amountsG = ZEROS.slice()
  amountsG[INDEX.water] = mass
  return { amountsG, tempC, undissolvedG: 0 }
}
