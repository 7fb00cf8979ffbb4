import { cooled, prep, take, type Template } from './build'

// Leaf and flower, hot and cold. ISO 3103 brews 2 g per 100 mL for 6 minutes to taste; a concentrate takes more leaf
// for the water, and is let down with cold water. Proportions are common practice, no source.

export const TEAS: readonly Template[] = [
  {
    key: 'tea-concentrate-hot',
    family: 'tea-flower',
    schools: 2,
    document: prep([
      take('leaf', 'black-tea', 40),
      take('water', 'water', 1000, 'g', 96),
      { op: 'brew', in: ['leaf', 'water'], out: 'brewed', minutes: 5 },
      cooled('brewed', 'concentrate'),
    ]),
  },
  {
    key: 'tea-cold-brew',
    family: 'tea-flower',
    schools: 1,
    document: prep([
      take('leaf', 'green-tea', 20),
      take('water', 'water', 1000, 'g', 5),
      { op: 'brew', in: ['leaf', 'water'], out: 'concentrate', minutes: 360, halfMin: 8 },
    ]),
  },
  {
    key: 'flower-steep-hot',
    family: 'tea-flower',
    schools: 2,
    document: prep([
      take('flower', 'hibiscus', 60),
      take('water', 'water', 1500, 'g', 96),
      { op: 'steep', in: ['flower', 'water'], out: 'steeped', minutes: 12, halfMin: 5, heldGPerG: 4 },
      cooled('steeped', 'base'),
    ]),
  },
  {
    key: 'flower-steep-cold',
    family: 'tea-flower',
    schools: 1,
    document: prep([
      take('flower', 'hibiscus', 60),
      take('water', 'water', 1500, 'g', 5),
      { op: 'steep', in: ['flower', 'water'], out: 'base', minutes: 720, halfMin: 5, heldGPerG: 4 },
    ]),
  },
]
