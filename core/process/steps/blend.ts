import { quotient } from '../../figures'
import { mixed } from '../phase'
import { BITTER } from '../../substances'
import { massG, scaled, volumeMl } from '../stream'
import { bitterFreedG, blenderLoads } from '../kinetics'
import { defineStep, plainResult, ProcessLimit } from '../step'

/**
 * Blend fruit with water in as many loads as the jar takes, contents and water split evenly between them. A little of
 * each load sticks. Longer blending frees more of the liquor and leaves finer pulp, which passes a sieve; that share is
 * told, not carried on. What is freed of the bitterness of peel and pith goes with it, and is judged on what is drunk.
 * Peel and pith are those of the whole fruit in it where nobody says.
 * @throws ProcessLimit where no more goes in than sticks to the jar
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
    peelG: { unit: 'g', least: 0, most: 1e6, optional: true, scales: true },
    pithG: { unit: 'g', least: 0, most: 1e6, optional: true, scales: true },
  },
  run(inputs, { jarMl, fillShare, seconds, stuckG, loadMin, machineFactor, ...typed }) {
    const together = mixed(inputs)
    const peelG = typed.peelG ?? together.rind?.peelG ?? 0
    const pithG = typed.pithG ?? together.rind?.pithG ?? 0
    const amountsG = together.amountsG.slice()
    amountsG[BITTER]! += bitterFreedG(peelG, pithG, seconds, machineFactor)
    // What the blades have cut is whole fruit no more.
    const all = { ...together, amountsG, rind: null }
    const mass = massG(all)
    const volume = volumeMl(all)
    const loads = blenderLoads(volume, jarMl, fillShare)
    if (loads * stuckG >= mass) throw new ProcessLimit('all-sticks', { massG: mass, stuckG: loads * stuckG })
    const lostShare = (loads * stuckG) / mass
    return {
      ...plainResult(scaled(all, 1 - lostShare)),
      losses: lostShare > 0 ? [{ name: 'stuck', stream: scaled(all, lostShare) }] : [],
      handMin: loads * (loadMin + seconds / 60),
      cautions: ['blades'],
      used: { volumeMl: volume, peelG, pithG },
    }
  },
  explain({ p, param, used, call }) {
    const volume = used('volumeMl', 'volume', 'mL')
    const loads = call('loads', '1', 'blender-loads', volume, param('jarMl'), param('fillShare'))
    const peel = p.peelG === undefined ? used('peelG', 'peel-of-fruit', 'g') : param('peelG')
    const pith = p.pithG === undefined ? used('pithG', 'pith-of-fruit', 'g') : param('pithG')
    const freedBitter = call('bitter-freed', 'g', 'bitter-freed', peel, pith, param('seconds'), param('machineFactor'))
    const each = quotient('load-volume', 'mL', volume, loads)
    const freed = call('freed-share', '1', 'freed-share', param('seconds'), param('machineFactor'))
    return peel.value + pith.value > 0 ? [loads, each, freed, freedBitter] : [loads, each, freed]
  },
})
