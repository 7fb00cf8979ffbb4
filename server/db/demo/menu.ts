import { newDrink, withLayer, withServe, type ItemRef, type RecipeDocument } from '#core/recipe'
import type { Family } from '#shared/lists'

export interface DemoDrink {
  name: string
  family: Family
  sellPrice: number
  signed: boolean
  document: RecipeDocument
}

type Layer = [item: string, ml: number]

/** Four drinks of an invented menu. Amounts are for one cup. */
export function demoDrinks(cupId: string, syrupId: string): DemoDrink[] {
  const make = (
    layers: Layer[],
    serve: { iceG: number; garnish?: { ingredient: string; massG: number }[] },
    filler = 'water',
    ml = 300,
  ) => {
    let doc = newDrink(cupId, ml, filler)
    for (const [item, value] of layers) {
      const ref: ItemRef = item === 'syrup' ? { prep: syrupId } : { ingredient: item }
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
  ]
}
