import {
  BUFFER,
  CRYSTAL_INDEX,
  INDEX,
  STRONG_ION,
  SWEET_WITHOUT_SUGAR,
  acidsMol,
  bufferMmolOf,
  isDrySweetener,
  strongIonsAt,
  type IngredientData,
} from '../substances'
import { atTemperature, settled } from './phase'
import { liquid, massG, streamOf, volumeMl, type Stream } from './stream'

/** g of peel and pith of so much fruit, what both are made of, fibre of its flesh, and the liquor that is its juice. */
function partsOf(fruit: IngredientData, mass: number, tempC: number) {
  const { insolubleShare, outer } = fruit.fruit!
  const [peelG, pithG] = [mass * (outer?.peel ?? 0), mass * (outer?.pith ?? 0)]
  const rind = outer && streamOf(outer.composition, peelG + pithG, tempC).amountsG
  const fibreG = Math.max(0, mass * insolubleShare - (rind?.[INDEX.fibre] ?? 0))
  return { peelG, pithG, rind, fibreG, liquorG: mass - peelG - pithG - fibreG }
}

/**
 * Fruit as purchased: its flesh as liquor with the juice's composition, and what no press turns into juice as fibre;
 * around it peel and pith of their own, where their share is known.
 */
export function fruitStream(fruit: IngredientData, mass: number, tempC: number): Stream {
  const { peelG, pithG, rind, fibreG, liquorG } = partsOf(fruit, mass, tempC)
  const amountsG = streamOf(fruit.composition, liquorG, tempC).amountsG
  amountsG[INDEX.fibre]! += fibreG
  if (!rind) return liquid(amountsG, tempC)
  return {
    ...liquid(
      amountsG.map((a, i) => a + rind[i]!),
      tempC,
    ),
    rind: { amountsG: rind, peelG, pithG },
  }
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
  // What of fruit is juice has the juice's ions; peel and fibre carry next to none.
  const liquor = ingredient.fruit ? partsOf(ingredient, mass, tempC).liquorG : mass
  s.amountsG[STRONG_ION] = per.strongIonMmol * liquor
  s.amountsG[BUFFER] = per.bufferMmol * liquor
  s.amountsG[SWEET_WITHOUT_SUGAR] = per.sweetG * mass
  const made = wholeOf(ingredient, s)
  return tempC < 0 ? atTemperature(made, tempC) : made
}

/** Dry sugar comes as crystals, peel as rind: what is in them is there, and not yet in any liquor. */
function wholeOf(ingredient: IngredientData, s: Stream): Stream {
  if (isDrySweetener(ingredient)) {
    const crystals = CRYSTAL_INDEX.map((i) => s.amountsG[i]!)
    return settled(s.amountsG, s.tempC, 0, crystals)
  }
  if (ingredient.kind !== 'peel') return s
  const mass = massG(s)
  const isPith = ingredient.key.endsWith('pith')
  return { ...s, rind: { amountsG: [...s.amountsG], peelG: isPith ? 0 : mass, pithG: isPith ? mass : 0 } }
}
