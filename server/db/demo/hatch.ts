import { v7 as uuid } from 'uuid'
import { usualWPerK, type HoldEventBody } from '#core/hold'
import { seeded } from '#core/random'
import { enter, enterAgain } from '../../books/enter'
import type { Who } from '../../people/who'
import { inTransaction } from '../connect'
import { RecipeVersion } from '../models'
import { rowOf } from '../rows'

// A morning at the hatch of an invented stand: two dispensers, ice in one of them, and some guests.

const OPEN_MIN = 50
const CAPACITY_ML = 8000
const [FIRST, SECOND] = ['Rhubarb lemon cooler', 'Hibiscus orange agua fresca']

/** @param drinks with a standard, by their names */
export async function demoHatch(
  standId: string,
  crew: Who,
  drinks: readonly { id: string; name: string }[],
  today: Date,
): Promise<void> {
  const random = seeded(20261125)
  for (const [i, name] of [FIRST, SECOND].entries()) {
    const drink = drinks.find((d) => d.name === name)
    const version = drink && (await rowOf(RecipeVersion, { where: { recipeId: drink.id }, transaction: null }))
    if (!version) continue
    /** A moment of the morning, which it is now: each thing is told as it happens. */
    const at = (min: number): string => {
      const moment = new Date(today.getTime() - (OPEN_MIN - min) * 60_000).toISOString()
      process.env.OLVEX_NOW = moment
      return moment
    }
    const id = uuid()
    const told = { wPerK: usualWPerK(CAPACITY_ML), roomC: 22, washMin: 240, control: 'cold' as const }
    const vessel = { name: i ? 'Right tap' : 'Left tap', capacityMl: CAPACITY_ML }
    const way = i ? ('cold' as const) : ('iced' as const)
    await inTransaction((tx) =>
      enter(tx, 'putOut', { id, standId, versionId: version.id, vessel, way, ...told, at: at(0) }, [], crew),
    )
    const events: [number, HoldEventBody][] = [
      [1, { kind: 'filled', lotId: null, volumeMl: i ? 5500 : 6000, tempC: 4 }],
      ...(i ? [] : ([[2, { kind: 'iced', massG: 900, tempC: -4 }]] as [number, HoldEventBody][])),
    ]
    for (const [min, event] of events)
      await inTransaction((tx) => enter(tx, 'atHold', { id: uuid(), holdId: id, event, at: at(min) }, [], crew))
    for (let min = 6; min < OPEN_MIN - 1; min += 3 + Math.floor(random.next() * 6)) {
      const cups = 1 + Math.floor(random.next() * 2)
      const pour = { standId, holdId: id, versionId: version.id, drinkMl: 300, cups, at: at(min) }
      await inTransaction((tx) => enterAgain(tx, 'pour', { id: uuid(), ...pour }, crew))
    }
  }
}
