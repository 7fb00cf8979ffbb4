import { defineStep, plainResult } from '../step'

/**
 * Rinse or brush under running water and let it drip. What clings to the skin is not counted. It makes fruit cleaner,
 * not safe by itself.
 */
export const wash = defineStep({
  op: 'wash',
  inputs: 1,
  endSign: 'clean',
  holds: ['sink'],
  params: { minutes: { unit: 'min', least: 0, most: 240, default: 3, source: 'source.practice' } },
  run: ([fruit], { minutes }) => ({ ...plainResult(fruit!), handMin: minutes, cautions: ['wash-produce'] }),
})

/**
 * Leave produce to soak in clean water, then rinse. Nothing is taken up: for dry seeds and grain that drink water, see
 * steep.
 */
export const soak = defineStep({
  op: 'soak',
  inputs: 1,
  endSign: 'clean',
  holds: ['sink'],
  params: { minutes: { unit: 'min', least: 0, most: 1440, default: 10, source: 'source.practice' } },
  run: ([fruit], { minutes }) => ({ ...plainResult(fruit!), handMin: 1, waitMin: minutes, cautions: ['wash-produce'] }),
})
