import { v7 as uuid } from 'uuid'
import { INGREDIENTS } from '#core/substances'
import { handbookYield } from '#core/yield'
import type { PressMethod } from '#shared/lists'
import { inTransaction } from '../connect'
import { weighIn } from '../../services/lots'
import { recordPress } from '../../services/presses'
import type { Who } from '../../services/who'
import type { Random } from './random'

interface Habit { fruit: string; kg: number; eurPerKg: number; everyDays: number; method: PressMethod; minutesPerKg: number; trimShare: number | null; supplier: string; pieceG: number | null }

/** What this invented stand buys, and how it presses it. */
const HABITS: Habit[] = [
  { fruit: 'lemon', kg: 12, eurPerKg: 2.4, everyDays: 3, method: 'electric-reamer', minutesPerKg: 2.6, trimShare: null, supplier: 'Corner Grove', pieceG: 115 },
  { fruit: 'lime', kg: 6, eurPerKg: 3.1, everyDays: 5, method: 'hand-reamer', minutesPerKg: 4.2, trimShare: null, supplier: 'Corner Grove', pieceG: 70 },
  { fruit: 'rhubarb', kg: 9, eurPerKg: 2.9, everyDays: 5, method: 'juicer', minutesPerKg: 2.2, trimShare: 0.14, supplier: 'Hill Lane Farm', pieceG: null },
  { fruit: 'melon', kg: 14, eurPerKg: 1.6, everyDays: 4, method: 'blender-strainer', minutesPerKg: 2.8, trimShare: 0.42, supplier: 'Market Row 7', pieceG: 1300 },
  { fruit: 'watermelon', kg: 18, eurPerKg: 0.9, everyDays: 6, method: 'blender-strainer', minutesPerKg: 2.0, trimShare: 0.38, supplier: 'Market Row 7', pieceG: 5200 },
  { fruit: 'carrot', kg: 15, eurPerKg: 1.1, everyDays: 5, method: 'juicer', minutesPerKg: 2.4, trimShare: 0.1, supplier: 'Hill Lane Farm', pieceG: null },
  { fruit: 'apple', kg: 18, eurPerKg: 1.5, everyDays: 4, method: 'juicer', minutesPerKg: 1.8, trimShare: 0.08, supplier: 'Hill Lane Farm', pieceG: 170 },
  { fruit: 'turmeric', kg: 1.2, eurPerKg: 9.5, everyDays: 9, method: 'juicer', minutesPerKg: 9, trimShare: 0.12, supplier: 'Market Row 7', pieceG: null },
]

const round = (v: number, step: number): number => Math.round(v / step) * step

/** The flaws of real records: a bad lot, a price jump, fruit from a neighbour's tree, minutes nobody wrote down. */
function flawed(habit: Habit, day: number): { yieldTimes: number; priceTimes: number; supplier: string } {
  if (habit.fruit === 'lemon' && day >= 9 && day <= 11) return { yieldTimes: 0.62, priceTimes: 1, supplier: habit.supplier }
  if (habit.fruit === 'lemon' && day <= 5) return { yieldTimes: 1, priceTimes: 1.55, supplier: habit.supplier }
  if (habit.fruit === 'apple' && day >= 12 && day <= 15) return { yieldTimes: 0.93, priceTimes: 0, supplier: 'Garden of a neighbour' }
  return { yieldTimes: 1, priceTimes: 1, supplier: habit.supplier }
}

export async function demoWeeks(standId: string, owner: Who, crew: Who, at: (daysAgo: number, hour: number) => void, random: Random, scale: number, days: readonly number[]): Promise<void> {
  for (const day of days) {
    for (const [i, habit] of HABITS.entries()) {
      if ((day + i) % habit.everyDays !== 0) continue
      const flaw = flawed(habit, day)
      const kg = round(random.around(habit.kg * scale, 0.18), 0.05)
      const lotId = uuid()
      at(day, 7 + random.next())
      await inTransaction((tx) => weighIn(tx, {
        id: lotId, standId, ingredientKey: habit.fruit, supplier: flaw.supplier, kg,
        priceEurPerKg: round(random.around(habit.eurPerKg * flaw.priceTimes, 0.06), 0.01), count: habit.pieceG ? Math.round((kg * 1000) / random.around(habit.pieceG, 0.1)) : null, confirm: [],
      }, owner))
      // The newest delivery of some fruit is still in the crate; most of the others went through the press.
      const presses = day === 0 ? (i % 2 === 0 ? [0.55] : []) : day <= 2 ? [0.7] : [0.6, 1]
      let left = kg
      for (const [n, share] of presses.entries()) {
        const takenKg = round(left * share, 0.05)
        left -= takenKg
        const typical = handbookYield(INGREDIENTS.get(habit.fruit)!).value * flaw.yieldTimes * YIELD_TIMES[habit.fruit]!
        const ml = round(random.around(typical * takenKg, 0.09), 10)
        at(day, 8.2 + n * 2.5 + random.next())
        await inTransaction((tx) => recordPress(tx, {
          id: uuid(), lotId, juiceLotId: uuid(), takenKg, trimmedKg: habit.trimShare === null ? null : round(random.around(habit.trimShare * takenKg, 0.1), 0.01),
          juice: { value: ml, unit: 'mL' }, method: habit.method, minutes: random.next() < 0.15 ? null : Math.round(random.around(habit.minutesPerKg * takenKg, 0.2)), confirm: ['yield-far-below'],
        }, crew))
      }
    }
  }
}

/** How this stand's hands and tools compare with the handbook. */
const YIELD_TIMES: Record<string, number> = { lemon: 0.97, lime: 0.93, rhubarb: 1.04, melon: 0.98, watermelon: 1.03, carrot: 0.95, apple: 1.02, turmeric: 1.05 }
