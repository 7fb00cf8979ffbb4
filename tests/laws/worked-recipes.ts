import { DOCUMENT_SCHEMA, newSyrup, type RecipeDocument, type RecipeStep } from '../../core/recipe'

// Twelve recipes, one for each thing that recipes do, with what each comes to by hand: docs/worked-recipes.md has the
// arithmetic.

const take = (out: string, ingredient: string, value: number, tempC = 20): RecipeStep => ({
  op: 'take',
  out,
  item: { ingredient },
  amount: { value, unit: 'g' },
  tempC,
})
const takePrep = (out: string, prep: string, value: number): RecipeStep => ({
  op: 'take',
  out,
  item: { prep },
  amount: { value, unit: 'g' },
  tempC: 20,
})
const recipe = (...steps: RecipeStep[]): RecipeDocument => ({
  schema: DOCUMENT_SCHEMA,
  kind: 'prep',
  output: 'out',
  steps,
})

/** EUR a kilo, for every ingredient of the twelve; hands at 12 EUR an hour, electricity at 0.30 EUR a kWh. */
export const EUR_PER_KG: Readonly<Record<string, number>> = {
  'white-sugar': 1.2,
  water: 0,
  'lemon-juice': 3,
  'orange-juice': 2,
  'mango-puree': 4,
  lime: 2.5,
  'lemon-peel': 2,
  'black-tea': 20,
  ice: 0.25,
  'citric-acid': 8,
  'malic-acid': 9,
  'whole-milk': 1.1,
  whey: 1,
  'tamarind-pulp': 5,
}

export interface Worked {
  name: string
  document: RecipeDocument
  /** by hand: g, °Bx, g per 100 mL, EUR, minutes of hands, g of each ingredient */
  hand: { massG: number; brix: number; ta: number; eur: number; minutes: number; takes: Record<string, number> }
}

export const WORKED_PREPS: Readonly<Record<string, RecipeDocument>> = { syrup: newSyrup() }

export const WORKED: readonly Worked[] = [
  {
    name: 'Stirred syrup',
    document: newSyrup(),
    hand: { massG: 2000, brix: 49.95, ta: 0, eur: 2.4, minutes: 6, takes: { 'white-sugar': 1000, water: 1000 } },
  },
  {
    name: 'Heated syrup',
    document: recipe(take('s', 'white-sugar', 1000), take('w', 'water', 500), {
      op: 'heat',
      in: ['s', 'w'],
      out: 'out',
      toC: 90,
    }),
    hand: { massG: 1500, brix: 66.6, ta: 0, eur: 1.446, minutes: 1, takes: { 'white-sugar': 1000, water: 500 } },
  },
  {
    name: 'Prep in a prep',
    document: recipe(take('s', 'white-sugar', 100), takePrep('y', 'syrup', 600), take('l', 'lemon-juice', 300), {
      op: 'combine',
      in: ['s', 'y', 'l'],
      out: 'out',
    }),
    hand: {
      massG: 1000,
      brix: 42.25,
      ta: 1.822,
      eur: 1.74,
      minutes: 1.8,
      takes: { 'white-sugar': 400, water: 300, 'lemon-juice': 300 },
    },
  },
  {
    name: 'Strained base, its pulp rinsed',
    document: recipe(
      take('m', 'mango-puree', 500),
      take('w', 'water', 500),
      { op: 'combine', in: ['m', 'w'], out: 'both' },
      { op: 'strain', in: ['both'], out: 'first' },
      take('v', 'water', 200),
      { op: 'rinse', in: ['first/pulp', 'v'], out: 'second' },
      { op: 'combine', in: ['first', 'second'], out: 'out' },
    ),
    hand: {
      massG: 1138.8,
      brix: 6.88,
      ta: 0.196,
      eur: 2.839,
      minutes: 4.193,
      takes: { 'mango-puree': 500, water: 700 },
    },
  },
  {
    name: 'Whole-citrus drink',
    document: recipe(
      take('l', 'lime', 200),
      take('s', 'white-sugar', 80),
      take('w', 'water', 700),
      { op: 'blend', in: ['l', 's', 'w'], out: 'blended' },
      { op: 'strain', in: ['blended'], out: 'out', mode: 'pressed' },
    ),
    hand: {
      massG: 914.1,
      brix: 9.683,
      ta: 0.927,
      eur: 1.815,
      minutes: 6.097,
      takes: { lime: 200, 'white-sugar': 80, water: 700 },
    },
  },
  {
    name: 'Iced tea over ice',
    document: recipe(
      take('t', 'black-tea', 20),
      take('w', 'water', 1000, 95),
      { op: 'brew', in: ['t', 'w'], out: 'tea', minutes: 5 },
      take('s', 'white-sugar', 60),
      take('i', 'ice', 500, -5),
      { op: 'combine', in: ['tea', 's', 'i'], out: 'out' },
    ),
    hand: {
      massG: 1506.7,
      brix: 4.33,
      ta: 0,
      eur: 0.997,
      minutes: 2,
      takes: { 'black-tea': 20, water: 1000, 'white-sugar': 60, ice: 500 },
    },
  },
  {
    name: 'Frozen blend',
    document: recipe(take('o', 'orange-juice', 300), take('i', 'ice', 200, -10), {
      op: 'blend',
      in: ['o', 'i'],
      out: 'out',
    }),
    hand: { massG: 485, brix: 9.06, ta: 0.619, eur: 1.1, minutes: 2.25, takes: { 'orange-juice': 300, ice: 200 } },
  },
  {
    name: 'Peel sugar',
    document: recipe(take('p', 'lemon-peel', 100), take('s', 'white-sugar', 150), {
      op: 'peelSugar',
      in: ['p', 's'],
      out: 'out',
      hours: 4,
    }),
    hand: {
      massG: 183.9,
      brix: 67.62,
      ta: 0.0736,
      eur: 0.78,
      minutes: 2,
      takes: { 'lemon-peel': 100, 'white-sugar': 150 },
    },
  },
  {
    name: 'Acid-extended juice',
    document: recipe(
      take('o', 'orange-juice', 500),
      take('c', 'citric-acid', 15),
      take('m', 'malic-acid', 5),
      take('w', 'water', 480),
      { op: 'combine', in: ['o', 'c', 'm', 'w'], out: 'out' },
    ),
    hand: {
      massG: 1000,
      brix: 7.096,
      ta: 2.564,
      eur: 1.165,
      minutes: 0,
      takes: { 'orange-juice': 500, water: 480, 'citric-acid': 15, 'malic-acid': 5 },
    },
  },
  {
    name: 'Reduced milk',
    document: recipe(take('m', 'whole-milk', 1000, 5), take('s', 'white-sugar', 100), {
      op: 'reduce',
      in: ['m', 's'],
      out: 'out',
      by: 'mass',
      target: 800,
    }),
    hand: {
      massG: 800,
      brix: 24.37,
      ta: 0,
      eur: 2.048,
      minutes: 3.254,
      takes: { 'whole-milk': 1000, 'white-sugar': 100 },
    },
  },
  {
    name: 'Cultured drink',
    document: recipe(take('y', 'whey', 250), take('s', 'white-sugar', 150), take('w', 'water', 3500), {
      op: 'culture',
      in: ['y', 's', 'w'],
      out: 'out',
      hours: 48,
      tempC: 22,
    }),
    hand: {
      massG: 3900,
      brix: 4.279,
      ta: 0.0896,
      eur: 1.03,
      minutes: 3,
      takes: { water: 3500, whey: 250, 'white-sugar': 150 },
    },
  },
  {
    name: 'Pod drink',
    document: recipe(
      take('p', 'tamarind-pulp', 200),
      take('w', 'water', 1000),
      { op: 'heat', in: ['p', 'w'], out: 'hot', toC: 80 },
      { op: 'strain', in: ['hot'], out: 'out', mesh: 'coarse' },
    ),
    hand: {
      massG: 1124.3,
      brix: 9.877,
      ta: 2.026,
      eur: 1.536,
      minutes: 2.446,
      takes: { water: 1000, 'tamarind-pulp': 200 },
    },
  },
]
