import type { Op } from './catalogue'

/** One stream of an example: ingredients put together, each with grams and °C. */
export type ExampleStream = readonly (readonly [ingredient: string, massG: number, tempC: number])[]
export interface StepExample {
  streams: readonly ExampleStream[]
  params: Readonly<Record<string, number | string>>
}

/** A sound use of every step, for trying it out and for the tests. */
export const EXAMPLES: Readonly<Record<Op, StepExample>> = {
  wash: { streams: [[['lemon', 1000, 20]]], params: {} },
  soak: { streams: [[['mint', 100, 20]]], params: {} },
  trim: { streams: [[['pineapple', 1500, 20]]], params: { trimmedG: 600, byProduct: 'peel' } },
  press: { streams: [[['lemon', 1000, 20]]], params: { juiceG: 400, method: 'hand-reamer' } },
  blend: {
    streams: [[['lime', 200, 8]], [['water', 750, 8]], [['condensed-milk', 200, 8]]],
    params: { seconds: 15, peelG: 18, pithG: 21, machineFactor: 1.5 },
  },
  strain: {
    streams: [
      [
        ['watermelon', 2000, 10],
        ['water', 500, 10],
      ],
    ],
    params: { mesh: 'fine' },
  },
  rinse: { streams: [[['lemon', 400, 20]], [['water', 300, 20]]], params: { stages: 2 } },
  drip: { streams: [[['yogurt', 490, 5]]], params: { hours: 5 } },
  peelSugar: { streams: [[['lemon', 100, 20]], [['white-sugar', 150, 20]]], params: { hours: 4 } },
  peelAcid: {
    streams: [
      [['lime', 80, 20]],
      [
        ['citric-acid', 22, 20],
        ['malic-acid', 4, 20],
      ],
    ],
    params: { hours: 1 },
  },
  dissolve: { streams: [[['white-sugar', 500, 20]], [['water', 500, 20]]], params: {} },
  heat: {
    streams: [[['white-sugar', 500, 20]], [['water', 500, 20]], [['lemon-juice', 100, 20]]],
    params: { toC: 95, holdMin: 20 },
  },
  simmer: {
    streams: [[['water', 2000, 20]], [['lemon-juice', 100, 20]], [['white-sugar', 400, 20]]],
    params: { minutes: 30 },
  },
  reduce: { streams: [[['orange-juice', 1000, 20]]], params: { by: 'brix', target: 40 } },
  steep: { streams: [[['hibiscus', 50, 20]], [['water', 1000, 95]]], params: { minutes: 10 } },
  brew: { streams: [[['black-tea', 20, 20]], [['water', 1000, 98]]], params: { minutes: 5 } },
  cool: {
    streams: [
      [
        ['water', 600, 90],
        ['white-sugar', 400, 90],
      ],
    ],
    params: { place: 'ice-bath', toC: 5 },
  },
  chillWithIce: { streams: [[['orange-juice', 1000, 40]], [['ice', 600, -5]]], params: { toC: 10 } },
  split: { streams: [[['orange-juice', 1000, 8]]], params: { takeG: 400 } },
  combine: { streams: [[['water', 500, 20]], [['honey', 40, 20]], [['lemon-juice', 50, 5]]], params: {} },
  makeUp: {
    streams: [[['lemon-juice', 40, 20]], [['white-sugar', 28, 20]], [['water', 400, 20]]],
    params: { toVolumeMl: 300 },
  },
  addDairy: { streams: [[['whole-milk', 200, 4]], [['mango-puree', 150, 4]]], params: {} },
  sweeten: {
    streams: [
      [
        ['lemon-juice', 40, 5],
        ['water', 260, 5],
      ],
      [['erythritol', 100, 20]],
    ],
    params: { toSweetness: 8 },
  },
  culture: { streams: [[['whey', 250, 20]], [['white-sugar', 150, 20]], [['water', 3500, 20]]], params: { hours: 48 } },
  rest: { streams: [[['lemon-juice', 100, 4]]], params: { minutes: 60 } },
  iceInCup: {
    streams: [
      [
        ['lemon-juice', 35, 6],
        ['white-sugar', 26, 6],
        ['water', 190, 6],
      ],
    ],
    params: { iceG: 120, iceTempC: -4, minutes: 15 },
  },
  iceInDispenser: { streams: [[['grape-juice', 5000, 6]]], params: { iceG: 800, minutes: 90 } },
  topUp: {
    streams: [
      [
        ['lemon-juice', 40, 5],
        ['white-sugar', 30, 5],
      ],
      [['sparkling-water', 200, 4]],
    ],
    params: {},
  },
  spoonPuree: { streams: [[['water', 200, 5]], [['mango-puree', 30, 5]]], params: {} },
  garnish: { streams: [[['water', 200, 5]], [['mint', 2, 20]]], params: {} },
  observe: { streams: [[['lemon-juice', 500, 20]]], params: { massG: 480 } },
  spill: { streams: [[['lemon-juice', 500, 20]]], params: { spilledG: 40 } },
}
