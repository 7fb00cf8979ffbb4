import { prep, take, type Template } from './build'

// Fruit made into something that pours. Common practice, no source.

export const FRUIT_PREPS: readonly Template[] = [
  {
    key: 'fruit-puree',
    family: 'fruit',
    schools: 2,
    document: prep([
      take('fruit', 'strawberry', 1000, 'g', 8),
      { op: 'wash', in: ['fruit'], out: 'clean' },
      { op: 'trim', in: ['clean'], out: 'hulled', trimmedG: 120, byProduct: 'leaf' },
      { op: 'blend', in: ['hulled'], out: 'puree', seconds: 60 },
    ]),
  },
  {
    key: 'thawed-puree',
    family: 'fruit',
    schools: 1,
    document: prep([
      take('puree', 'mango-puree', 1000, 'g', -18),
      take('lime', 'lime-juice', 30, 'g', 5),
      { op: 'combine', in: ['puree', 'lime'], out: 'frozen' },
      { op: 'cool', in: ['frozen'], out: 'thawed', place: 'fridge', toC: 3 },
    ]),
  },
  {
    key: 'strained-base',
    family: 'fruit',
    schools: 3,
    document: prep(
      [
        take('fruit', 'watermelon', 3000, 'g', 8),
        { op: 'trim', in: ['fruit'], out: 'flesh', trimmedG: 1300, byProduct: 'rind' },
        take('water', 'water', 500, 'g', 5),
        { op: 'blend', in: ['flesh', 'water'], out: 'crushed', seconds: 40 },
        {
          op: 'strain',
          in: ['crushed'],
          out: 'base',
          mesh: 'fine',
          mode: 'dripped',
          foamShare: 0.1,
          foam: 'drawn-off',
        },
      ],
      [{ stream: 'flesh/rind', costShare: 0 }],
    ),
  },
  {
    key: 'rinsed-base',
    family: 'fruit',
    schools: 2,
    document: prep([
      take('fruit', 'pineapple', 1700, 'g', 8),
      { op: 'trim', in: ['fruit'], out: 'flesh', trimmedG: 700, byProduct: 'peel' },
      take('water', 'water', 400, 'g', 5),
      { op: 'blend', in: ['flesh', 'water'], out: 'crushed', seconds: 90 },
      { op: 'strain', in: ['crushed'], out: 'first', mesh: 'fine', mode: 'pressed' },
      take('rinse-water', 'water', 250, 'g', 5),
      { op: 'rinse', in: ['first/pulp', 'rinse-water'], out: 'second', heldGPerG: 4 },
      { op: 'combine', in: ['first', 'second'], out: 'base' },
    ]),
  },
  {
    // Two jars of their own contents, joined before anybody tastes.
    key: 'base-in-loads',
    family: 'fruit',
    schools: 1,
    document: prep([
      take('pear', 'pear', 700, 'g', 8),
      take('water', 'water', 350, 'g', 5),
      { op: 'blend', in: ['pear', 'water'], out: 'first-jar', seconds: 60 },
      take('cucumber', 'cucumber', 600, 'g', 8),
      take('mint', 'mint', 20),
      take('more-water', 'water', 350, 'g', 5),
      { op: 'blend', in: ['cucumber', 'mint', 'more-water'], out: 'second-jar', seconds: 60 },
      { op: 'combine', in: ['first-jar', 'second-jar'], out: 'joined' },
      { op: 'strain', in: ['joined'], out: 'base', mesh: 'fine', mode: 'dripped' },
    ]),
  },
]
