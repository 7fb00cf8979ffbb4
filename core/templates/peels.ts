import { cooled, prep, take, type Template } from './build'

// What peel and core give: to sugar, to acid, to a boil. Common practice, no source.

export const PEELS: readonly Template[] = [
  {
    key: 'peel-sugar-hour',
    family: 'peel',
    schools: 2,
    document: prep(
      [
        take('peel', 'lemon-peel', 150),
        take('sugar', 'white-sugar', 250),
        { op: 'peelSugar', in: ['peel', 'sugar'], out: 'wet', hours: 1 },
        take('water', 'water', 1180, 'g', 95),
        { op: 'combine', in: ['wet', 'water'], out: 'warm' },
        { op: 'rest', in: ['warm'], out: 'drawn', minutes: 5 },
        cooled('drawn', 'base'),
      ],
      [{ stream: 'wet/spent-peel', costShare: 0 }],
    ),
  },
  {
    key: 'peel-sugar-night',
    family: 'peel',
    schools: 3,
    document: prep(
      [
        take('peel', 'lemon-peel', 150),
        take('sugar', 'white-sugar', 250),
        { op: 'peelSugar', in: ['peel', 'sugar'], out: 'wet', hours: 8 },
        take('water', 'water', 1180, 'g', 95),
        { op: 'combine', in: ['wet', 'water'], out: 'warm' },
        { op: 'rest', in: ['warm'], out: 'drawn', minutes: 20 },
        cooled('drawn', 'base'),
      ],
      [{ stream: 'wet/spent-peel', costShare: 0 }],
    ),
  },
  {
    key: 'peel-sugar-juice',
    family: 'peel',
    schools: 1,
    document: prep([
      take('peel', 'grapefruit-peel', 120),
      take('sugar', 'white-sugar', 300),
      { op: 'peelSugar', in: ['peel', 'sugar'], out: 'wet', hours: 6 },
      take('juice', 'grapefruit-juice', 250, 'g', 5),
      { op: 'dissolve', in: ['wet', 'juice'], out: 'cordial', minutes: 8 },
    ]),
  },
  {
    // Peel of four limes, 22 g citric and 4 g malic acid, an hour, 500 mL of water, the limes' own juice.
    key: 'acid-extended-lime',
    family: 'peel',
    schools: 2,
    document: prep([
      take('peel', 'lime-peel', 40),
      take('citric', 'citric-acid', 22),
      take('malic', 'malic-acid', 4),
      { op: 'combine', in: ['citric', 'malic'], out: 'acids' },
      { op: 'peelAcid', in: ['peel', 'acids'], out: 'drawn', hours: 1 },
      take('water', 'water', 500),
      { op: 'dissolve', in: ['drawn', 'water'], out: 'sharp', minutes: 3 },
      take('juice', 'lime-juice', 110),
      { op: 'combine', in: ['sharp', 'juice'], out: 'extended' },
    ]),
  },
  {
    // Brought to the acidity of a lemon, 5 g per 100 mL: what 1 L of orange juice lacks, as citric and malic acid.
    key: 'acid-adjusted-orange',
    family: 'peel',
    schools: 1,
    document: prep([
      take('juice', 'orange-juice', 1000, 'mL', 5),
      take('citric', 'citric-acid', 32),
      take('malic', 'malic-acid', 10),
      { op: 'combine', in: ['juice', 'citric', 'malic'], out: 'sharp' },
    ]),
  },
  {
    key: 'peel-and-core-syrup',
    family: 'peel',
    schools: 2,
    document: prep([
      take('trimmings', 'pineapple-peel', 600),
      { op: 'wash', in: ['trimmings'], out: 'clean', minutes: 4 },
      { op: 'trim', in: ['clean'], out: 'inner', trimmedG: 150, byProduct: 'peel' },
      take('water', 'water', 1500),
      { op: 'heat', in: ['water'], out: 'boiling', toC: 98 },
      { op: 'steep', in: ['inner', 'boiling'], out: 'liquor', minutes: 30, halfMin: 15, heldGPerG: 0.6 },
      { op: 'strain', in: ['liquor'], out: 'clear', mesh: 'fine', mode: 'pressed' },
      take('sugar', 'white-sugar', 1000),
      { op: 'heat', in: ['clear', 'sugar'], out: 'hot', toC: 90 },
      cooled('hot', 'syrup'),
    ]),
  },
]
