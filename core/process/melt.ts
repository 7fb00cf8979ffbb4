import type { Figure } from '../figures'
import { INDEX, meltAfter } from '../substances'
import { settled, soluteMol } from './phase'
import type { Explain, NamedStream, Specs } from './step'
import { heatCapacityOf, liquidWaterG, massG, waterStream, type Stream } from './stream'

/** Ice beside a drink, and the room around both. */
export interface Ice {
  iceG: number
  iceTempC: number
  minutes: number
  roomC: number
  wPerK: number
}

/** The numbers of a drink that its ice asks for. */
export const drinkNumbers = (drink: Stream) => ({
  massG: massG(drink) - drink.iceG,
  cp: heatCapacityOf(drink),
  fromC: drink.tempC,
  waterG: liquidWaterG(drink),
  soluteMol: soluteMol(drink),
})

/**
 * Ice in a drink after some minutes: the drink with what melted, the ice that is left, and what it was worked out from.
 */
export function melted(drink: Stream, p: Ice) {
  const used = drinkNumbers(drink)
  const { meltedG, tempC, goneMin } = meltAfter(
    used.massG,
    used.cp,
    used.fromC,
    used.waterG,
    used.soluteMol,
    p.iceG,
    p.iceTempC,
    p.wPerK,
    p.roomC,
    p.minutes,
  )
  const amountsG = drink.amountsG.slice()
  amountsG[INDEX.water]! += meltedG
  const leftG = p.iceG - meltedG
  const left: NamedStream = { name: 'ice-left', stream: { ...waterStream(leftG, Math.min(0, tempC)), iceG: leftG } }
  return { out: settled(amountsG, tempC, 0, drink.crystals), left, goneMin, used }
}

type Used = ReturnType<typeof drinkNumbers>
/** How much melted and how cold it got, from the numbers of the drink, the ice and the room. */
export function meltFigures<S extends Specs>(
  { used, call }: Pick<Explain<S, Used>, 'used' | 'call'>,
  ice: readonly [iceG: Figure, iceTempC: Figure, wPerK: Figure, roomC: Figure, minutes: Figure],
): Figure[] {
  const args = [
    used('massG', 'mass', 'g'),
    used('cp', 'heat-capacity', 'kJ/(kg K)'),
    used('fromC', 'temperature', '°C'),
    used('waterG', 'water', 'g'),
    used('soluteMol', 'solute-amount', 'mol'),
    ...ice,
  ]
  return [
    call('ice-melted', 'g', 'ice-melted', ...args),
    call('temperature-after-melt', '°C', 'temperature-after-melt', ...args),
  ]
}
