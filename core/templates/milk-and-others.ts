import { cooled, prep, take, type Template } from './build'

// Milk boiled down, whey and what is cultured with it, and small things. Common practice, no source.

export const MILK: readonly Template[] = [
  {
    // 1 L of milk with 180 g of sugar down to the 397 g of a can: of its sugars some two grams in nine are the milk's.
    key: 'reduced-sweet-milk',
    family: 'milk',
    schools: 2,
    document: prep([
      take('milk', 'whole-milk', 976, 'g', 5),
      take('sugar', 'white-sugar', 166),
      { op: 'reduce', in: ['milk', 'sugar'], out: 'thick', by: 'mass', target: 397 },
      cooled('thick', 'milk-syrup'),
    ]),
  },
  {
    key: 'dripped-whey',
    family: 'milk',
    schools: 1,
    document: prep(
      [take('yogurt', 'yogurt', 490, 'g', 5), { op: 'drip', in: ['yogurt'], out: 'whey', hours: 5 }],
      [{ stream: 'whey/curd', costShare: 0.6 }],
    ),
  },
  {
    key: 'cultured-base',
    family: 'milk',
    schools: 2,
    document: prep([
      take('whey', 'whey', 237),
      take('sugar', 'white-sugar', 175),
      take('water', 'water', 2900),
      { op: 'combine', in: ['sugar', 'water', 'whey'], out: 'mixed' },
      { op: 'culture', in: ['mixed'], out: 'cultured', hours: 60, tempC: 22 },
      take('juice', 'lemon-juice', 520),
      { op: 'combine', in: ['cultured', 'juice'], out: 'sharp' },
      cooled('sharp', 'base'),
    ]),
  },
]

export const OTHERS: readonly Template[] = [
  {
    key: 'saline-drops',
    family: 'other',
    schools: 1,
    document: prep([
      take('salt', 'salt', 40),
      take('water', 'water', 160),
      { op: 'dissolve', in: ['salt', 'water'], out: 'drops', minutes: 3 },
    ]),
  },
  {
    key: 'pulp-ice',
    family: 'other',
    schools: 1,
    document: prep([
      take('puree', 'passion-fruit-juice', 400, 'g', 5),
      take('water', 'water', 400, 'g', 5),
      { op: 'combine', in: ['puree', 'water'], out: 'mixed' },
      { op: 'cool', in: ['mixed'], out: 'cubes', place: 'fridge', surroundingsC: -18, toC: -10 },
    ]),
  },
]
