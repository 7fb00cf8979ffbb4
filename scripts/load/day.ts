import { seeded, type Random } from '#core/random'

// A busy Saturday of a stand, by the minute, the same for the same seed. Rates are what a small stand does at its
// busiest; common practice, no source.

/** Cups an hour, from when the stand opens at nine. */
const CUPS_PER_HOUR = [20, 30, 60, 110, 120, 90, 70, 80, 60] as const
const OPENS_H = 9
const PER_HOUR = { weigh: 2, press: 4, batch: 1, read: 6, fill: 2 } as const

export type Deed = 'pour' | keyof typeof PER_HOUR
export interface Planned {
  /** s of the day */
  atS: number
  stand: number
  /** which of the stand's tablets tells it */
  tablet: number
  deed: Deed
}

/**
 * @param fromMin minutes of the day @param toMin @param tablets of each stand
 * @returns everything that is told at all stands, the first first
 */
export function saturday(seed: number, stands: number, tablets: number, fromMin: number, toMin: number): Planned[] {
  const random = seeded(seed)
  return Array.from({ length: stands }, (_, stand) => atStand(random, stand, tablets))
    .flat()
    .filter((p) => p.atS >= fromMin * 60 && p.atS < toMin * 60)
    .sort((a, b) => a.atS - b.atS)
}

function atStand(random: Random, stand: number, tablets: number): Planned[] {
  const all: Planned[] = []
  const within = (hour: number, deed: Deed, times: number): void => {
    for (let i = 0; i < times; i++)
      all.push({
        atS: (OPENS_H + hour + random.next()) * 3600,
        stand,
        tablet: Math.floor(random.next() * tablets),
        deed,
      })
  }
  for (const [hour, cups] of CUPS_PER_HOUR.entries()) {
    within(hour, 'pour', Math.round(random.around(cups, 0.3)))
    for (const [deed, times] of Object.entries(PER_HOUR)) within(hour, deed as Deed, times)
  }
  return all
}
