import { call, product } from '../../figures'
import { INDEX } from '../../substances'
import { mixed } from '../phase'
import { defineStep, plainResult } from '../step'
import {
  fatG,
  fibreG,
  fleshOf,
  liquid,
  liquorG,
  liquorPart,
  massG,
  minus,
  rindOf,
  scaled,
  sugarsG,
  volumeMl,
  type Stream,
} from '../stream'

const MESHES = ['coarse', 'fine', 'cloth'] as const
/** Share of the fibre that passes, by mesh. Common practice, no source. */
const PASSES: Record<(typeof MESHES)[number], number> = { coarse: 0.4, fine: 0.15, cloth: 0.03 }
/**
 * Minutes that a litre which comes through takes: of clear liquid, and more for each g of fibre that the litre leaves
 * behind, since pulp closes the mesh. So a litre of lemon juice is through a fine sieve in two minutes, and one of
 * pineapple in some eight. Common practice, no source.
 */
const MINUTES_PER_L: Record<(typeof MESHES)[number], { clear: number; perFibreG: number }> = {
  coarse: { clear: 0.5, perFibreG: 0.04 },
  fine: { clear: 1.5, perFibreG: 0.15 },
  cloth: { clear: 4, perFibreG: 0.3 },
}
/** Share of that time in which hands are at it: pressing all of it, else stirring and scraping. Common practice. */
const HANDS = { dripped: 0.5, pressed: 1 } as const
/** Foam is mostly air: g of liquor in a mL of it. Common practice, no source. */
const FOAM_G_PER_ML = 0.2
/** g of liquor that a gram of dry fibre holds on to. Common practice, no source. */
const HELD_G_PER_G = { dripped: 8, pressed: 4 } as const

/** Pulp with the liquor it holds, taken off a mixture: shared by strain and rinse. */
export function drained(all: Stream, keptFibreShare: number, heldGPerG: number): { through: Stream; pulp: Stream } {
  // Peel and pith stay in the sieve as they are.
  const s = fleshOf(all)
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
  const pulp = { ...liquid(amountsG, s.tempC), iceG: s.iceG }
  const through = minus(s, pulp)
  const rind = rindOf(all)
  return {
    through,
    pulp: rind ? { ...pulp, amountsG: amountsG.map((a, i) => a + rind.amountsG[i]!), rind: rind.rind } : pulp,
  }
}

/**
 * Through a sieve or cloth: the mesh keeps fibre, and the fibre keeps liquor with all that is dissolved in it, dripped
 * or pressed. Hands are asked for by what has to pass: much fibre in a fine mesh takes many minutes. Foam is a share of
 * the volume that comes through: it is told, or left to settle, or stays behind when the juice is drawn off from below.
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
    minPerL: { unit: 'min/L', least: 0, most: 240, optional: true },
    foamShare: { unit: '1', least: 0, most: 0.8, default: 0, source: 'source.practice' },
    foam: { choices: ['stays', 'settles', 'drawn-off'], default: 'stays', source: 'source.practice' },
    settleMin: {
      unit: 'min',
      least: 0,
      most: 240,
      default: 20,
      source: 'source.practice',
      only: { with: 'foam', is: 'settles' },
    },
  },
  run([crushed], { mesh, mode, heldGPerG, foamShare, foam, settleMin, minPerL }) {
    // What goes through a sieve was cut or crushed before: it is whole fruit no more.
    const input: Stream = { ...crushed!, rind: null }
    const held = heldGPerG ?? HELD_G_PER_G[mode]
    const { through, pulp } = drained(input, 1 - PASSES[mesh], held)
    const liquor = liquorG(input)
    const litres = volumeMl(through) / 1000
    const { clear, perFibreG } = MINUTES_PER_L[mesh]
    const perL = minPerL ?? clear + (litres > 0 ? (perFibreG * fibreG(pulp)) / litres : 0)
    const foamMl = foamShare > 0 ? (1000 * litres * foamShare) / (1 - foamShare) : 0
    const foamG = foam === 'drawn-off' ? Math.min(foamMl * FOAM_G_PER_ML, massG(through)) : 0
    const foamOff = foamG / massG(through)
    return {
      ...plainResult(foamG > 0 ? scaled(through, 1 - foamOff) : through),
      byProducts: [
        ...(massG(pulp) > 0 ? [{ name: 'pulp', stream: pulp }] : []),
        ...(foamG > 0 ? [{ name: 'foam', stream: scaled(through, foamOff) }] : []),
      ],
      handMin: 1 + litres * perL * HANDS[mode],
      waitMin: litres * perL * (1 - HANDS[mode]) + (foamMl > 0 && foam === 'settles' ? settleMin : 0),
      flags: foamMl > 0 && foam === 'stays' ? [{ code: 'foam-on-top', numbers: { foamMl } }] : [],
      used: {
        litres,
        perL,
        heldGPerG: held,
        fibreKeptG: fibreG(pulp),
        liquorG: liquor,
        sugarPerG: liquor > 0 ? (sugarsG(input) - input.undissolvedG) / liquor : 0,
      },
    }
  },
  explain: ({ p, param, used }) => {
    const held = p.heldGPerG === undefined ? used('heldGPerG', `held-${p.mode}`, 'g/g') : param('heldGPerG')
    const couldHold = product('liquor-could-hold', 'g', [used('fibreKeptG', 'fibre-kept', 'g'), held])
    const liquor = call('liquor-held', 'g', 'least', [couldHold, used('liquorG', 'liquor', 'g')])
    const perL = p.minPerL === undefined ? used('perL', 'minutes-per-litre', 'min/L') : param('minPerL')
    return [
      liquor,
      product('sugar-in-pulp', 'g', [liquor, used('sugarPerG', 'sugar-per-gram', 'g/g')]),
      product('minutes-to-strain', 'min', [used('litres', 'litres', 'L'), perL]),
    ]
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
