import { quotient } from '../../figures'
import { mixed } from '../phase'
import { massG, scaled, volumeMl } from '../stream'
import { bitternessIndex, blenderLoads } from '../kinetics'
import { defineStep, plainResult } from '../step'

/**
 * Above this most people find it too bitter: between the trials that were liked and those that were not. Common
 * practice, no source.
 */
const BITTER = 40

/**
 * Blend fruit with water in as many loads as the jar takes, contents and water split evenly between them. A little of
 * each load sticks. Longer blending frees more of the liquor and leaves finer pulp, which passes a sieve; that share is
 * told, not carried on.
 */
export const blend = defineStep({
  op: 'blend',
  inputs: 'many',
  endSign: 'smooth',
  holds: ['blender'],
  params: {
    jarMl: { unit: 'mL', least: 50, most: 50000, default: 1500, source: 'source.practice' },
    fillShare: { unit: '1', least: 0.1, most: 1, default: 0.67, source: 'source.practice' },
    seconds: { unit: 's', least: 1, most: 1800, default: 45, source: 'source.practice', model: [5, 180] },
    machineFactor: { unit: '1', least: 0.1, most: 5, default: 1, source: 'source.practice' },
    stuckG: { unit: 'g', least: 0, most: 1000, default: 15, source: 'source.practice' },
    loadMin: { unit: 'min', least: 0, most: 30, default: 1.5, source: 'source.practice' },
    peelG: { unit: 'g', least: 0, most: 1e6, default: 0, source: 'source.practice', scales: true },
    pithG: { unit: 'g', least: 0, most: 1e6, default: 0, source: 'source.practice', scales: true },
  },
  run(inputs, { jarMl, fillShare, seconds, stuckG, loadMin, peelG, pithG, machineFactor }) {
    const all = mixed(inputs)
    const mass = massG(all)
    const volume = volumeMl(all)
    const loads = blenderLoads(volume, jarMl, fillShare)
    const lostShare = mass > 0 ? Math.min(1, (loads * stuckG) / mass) : 0
    const index = bitternessIndex(peelG, pithG, volume / 1000, seconds, machineFactor)
    return {
      ...plainResult(scaled(all, 1 - lostShare)),
      losses: lostShare > 0 ? [{ name: 'stuck', stream: scaled(all, lostShare) }] : [],
      handMin: loads * (loadMin + seconds / 60),
      cautions: ['blades'],
      flags: index > BITTER ? [{ code: 'bitter-peel', numbers: { index } }] : [],
      used: { volumeMl: volume, litres: volume / 1000 },
    }
  },
  explain({ p, param, used, call }) {
    const volume = used('volumeMl', 'volume', 'mL')
    const loads = call('loads', '1', 'blender-loads', volume, param('jarMl'), param('fillShare'))
    const index = call(
      'bitterness',
      '1',
      'bitterness-index',
      param('peelG'),
      param('pithG'),
      used('litres', 'litres', 'L'),
      param('seconds'),
      param('machineFactor'),
    )
    const each = quotient('load-volume', 'mL', volume, loads)
    const freed = call('freed-share', '1', 'freed-share', param('seconds'), param('machineFactor'))
    return p.peelG + p.pithG > 0 ? [loads, each, freed, index] : [loads, each, freed]
  },
})
