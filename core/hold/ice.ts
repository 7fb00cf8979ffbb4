import { massG, melted, ProcessLimit, volumeMl, type Stream } from '../process'

/** What the room does meanwhile. */
interface Room {
  minutes: number
  roomC: number
  wPerK: number
}

/**
 * Drink and floating ice after some minutes: both come to rest with each other, the room melts the one and then warms
 * the other; what melted is in the drink.
 * @param iceTempC of all of the ice, before
 * @throws ProcessLimit for a drink that is itself half frozen
 */
export function heatedThrough(
  drink: Stream,
  iceG: number,
  { minutes, roomC, wPerK }: Room,
  iceTempC: number,
): { drink: Stream; iceG: number } {
  if (drink.iceG > 0) throw new ProcessLimit('ice-in-it-already', {})
  const { out, left } = melted(drink, { iceG, iceTempC, minutes, roomC, wPerK })
  return { drink: out, iceG: Math.max(0, left.stream.iceG) }
}

/** mL that floating ice pushes a drink up: as much as it weighs, of the drink. */
export const iceVolumeMl = (drink: Stream | null, iceG: number): number =>
  drink && iceG > 0 ? (iceG * volumeMl(drink)) / massG(drink) : 0
