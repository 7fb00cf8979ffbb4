import { cooled, prep, take, type Template } from './build'

// Sugar and water, and what is boiled or steeped in them. Proportions are common practice, no source.

const stirred = (sugar: ReturnType<typeof take>, water: ReturnType<typeof take>) =>
  prep([sugar, water, { op: 'dissolve', in: [sugar.out, water.out], out: 'syrup', minutes: 6 }])

const hot = (sugar: ReturnType<typeof take>, water: ReturnType<typeof take>, toC = 85) =>
  prep([sugar, water, { op: 'heat', in: [sugar.out, water.out], out: 'hot', toC }, cooled('hot', 'syrup')])

export const SYRUPS: readonly Template[] = [
  {
    key: 'syrup-1-1-weight',
    family: 'syrup',
    schools: 2,
    document: stirred(take('sugar', 'white-sugar', 1000), take('water', 'water', 1000)),
  },
  {
    key: 'syrup-1-1-volume',
    family: 'syrup',
    schools: 2,
    document: stirred(take('sugar', 'white-sugar', 4, 'cup'), take('water', 'water', 4, 'cup')),
  },
  {
    key: 'syrup-2-1-weight',
    family: 'syrup',
    schools: 2,
    document: hot(take('sugar', 'white-sugar', 1000), take('water', 'water', 500)),
  },
  {
    key: 'syrup-2-1-volume',
    family: 'syrup',
    schools: 2,
    document: hot(take('sugar', 'white-sugar', 4, 'cup'), take('water', 'water', 2, 'cup')),
  },
  {
    // At 45 °C water holds 71 % of its solution in sugar: what begins to lie on the bottom says that it is full.
    key: 'warm-sugar-water',
    family: 'syrup',
    schools: 1,
    document: prep([
      take('sugar', 'white-sugar', 2500),
      take('water', 'water', 1000),
      { op: 'heat', in: ['sugar', 'water'], out: 'warm', toC: 45 },
      { op: 'dissolve', in: ['warm'], out: 'saturated', minutes: 5 },
    ]),
  },
  {
    key: 'honey-syrup',
    family: 'syrup',
    schools: 2,
    document: prep([
      take('honey', 'honey', 500),
      take('water', 'water', 500, 'g', 45),
      { op: 'combine', in: ['honey', 'water'], out: 'syrup' },
    ]),
  },
  {
    key: 'raw-sugar-syrup',
    family: 'syrup',
    schools: 2,
    document: hot(take('sugar', 'panela', 1000), take('water', 'water', 1000), 95),
  },
  {
    key: 'herb-syrup',
    family: 'syrup',
    schools: 2,
    document: prep([
      take('sugar', 'white-sugar', 1000),
      take('water', 'water', 1000),
      { op: 'heat', in: ['sugar', 'water'], out: 'hot', toC: 85 },
      take('leaf', 'mint', 60),
      { op: 'steep', in: ['leaf', 'hot'], out: 'steeped', minutes: 15, halfMin: 5, heldGPerG: 1.5 },
      cooled('steeped', 'syrup'),
    ]),
  },
  {
    key: 'blended-herb-syrup',
    family: 'syrup',
    schools: 1,
    document: prep([
      take('sugar', 'white-sugar', 1000),
      take('water', 'water', 1000),
      { op: 'dissolve', in: ['sugar', 'water'], out: 'plain', minutes: 6 },
      take('leaf', 'basil', 80),
      { op: 'blend', in: ['plain', 'leaf'], out: 'green', seconds: 30 },
      { op: 'strain', in: ['green'], out: 'syrup', mesh: 'cloth', mode: 'dripped' },
    ]),
  },
  {
    key: 'spice-syrup',
    family: 'syrup',
    schools: 2,
    document: prep([
      take('sugar', 'white-sugar', 1000),
      take('water', 'water', 1000),
      { op: 'heat', in: ['sugar', 'water'], out: 'hot', toC: 95 },
      take('spice', 'ginger-root', 150),
      { op: 'steep', in: ['spice', 'hot'], out: 'steeped', minutes: 40, halfMin: 20, heldGPerG: 0.8 },
      cooled('steeped', 'syrup'),
    ]),
  },
  {
    key: 'fruit-pulp-syrup',
    family: 'syrup',
    schools: 2,
    document: prep([
      take('pulp', 'jambu-puree', 320),
      take('water', 'water', 1300),
      take('sugar', 'brown-sugar', 1000),
      { op: 'heat', in: ['pulp', 'water', 'sugar'], out: 'boiling', toC: 98, holdMin: 10 },
      { op: 'simmer', in: ['boiling'], out: 'thick', minutes: 35 },
      { op: 'strain', in: ['thick'], out: 'clear', mesh: 'fine', mode: 'pressed' },
      take('acid', 'citric-acid', 4.6),
      take('more-acid', 'citric-acid', 4.6),
      { op: 'combine', in: ['clear', 'acid', 'more-acid'], out: 'sharp' },
      cooled('sharp', 'syrup'),
    ]),
  },
]
