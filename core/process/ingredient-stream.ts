import {
  BUFFER,
  INDEX,
  STRONG_ION,
  SWEET_WITHOUT_SUGAR,
  acidsMol,
  bufferMmolOf,
  strongIonsAt,
  type IngredientData,
} from '../substances'
import { atTemperature } from './phase'
import { streamOf, volumeMl, type Stream } from './stream'

/** Fruit as purchased: its liquor with the juice's composition, and what no press turns into juice as fibre. */
export function fruitStream(fruit: IngredientData, mass: number, tempC: number): Stream {
  const insoluble = fruit.fruit!.insolubleShare
  const liquor = streamOf(fruit.composition, mass * (1 - insoluble), tempC)
  const amountsG = liquor.amountsG.slice()
  amountsG[INDEX.fibre]! += mass * insoluble
  return { amountsG, tempC, undissolvedG: 0, iceG: 0 }
}

/** What one gram of an ingredient brings that has no mass: worked out once, from its composition and its pH. */
interface Massless {
  strongIonMmol: number
  bufferMmol: number
  sweetG: number
}
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
  const { ph } = ingredient
  const strongIonMmol =
    ingredient.strongIonMmolPerG ??
    (ph !== undefined
      ? 1000 *
        litres *
        strongIonsAt(
          ph,
          acidsMol(gram.amountsG).map((mol) => mol / litres),
          bufferMmol / 1000 / litres,
        )
      : 0)
  const made = {
    strongIonMmol,
    bufferMmol,
    sweetG: gram.amountsG[INDEX.sweetener]! * (ingredient.sweetnessTimesSucrose ?? 0),
  }
  massless.set(ingredient, made)
  return made
}

/**
 * `mass` g of an ingredient as it is taken. Ice is ice, no warmer than 0 °C; what is colder than it freezes at is
 * frozen as far as that goes.
 */
export function ingredientStream(ingredient: IngredientData, mass: number, tempC: number): Stream {
  if (ingredient.kind === 'ice') return { ...streamOf({}, mass, Math.min(0, tempC)), iceG: mass }
  const s = ingredient.fruit ? fruitStream(ingredient, mass, tempC) : streamOf(ingredient.composition, mass, tempC)
  const per = masslessOf(ingredient)
  const liquor = ingredient.fruit ? mass * (1 - ingredient.fruit.insolubleShare) : mass
  s.amountsG[STRONG_ION] = per.strongIonMmol * liquor
  s.amountsG[BUFFER] = per.bufferMmol * liquor
  s.amountsG[SWEET_WITHOUT_SUGAR] = per.sweetG * mass
  return tempC < 0 ? atTemperature(s, tempC) : s
}
