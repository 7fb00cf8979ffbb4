import { brixReading, heatCapacityKjPerKgK, mixtureVolumeMl, solutionDensityGPerMl } from '../substances/formulas'
import { boilingPointC, freezingPointC } from '../substances/thermal'
import { phOf } from '../substances/ph'
import {
  bitterFreedG,
  blenderLoads,
  cooledTo,
  coolingMinutes,
  coolingRate,
  firstOrderShare,
  freedShare,
  iceForTemperature,
  minutesToBoilAway,
  minutesToHeat,
  shareDrawn,
} from '../process/kinetics'
import { lacticFrom } from '../process/culture'
import { iceMeltedG, temperatureAfterMeltC } from '../substances/ice'
import { enoughCups } from '../demand/enough'
import { roundToStep, roundUpToStep } from '../units/round'
import { mean } from 'simple-statistics'

/** The formulas a figure may name. Each exists once, in the folder it belongs to; this table only gives them names. */
export const FUNCTIONS = {
  'solution-density': solutionDensityGPerMl,
  'mixture-volume': mixtureVolumeMl,
  'brix-reading': brixReading,
  'heat-capacity': heatCapacityKjPerKgK,
  'ice-melted': iceMeltedG,
  'temperature-after-melt': temperatureAfterMeltC,
  'boiling-point': boilingPointC,
  'freezing-point': freezingPointC,
  ph: phOf,
  'minutes-to-heat': minutesToHeat,
  'minutes-to-boil-away': minutesToBoilAway,
  'first-order-share': firstOrderShare,
  'share-drawn': shareDrawn,
  'cooling-minutes': coolingMinutes,
  'cooled-to': cooledTo,
  'cooling-rate': coolingRate,
  'ice-for-temperature': iceForTemperature,
  'blender-loads': blenderLoads,
  'bitter-freed': bitterFreedG,
  'freed-share': freedShare,
  'lactic-from': lacticFrom,
  'round-to-step': roundToStep,
  'round-up-to-step': roundUpToStep,
  'round-up': (value: number) => Math.ceil(value - 1e-9),
  'enough-cups': enoughCups,
  least: (...values: number[]) => Math.min(...values),
  'at-least-zero': (value: number) => Math.max(0, value),
  mean: (...values: number[]) => mean(values),
} satisfies Record<string, (...args: number[]) => number>

export type FunctionName = keyof typeof FUNCTIONS
