import { call, product } from '../../figures'
import { INDEX } from '../../substances'
import { mixed } from '../phase'
import { defineStep, plainResult, ProcessLimit } from '../step'
import { fatG, fibreG, liquorG, liquorPart, massG, minus, scaled, sugarsG, volumeMl, type Stream } from '../stream'

const MESHES = ['coarse', 'fine', 'cloth'] as const
/** Share of the fibre that passes, by mesh. Common practice, no source. */
const PASSES: Record<(typeof MESHES)[number], number> = { coarse: 0.4, fine: 0.15, cloth: 0.03 }
/** Minutes a litre takes, by mesh, dripping. Common practice, no source. */
const MINUTES_PER_L: Record<(typeof MESHES)[number], number> = { coarse: 0.5, fine: 1.5, cloth: 4 }
/** g of liquor that a gram of dry fibre holds on to. Common practice, no source. */
const HELD_G_PER_G = { dripped: 8, pressed: 4 } as const

/** Pulp with the liquor it holds, taken off a mixture: shared by strain and rinse. */
export function drained(s: Stream, keptFibreShare: number, heldGPerG: number): { through: Stream; pulp: Stream } {
  const fibre = fibreG(s) * keptFibreShare
  const liquor = liquorG(s)
  const share = liquor > 0 ? Math.min(1, (fibre * heldGPerG) / liquor) : 0
  const held = liquorPart(s, share)
  const amountsG = held.amountsG.slice()
  amountsG[INDEX.fibre] = fibre
  // Fat floats in the liquor as droplets and is held with it.
  amountsG[INDEX.fat] = fatG(s) * share
  // Ice stays in the sieve.
  amountsG[INDEX.water]! += s.iceG
  const pulp = { amountsG, tempC: s.tempC, undissolvedG: 0, iceG: s.iceG }
  const through = minus(s, pulp)
  return { through: { ...through, undissolvedG: s.undissolvedG }, pulp }
}

/**
 * Through a sieve or cloth: the mesh keeps fibre, and the fibre keeps liquor with all that is dissolved in it, dripped
 * or pressed. Foam is a share of what comes through; it is volume, not mass, and is told.
 */
export const strain = defineStep({
  op: 'strain',
  inputs: 1,
  endSign: 'stops-dripping',
  holds: ['strainer'],
  params: {
    mesh: { choices: MESHES, default: 'fine', source: 'source.practice' },
    mode: { choices: ['dripped', 'pressed'], default: 'dripped', source: 'source.practice' },
    heldGPerG: { unit: 'g/g', least: 0, most: 100, optional: true, source: 'source.practice', model: [1, 15] },
    foamShare: { unit: '1', least: 0, most: 0.8, default: 0, source: 'source.practice' },
  },
  run([input], { mesh, mode, heldGPerG, foamShare }) {
    if (massG(input!) <= 0) throw new ProcessLimit('stream-used-up', {})
    const held = heldGPerG ?? HELD_G_PER_G[mode]
    const { through, pulp } = drained(input!, 1 - PASSES[mesh], held)
    const liquor = liquorG(input!)
    const litres = volumeMl(through) / 1000
    return {
      ...plainResult(through),
      byProducts: massG(pulp) > 0 ? [{ name: 'pulp', stream: pulp }] : [],
      handMin: 1 + litres * (mode === 'pressed' ? MINUTES_PER_L[mesh] : 0.2),
      waitMin: mode === 'pressed' ? 0 : litres * MINUTES_PER_L[mesh],
      flags:
        foamShare > 0
          ? [{ code: 'foam-on-top', numbers: { foamMl: (1000 * litres * foamShare) / (1 - foamShare) } }]
          : [],
      used: {
        heldGPerG: held,
        fibreKeptG: fibreG(pulp),
        liquorG: liquor,
        sugarPerG: liquor > 0 ? (sugarsG(input!) - input!.undissolvedG) / liquor : 0,
      },
    }
  },
  explain: ({ p, param, used }) => {
    const held = p.heldGPerG === undefined ? used('heldGPerG', `held-${p.mode}`, 'g/g') : param('heldGPerG')
    const couldHold = product('liquor-could-hold', 'g', [used('fibreKeptG', 'fibre-kept', 'g'), held])
    const liquor = call('liquor-held', 'g', 'least', [couldHold, used('liquorG', 'liquor', 'g')])
    return [liquor, product('sugar-in-pulp', 'g', [liquor, used('sugarPerG', 'sugar-per-gram', 'g/g')])]
  },
})

/**
 * Wash the pulp with fresh water, in stages: each stage takes an equal part of the water, mixes until even and drains
 * to what the fibre holds. It wins back what is dissolved, more with every stage, and dilutes. Solids of the pulp that
 * are not yet dissolved do not come out.
 */
export const rinse = defineStep({
  op: 'rinse',
  inputs: 2,
  endSign: 'stops-dripping',
  holds: ['strainer'],
  params: {
    stages: { unit: '1', least: 1, most: 10, default: 1, source: 'source.practice' },
    heldGPerG: {
      unit: 'g/g',
      least: 0,
      most: 100,
      default: HELD_G_PER_G.dripped,
      source: 'source.practice',
      model: [1, 15],
    },
  },
  run([pulp, water], { stages, heldGPerG }) {
    const n = Math.round(stages)
    let rest = pulp!
    const parts: Stream[] = []
    for (let i = 0; i < n; i++) {
      const { through, pulp: left } = drained(mixed([rest, scaled(water!, 1 / n)]), 1, heldGPerG)
      parts.push(through)
      rest = left
    }
    return {
      ...plainResult(mixed(parts)),
      byProducts: [{ name: 'pulp', stream: rest }],
      handMin: 2 * n,
      waitMin: 2 * n,
    }
  },
})
