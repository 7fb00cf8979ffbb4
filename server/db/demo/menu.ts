import { newDrink, withLayer, withServe, type ItemRef, type RecipeDocument } from '#core/recipe'
import type { Family } from '#shared/lists'

export interface DemoDrink {
  name: string
  family: Family
  sellPrice: number
  signed: boolean
  document: RecipeDocument
}

/** What the buttons of the stand's till say, with what is no drink. */
export const demoProducts = (): { name: string; price: number; weight: number }[] => [
  ...demoDrinks('', {}).flatMap(({ name, sellPrice, signed }) =>
    signed ? [{ name, price: sellPrice, weight: 4 }] : [],
  ),
  { name: 'Deposit', price: 1, weight: 1 },
]

type Layer = [item: string, ml: number]

/**
 * Eight drinks of an invented menu. Amounts are for one cup.
 * @param preps ids of the preps that they take, by their keys
 */
export function demoDrinks(cupId: string, preps: Readonly<Record<string, string>>): DemoDrink[] {
  const make = (
    layers: Layer[],
    serve: { iceG: number; garnish?: { ingredient: string; massG: number }[] },
    filler = 'water',
    ml = 300,
  ) => {
    let doc = newDrink(cupId, ml, filler)
    for (const [item, value] of layers) {
      const ref: ItemRef = item in preps ? { prep: preps[item]! } : { ingredient: item }
      doc = withLayer(doc, ref, { value, unit: 'mL' })
    }
    return withServe(doc, { garnish: [], ...serve })
  }
  return [
    {
      name: 'Rhubarb lemon cooler',
      family: 'lemonade',
      sellPrice: 3.5,
      signed: true,
      document: make(
        [
          ['rhubarb-juice', 54],
          ['lemon-juice', 26],
          ['syrup', 62],
        ],
        { iceG: 80, garnish: [{ ingredient: 'mint', massG: 2 }] },
      ),
    },
    {
      name: 'Melon lime agua fresca',
      family: 'agua-fresca',
      sellPrice: 3.2,
      signed: true,
      document: make(
        [
          ['melon-juice', 150],
          ['lime-juice', 20],
          ['syrup', 34],
        ],
        { iceG: 90 },
      ),
    },
    {
      name: 'Watermelon basil agua fresca',
      family: 'agua-fresca',
      sellPrice: 3.2,
      signed: false,
      document: make(
        [
          ['watermelon-juice', 190],
          ['lime-juice', 16],
          ['syrup', 24],
        ],
        { iceG: 90, garnish: [{ ingredient: 'basil', massG: 2 }] },
      ),
    },
    {
      name: 'Carrot apple turmeric',
      family: 'fresh-juice',
      sellPrice: 4.2,
      signed: true,
      document: make(
        [
          ['carrot-juice', 120],
          ['lemon-juice', 10],
          ['turmeric-juice', 6],
        ],
        { iceG: 40 },
        'apple-juice',
        320,
      ),
    },
    {
      name: 'Grapefruit rosemary lemonade',
      family: 'lemonade',
      sellPrice: 3.8,
      signed: true,
      document: make(
        [
          ['peel', 38],
          ['rosemary', 12],
          ['lemon-juice', 22],
        ],
        { iceG: 80, garnish: [{ ingredient: 'rosemary', massG: 1 }] },
      ),
    },
    {
      name: 'Hibiscus orange agua fresca',
      family: 'agua-fresca',
      sellPrice: 3.4,
      signed: true,
      document: make(
        [
          ['hibiscus', 110],
          ['orange-juice', 60],
          ['syrup', 34],
        ],
        { iceG: 90 },
      ),
    },
    {
      name: 'Black tea with apricot',
      family: 'iced-tea',
      sellPrice: 3.4,
      signed: true,
      document: make(
        [
          ['black-tea', 120],
          ['apricot-puree', 45],
          ['lemon-juice', 8],
          ['syrup', 22],
        ],
        { iceG: 90 },
      ),
    },
    {
      name: 'Green tea with pear',
      family: 'iced-tea',
      sellPrice: 3.6,
      signed: true,
      document: make(
        [
          ['pear-juice', 90],
          ['lemon-juice', 7],
          ['syrup', 10],
          ['green-tea', 150],
        ],
        { iceG: 80 },
      ),
    },
  ]
}
