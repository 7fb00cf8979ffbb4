import { cooled, GRAIN_STRAINED, prep, take, type Template } from './build'

// Pods that are boiled, roots and seeds that are soaked. What is left of grain and nuts holds less than pulp of fruit
// does, and passes a cloth sooner than its weight would say. Common practice, no source.

export const PODS_ROOTS_SEEDS: readonly Template[] = [
  {
    // 450 g of pods in the shell come to some 320 g trimmed; seeds are picked out by hand once they are soft and cool.
    key: 'pod-pulp',
    family: 'pod-root-seed',
    schools: 3,
    document: prep(
      [
        take('pods', 'tamarind', 450),
        { op: 'trim', in: ['pods'], out: 'shelled', trimmedG: 130, byProduct: 'pod', tool: 'hands' },
        take('water', 'water', 1500),
        { op: 'heat', in: ['shelled', 'water'], out: 'boiled', toC: 98, holdMin: 10 },
        { op: 'cool', in: ['boiled'], out: 'cool-pods', place: 'ice-bath', toC: 20 },
        { op: 'trim', in: ['cool-pods'], out: 'seedless', trimmedG: 100, byProduct: 'seed', tool: 'hands' },
        { op: 'blend', in: ['seedless'], out: 'crushed', seconds: 45 },
        { op: 'strain', in: ['crushed'], out: 'strained', mesh: 'coarse', mode: 'pressed' },
        cooled('strained', 'base'),
      ],
      [{ stream: 'seedless/seed', costShare: 0 }],
    ),
  },
  {
    key: 'ready-pulp',
    family: 'pod-root-seed',
    schools: 1,
    document: prep([
      take('pulp', 'tamarind-pulp', 400),
      take('water', 'water', 1200, 'g', 60),
      { op: 'combine', in: ['pulp', 'water'], out: 'soft' },
      { op: 'strain', in: ['soft'], out: 'strained', mesh: 'coarse', mode: 'pressed' },
      cooled('strained', 'base'),
    ]),
  },
  {
    key: 'steeped-root',
    family: 'pod-root-seed',
    schools: 2,
    document: prep([
      take('root', 'tiger-nut', 250),
      take('water', 'water', 1650, 'g', 5),
      { op: 'blend', in: ['root', 'water'], out: 'crushed', seconds: 60, jarMl: 1500 },
      { op: 'rest', in: ['crushed'], out: 'steeped', minutes: 240 },
      { op: 'strain', in: ['steeped'], out: 'once', mesh: 'coarse', ...GRAIN_STRAINED, minPerL: 3 },
      { op: 'strain', in: ['once'], out: 'base', mesh: 'cloth', ...GRAIN_STRAINED, minPerL: 6 },
    ]),
  },
  {
    key: 'rice-base',
    family: 'pod-root-seed',
    schools: 2,
    document: prep([
      take('rice', 'white-rice', 200),
      take('spice', 'cinnamon', 6),
      take('water', 'water', 1500, 'g', 5),
      { op: 'combine', in: ['rice', 'spice', 'water'], out: 'wet' },
      { op: 'cool', in: ['wet'], out: 'soaking', place: 'fridge', toC: 5 },
      { op: 'rest', in: ['soaking'], out: 'soaked', minutes: 480 },
      { op: 'blend', in: ['soaked'], out: 'crushed', seconds: 60 },
      { op: 'strain', in: ['crushed'], out: 'base', mesh: 'cloth', ...GRAIN_STRAINED, minPerL: 8 },
    ]),
  },
  {
    key: 'seed-base',
    family: 'pod-root-seed',
    schools: 1,
    document: prep([
      take('seed', 'almond', 150),
      take('water', 'water', 1000, 'g', 5),
      { op: 'blend', in: ['seed', 'water'], out: 'crushed', seconds: 60 },
      { op: 'strain', in: ['crushed'], out: 'base', mesh: 'cloth', ...GRAIN_STRAINED, minPerL: 8 },
    ]),
  },
]
