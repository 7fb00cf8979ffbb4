import { observed } from '../observe'
import { atTemperature } from '../phase'
import { defineStep, plainResult, ProcessLimit } from '../step'
import { massG, scaled, volumeMl, type Stream } from '../stream'

const READ = { optional: true } as const

/** What one stream has more than another, component by component: less where it has less. */
const difference = (a: Stream, b: Stream): Stream => ({
  ...a,
  amountsG: a.amountsG.map((x, i) => x - b.amountsG[i]!),
  iceG: a.iceG - b.iceG,
  crystals: null,
  undissolvedG: 0,
  rind: null,
})

/**
 * A liquid as it was read: its temperature, then its mass or else its volume by as much of all that is in it, then its
 * °Bx and its acid at the same mass. What nobody read stays as it was worked out. The difference is told as
 * `unexplained`, below zero where there is more than went in.
 * @throws ProcessLimit where the liquid cannot read that
 */
export const observe = defineStep({
  op: 'observe',
  inputs: 1,
  ofBatch: true,
  endSign: 'as-read',
  holds: [],
  params: {
    massG: { ...READ, unit: 'g', least: 0.001, most: 1e7, scales: true },
    volumeMl: { ...READ, unit: 'mL', least: 0.001, most: 1e7, scales: true },
    brix: { ...READ, unit: '°Bx', least: 0, most: 85 },
    ta: { ...READ, unit: 'g/100 mL', least: 0, most: 60 },
    tempC: { ...READ, unit: '°C', least: -20, most: 110 },
  },
  run([given], { massG: mass, volumeMl: volume, brix, ta, tempC }) {
    const warm = tempC === undefined ? given! : atTemperature(given!, tempC)
    const times = mass !== undefined ? mass / massG(warm) : volume !== undefined ? volume / volumeMl(warm) : 1
    const out = observed(scaled(warm, times), { brix, ta })
    const unexplained = difference(warm, out)
    const isRead = unexplained.amountsG.some((g) => Math.abs(g) > TINY_G)
    return { ...plainResult(out), losses: isRead ? [{ name: 'unexplained', stream: unexplained }] : [] }
  },
})
const TINY_G = 1e-9

/**
 * Some of it is gone: it is counted, and the rest is what it was.
 * @throws ProcessLimit where more is gone than there is
 */
export const spill = defineStep({
  op: 'spill',
  inputs: 1,
  ofBatch: true,
  endSign: 'as-read',
  holds: [],
  params: { spilledG: { unit: 'g', least: 0, most: 1e7, scales: true } },
  run([all], { spilledG }) {
    const mass = massG(all!)
    if (spilledG >= mass) throw new ProcessLimit('spilled-more-than-there', { spilledG, massG: mass }, 'spilledG')
    const share = spilledG / mass
    return {
      ...plainResult(scaled(all!, 1 - share)),
      losses: share > 0 ? [{ name: 'spilled', stream: scaled(all!, share) }] : [],
    }
  },
})
