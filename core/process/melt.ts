import { INDEX, iceMeltedG, temperatureAfterMeltC } from '../substances'
import { call, given, type Figure } from '../figures'
import { cooledTo, meltedByRoomG } from './kinetics'
import { heatCapacityOf, massG, settled, waterStream, type Stream } from './stream'
import type { NamedStream } from './step'

export interface Melt { iceG: number; iceTempC: number; toC: number; minutes: number; roomC: number; wPerK: number }

/**
 * Ice in a drink against time: first the drink is brought down to `toC`, or as far as the ice goes; then the room melts ice at a steady rate, through walls that
 * let in `wPerK`, while there is any; then the drink warms by Newton's law. The walls' own heat is left out.
 */
export function melted(drink: Stream, p: Melt): { out: Stream; left: NamedStream; lastsMin: number } {
  const cp = heatCapacityOf(drink)
  const mass = massG(drink)
  const firstG = iceMeltedG(mass, cp, drink.tempC, p.toC, p.iceG, p.iceTempC)
  const coldC = temperatureAfterMeltC(mass, cp, drink.tempC, firstG, p.iceG, p.iceTempC)
  const perMinG = meltedByRoomG(p.wPerK, p.roomC, coldC, 1)
  const lastsMin = perMinG > 0 ? (p.iceG - firstG) / perMinG : Infinity
  const meltedG = firstG + Math.min(p.iceG - firstG, perMinG * p.minutes)
  const amountsG = drink.amountsG.slice()
  amountsG[INDEX.water]! += meltedG
  const warmMin = Math.max(0, p.minutes - lastsMin)
  const tempC = warmMin > 0 ? cooledTo(coldC, p.roomC, (p.wPerK * 60) / ((mass + meltedG) * cp), warmMin) : coldC
  return { out: settled(amountsG, tempC), left: { name: 'ice-left', stream: waterStream(p.iceG - meltedG, 0) }, lastsMin }
}

/** How much melts in chilling, from figures of the ice and the target. */
export function meltFigure(drink: Stream, toC: Figure, iceG: Figure, iceTempC: Figure): Figure {
  const leaf = (label: string, value: number, unit: Figure['unit']): Figure => given(label, value, unit, 'estimated', 'source.process')
  return call('ice-melted', 'g', 'ice-melted', [leaf('mass', massG(drink), 'g'), leaf('heat-capacity', heatCapacityOf(drink), 'kJ/(kg K)'), leaf('temperature', drink.tempC, '°C'), toC, iceG, iceTempC])
}
