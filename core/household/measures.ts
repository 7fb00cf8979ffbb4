import type { UnitOfMeasureDefinitions } from 'parse-ingredient'
import { toGrams, toMillilitres, type MassUnit, type OunceMeaning, type VolumeUnit } from '../units'

// What a household measures with, in both languages, and what it comes to.

/** How the cook of a text measures: asked once for a text. Null where nobody has said. */
export interface Cook {
  cupMl: number | null
  tbspMl: number
  /** of gallons, quarts and pints: US 3.785 L, imperial 4.546 L; null where nobody has said */
  gallonMl: number | null
  /** whether an ounce of a liquid is weighed or poured, asked once for a stand */
  ounces: OunceMeaning | null
  /** what "limón" is here, asked once for a stand */
  limon: 'lime' | 'lemon' | null
}
/** Cups that texts mean: US customary (NIST Handbook 44), US label (21 CFR 101.9), metric. */
export const CUPS_ML = [236.588, 240, 250] as const
/** Tablespoons that texts mean: US customary, metric, Australian. NIST Handbook 44; common practice, no source. */
export const TBSPS_ML = [14.7868, 15, 20] as const
/** Gallons: US (NIST Handbook 44), imperial (4.54609 L by definition, memory). */
export const GALLONS_ML = [3785.412, 4546.09] as const
export const US_COOK: Cook = { cupMl: CUPS_ML[0], tbspMl: 14.7868, gallonMl: GALLONS_ML[0], ounces: null, limon: null }

/** Of weight and volume as they are, those that the cook decides, and those of the kitchen. */
export type HouseUnit =
  | MassUnit
  | VolumeUnit
  | 'pinch'
  | 'dash'
  | 'drop'
  | 'handful'
  | 'bunch'
  | 'sprig'
  | 'leaf'
  | 'slice'
  | 'stick'
  | 'can'
  | 'bag'
  | 'piece'

const DEFINED: Record<string, [unit: HouseUnit, words: string]> = {
  gram: ['g', 'g gr gr. gram grams gramo gramos grs'],
  kilogram: ['kg', 'kg kg. kgs kilo kilos kilogram kilograms kilogramo kilogramos'],
  ounce: ['oz', 'oz oz. ounce ounces onza onzas'],
  fluidounce: ['fl oz', 'floz fluidounce fluidounces'],
  pound: ['lb', 'lb lb. lbs pound pounds libra libras'],
  milliliter: ['mL', 'ml mL ml. cc milliliter milliliters millilitre millilitres mililitro mililitros'],
  liter: ['L', 'l L lt lt. lts liter liters litre litres litro litros'],
  teaspoon: ['tsp', 'tsp tsp. tsps teaspoon teaspoons cdta cdta. cdtas cdita cditas cucharadita cucharaditas'],
  tablespoon: ['tbsp', 'tbsp tbsp. tbsps tbs T tablespoon tablespoons cda cda. cdas cucharada cucharadas soperas'],
  cup: ['cup', 'cup cups c c. taza tazas'],
  pint: ['pint', 'pt pt. pint pints pinta pintas'],
  quart: ['quart', 'qt qt. qts quart quarts cuarto cuartos'],
  gallon: ['gallon', 'gal gal. gallon gallons galon galones galón'],
  pinch: ['pinch', 'pinch pinches pizca pizcas'],
  dash: ['dash', 'dash dashes chorrito chorritos'],
  drop: ['drop', 'drop drops gota gotas'],
  handful: ['handful', 'handful handfuls puñado puñados punado punados'],
  bunch: ['bunch', 'bunch bunches manojo manojos'],
  sprig: ['sprig', 'sprig sprigs ramita ramitas rama ramas'],
  leaf: ['leaf', 'leaf leaves hoja hojas'],
  slice: ['slice', 'slice slices rebanada rebanadas rodaja rodajas'],
  stick: ['stick', 'stick sticks raja rajas'],
  can: ['can', 'can cans tin tins lata latas'],
  bag: ['bag', 'bag bags bolsita bolsitas sobre sobres teabag teabags sachet sachets'],
  piece: ['piece', 'piece pieces pieza piezas trozo trozos unidad unidades'],
}
export const UNIT_OF: ReadonlyMap<string, HouseUnit> = new Map(
  Object.entries(DEFINED).map(([id, [unit]]) => [id, unit]),
)
/** For the parser: every way of writing a unit. */
export const UNITS: UnitOfMeasureDefinitions = Object.fromEntries(
  Object.entries(DEFINED).map(([id, [unit, words]]) => {
    const [short, ...alternates] = words.split(' ')
    const plural = alternates.find((w) => w.endsWith('s')) ?? `${id}s`
    return [id, { short: short!, plural, alternates, type: unit === 'piece' ? 'count' : 'other' }]
  }),
) as UnitOfMeasureDefinitions

/** mL of a unit of volume, as the cook measures; null for a cup of which nobody has said how large it is. */
export function millilitresOf(unit: VolumeUnit, { cupMl, tbspMl, gallonMl }: Cook): number | null {
  if (unit === 'cup') return cupMl
  if (unit === 'tbsp') return tbspMl
  if (unit === 'tsp') return tbspMl / 3
  const ofGallon = GALLON_PARTS[unit]
  if (ofGallon) return gallonMl === null ? null : gallonMl / ofGallon
  return toMillilitres(1, unit)
}
/** So many of a unit are a gallon, whichever gallon that is. */
export const GALLON_PARTS: Readonly<Partial<Record<HouseUnit, number>>> = { gallon: 1, quart: 4, pint: 8 }
export const gramsOfMass = (unit: MassUnit): number => toGrams(1, unit)

/** mL of small measures: a sixteenth and an eighth of a teaspoon, a drop. Common practice, no source. */
export const SMALL_ML: Partial<Record<HouseUnit, number>> = { pinch: 4.92892 / 16, dash: 4.92892 / 8, drop: 0.05 }

/** g of what the kitchen counts, by ingredient; `''` for any other herb. Common practice, no source. */
export const COUNTED_G: Partial<Record<HouseUnit, Readonly<Record<string, number>>>> = {
  bunch: { '': 30, mint: 30, basil: 30, 'coriander-leaf': 50, celery: 500 },
  sprig: { '': 2, mint: 2, rosemary: 2, thyme: 1, basil: 2 },
  leaf: { '': 0.3, mint: 0.3, basil: 0.5 },
  handful: { '': 15, mint: 10, basil: 10, hibiscus: 15, strawberry: 75, blueberry: 75, raspberry: 75 },
  stick: { cinnamon: 3, celery: 40, lemongrass: 15 },
  bag: { '': 2, 'black-tea': 2, 'green-tea': 2, chamomile: 1.5, hibiscus: 2 },
  slice: { ginger: 5, lemon: 12, lime: 9, orange: 20, cucumber: 7 },
  piece: { clove: 0.07, 'star-anise': 1.5, cinnamon: 3, cardamom: 0.2, 'black-pepper': 0.03, almond: 1.2, mint: 0.3 },
}
/** Sizes of cans that are usual, g; asked all the same. USDA and makers' labels, memory. */
export const CANS_G: Readonly<Record<string, number>> = {
  'condensed-milk': 397,
  'evaporated-milk': 354,
  'coconut-milk': 400,
  'coconut-cream': 400,
}
