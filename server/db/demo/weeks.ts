import { v7 as uuid } from 'uuid'
import { INGREDIENTS } from '#core/substances'
import { cleaningRoutine, handbookYield } from '#core/yield'
import { contract, type BodyInput } from '#shared/contract'
import type { PressMethod } from '#shared/lists'
import { inTransaction } from '../connect'
import { enter, enterOnLot } from '../../books/enter'
import type { Who } from '../../people/who'
import type { Random } from '#core/random'

interface Habit {
  fruit: string
  kg: number
  pricePerKg: number
  everyDays: number
  method: PressMethod
  minutesPerKg: number
  trimShare: number | null
  supplier: string
  pieceG: number | null
  cold?: true
}

/** What this invented stand buys, and how it presses it. */
export const HABITS: readonly Habit[] = [
  {
    fruit: 'lemon',
    kg: 12,
    pricePerKg: 2.4,
    everyDays: 3,
    method: 'electric-reamer',
    minutesPerKg: 2.6,
    trimShare: null,
    supplier: 'Corner Grove',
    pieceG: 115,
  },
  {
    fruit: 'lime',
    kg: 6,
    pricePerKg: 3.1,
    everyDays: 5,
    method: 'hand-reamer',
    minutesPerKg: 4.2,
    trimShare: null,
    supplier: 'Corner Grove',
    pieceG: 70,
  },
  {
    cold: true,
    fruit: 'rhubarb',
    kg: 9,
    pricePerKg: 2.9,
    everyDays: 5,
    method: 'juicer',
    minutesPerKg: 2.2,
    trimShare: 0.14,
    supplier: 'Hill Lane Farm',
    pieceG: null,
  },
  {
    fruit: 'melon',
    kg: 14,
    pricePerKg: 1.6,
    everyDays: 4,
    method: 'blender-strainer',
    minutesPerKg: 2.8,
    trimShare: 0.42,
    supplier: 'Market Row 7',
    pieceG: 1300,
  },
  {
    cold: true,
    fruit: 'watermelon',
    kg: 18,
    pricePerKg: 0.9,
    everyDays: 6,
    method: 'blender-strainer',
    minutesPerKg: 2.0,
    trimShare: 0.38,
    supplier: 'Market Row 7',
    pieceG: 5200,
  },
  {
    cold: true,
    fruit: 'carrot',
    kg: 15,
    pricePerKg: 1.1,
    everyDays: 5,
    method: 'juicer',
    minutesPerKg: 2.4,
    trimShare: 0.24,
    supplier: 'Hill Lane Farm',
    pieceG: null,
  },
  {
    fruit: 'apple',
    kg: 18,
    pricePerKg: 1.5,
    everyDays: 4,
    method: 'juicer',
    minutesPerKg: 1.8,
    trimShare: 0.08,
    supplier: 'Hill Lane Farm',
    pieceG: 170,
  },
  {
    cold: true,
    fruit: 'turmeric',
    kg: 1.2,
    pricePerKg: 9.5,
    everyDays: 9,
    method: 'juicer',
    minutesPerKg: 9,
    trimShare: 0.12,
    supplier: 'Market Row 7',
    pieceG: null,
  },
]

const round = (v: number, step: number): number => Math.round(v / step) * step

/** The flaws of real records: a bad lot, a price jump, fruit from a neighbour's tree, minutes nobody wrote down. */
function flawed(habit: Habit, day: number): { yieldTimes: number; priceTimes: number; supplier: string } {
  if (habit.fruit === 'lemon' && day >= 9 && day <= 11)
    return { yieldTimes: 0.62, priceTimes: 1, supplier: habit.supplier }
  if (habit.fruit === 'lemon' && day <= 5) return { yieldTimes: 1, priceTimes: 1.55, supplier: habit.supplier }
  if (habit.fruit === 'apple' && day >= 12 && day <= 15)
    return { yieldTimes: 0.93, priceTimes: 0, supplier: 'Garden of a neighbour' }
  return { yieldTimes: 1, priceTimes: 1, supplier: habit.supplier }
}

/** Facts as they come in through the routes, each in a transaction of its own. */
const weighIn = (b: BodyInput<'postLot'>, who: Who): Promise<unknown> => {
  const body = contract.postLot.body.parse(b)
  return inTransaction((tx) => enter(tx, 'receive', body, body.confirm, who))
}
const recordPress = (b: BodyInput<'postPress'>, who: Who): Promise<unknown> => {
  const body = contract.postPress.body.parse(b)
  return inTransaction((tx) => enter(tx, 'press', body, body.confirm, who))
}
export const recordOnLot = (lotId: string, event: BodyInput<'postLotEvent'>['event'], who: Who): Promise<unknown> => {
  const body = contract.postLotEvent.body.parse({ id: uuid(), event })
  return inTransaction((tx) => enterOnLot(tx, lotId, body, who))
}

export async function demoWeeks(
  standId: string,
  owner: Who,
  crew: Who,
  at: (daysAgo: number, hour: number) => void,
  random: Random,
  scale: number,
  days: readonly number[],
): Promise<void> {
  for (const day of days) {
    for (const [i, habit] of HABITS.entries()) {
      if ((day + i) % habit.everyDays !== 0) continue
      const flaw = flawed(habit, day)
      const kg = round(random.around(habit.kg * scale, 0.18), 0.05)
      const lotId = uuid()
      at(day, 7 + random.next())
      const paid = round(random.around(habit.pricePerKg * flaw.priceTimes, 0.06), 0.01)
      await weighIn(
        {
          id: lotId,
          standId,
          ingredientKey: habit.fruit,
          supplier: flaw.supplier,
          kg,
          price: { paid, per: 'kg' },
          count: habit.pieceG ? Math.round((kg * 1000) / random.around(habit.pieceG, 0.1)) : null,
          place: habit.cold ? 'cold' : 'room',
          seen: { feel: day === 0 ? 'firm' : null, waxed: habit.fruit === 'lemon' ? false : null, brix: null },
        },
        owner,
      )
      const wash = (): Promise<unknown> =>
        recordOnLot(lotId, { kind: 'clean', routine: cleaningRoutine(habit.fruit), initials: 'TV' }, crew)
      // The newest delivery of some fruit is still in the crate; most of the others went through the press.
      const presses = day === 0 ? (i % 2 === 0 ? [0.55] : []) : day <= 2 ? [0.7] : [0.6, 1]
      let left = kg
      if (presses.length) {
        at(day, 8.1)
        await wash()
      }
      for (const [n, share] of presses.entries()) {
        const takenKg = round(left * share, 0.05)
        left -= takenKg
        // Lemons are squeezed two ways, and warm ones give a little more.
        const lever = habit.fruit === 'lemon' && random.next() < 0.4
        const temp = habit.fruit === 'lemon' || habit.fruit === 'lime' ? random.pick(['cold', 'warm'] as const) : 'room'
        const typical =
          handbookYield(INGREDIENTS.get(habit.fruit)!).value *
          flaw.yieldTimes *
          YIELD_TIMES[habit.fruit]! *
          (lever ? 1.05 : 1) *
          (temp === 'warm' ? 1.03 : 1)
        const ml = round(random.around(typical * takenKg, 0.09), 10)
        const trimmedKg = habit.trimShare === null ? null : round(random.around(habit.trimShare * takenKg, 0.1), 0.01)
        at(day, 8.2 + n * 2.5 + random.next())
        const keepsPeel = habit.fruit === 'lemon' && day <= 2
        await recordPress(
          {
            id: uuid(),
            lotId,
            juiceLotId: uuid(),
            takenKg,
            trimmedKg,
            juice: { value: ml, unit: 'mL' },
            method: lever ? 'lever-press' : habit.method,
            minutes:
              random.next() < 0.15
                ? null
                : Math.round(random.around(habit.minutesPerKg * takenKg, 0.2) * (lever ? 1.25 : 1)),
            fruitTemp: temp,
            seen:
              random.next() < 0.5
                ? { foam: 'settled', brix: round(random.around(BRIX[habit.fruit]!, 0.07), 0.1) }
                : null,
            parts: keepsPeel
              ? [
                  {
                    part: 'peel',
                    g: round(takenKg * 180, 5),
                    kept: { lotId: uuid(), place: 'cold', useBy: null, useFor: 'peel sugar' },
                  },
                ]
              : [],
            confirm: ['yield-far-below'],
          },
          crew,
        )
      }
      if (day >= 3 && day <= 12 && habit.fruit === 'watermelon') {
        at(day, 12)
        await recordOnLot(
          lotId,
          { kind: 'look', place: 'cold', feel: 'ripe', brix: round(random.around(9, 0.1), 0.1) },
          crew,
        )
      }
    }
  }
}

/**
 * On the shelf of the counter today, beside what was pressed: fruit bought ahead, a crate that has to go, and a list of
 * prices.
 */
export async function demoShelf(
  standId: string,
  owner: Who,
  crew: Who,
  at: (daysAgo: number, hour: number) => void,
): Promise<void> {
  const put = async (daysAgo: number, b: Omit<BodyInput<'postLot'>, 'id' | 'standId'>): Promise<string> => {
    const id = uuid()
    at(daysAgo, 7.5)
    await weighIn({ id, standId, ...b }, owner)
    return id
  }
  const note = (lotId: string, event: BodyInput<'postLotEvent'>['event']): Promise<unknown> =>
    recordOnLot(lotId, event, crew)
  await put(1, {
    ingredientKey: 'pear',
    supplier: 'Hill Lane Farm',
    kg: 6.4,
    count: 37,
    price: { paid: 2.1, per: 'kg' },
    place: 'room',
    seen: { feel: 'firm', brix: 10.8 },
  })
  await put(2, {
    ingredientKey: 'melon',
    supplier: 'Market Row 7',
    kg: 5.3,
    count: 4,
    price: { paid: 1.9, per: 'piece' },
    place: 'room',
    seen: { feel: 'firm' },
  })
  const grapefruit = await put(3, {
    ingredientKey: 'grapefruit',
    supplier: 'Garden of a neighbour',
    kg: 7.2,
    count: 19,
    price: { paid: 0, per: 'all' },
    place: 'room',
    seen: { feel: 'ripe', waxed: false },
  })
  at(0, 8.4)
  await note(grapefruit, { kind: 'garnish', pieces: 2, massG: null, perPiece: 8 })
  const soft = await put(6, {
    ingredientKey: 'orange',
    supplier: 'Corner Grove',
    kg: 4.6,
    count: 26,
    price: { paid: 1.7, per: 'kg' },
    place: 'room',
    seen: { feel: 'ripe' },
  })
  at(0, 8.6)
  await note(soft, {
    kind: 'look',
    place: 'room',
    feel: 'soft',
    brix: 11.9,
    tempC: null,
    crackedShare: 0.1,
    note: null,
  })
  await note(soft, { kind: 'discard', kg: 0.4, reason: 'mould', note: null })
}

/** Prices of crates and bags, as two sellers list them. */
export const DEMO_LIST: [key: string, kg: number, price: number, supplier: string][] = [
  ['lemon', 10, 27, 'Corner Grove'],
  ['lemon', 2.5, 7.4, 'Corner Grove'],
  ['lemon', 15, 42, 'Market Row 7'],
  ['lime', 4, 11.6, 'Corner Grove'],
  ['lime', 1, 3.4, 'Market Row 7'],
  ['rhubarb', 5, 13.5, 'Hill Lane Farm'],
  ['rhubarb', 1, 3.2, 'Hill Lane Farm'],
  ['melon', 12, 18.5, 'Market Row 7'],
  ['melon', 1.3, 2.3, 'Market Row 7'],
  ['watermelon', 6, 5.4, 'Market Row 7'],
  ['carrot', 10, 9.8, 'Hill Lane Farm'],
  ['carrot', 2, 2.6, 'Hill Lane Farm'],
  ['apple', 13, 18.2, 'Hill Lane Farm'],
  ['apple', 3, 4.9, 'Hill Lane Farm'],
  ['turmeric', 0.5, 5.1, 'Market Row 7'],
]
const BRIX: Record<string, number> = {
  lemon: 8,
  lime: 8.4,
  rhubarb: 5.6,
  melon: 9.6,
  watermelon: 8.6,
  carrot: 8.2,
  apple: 11.8,
  turmeric: 6,
}

/** How this stand's hands and tools compare with the handbook. */
export const YIELD_TIMES: Record<string, number> = {
  lemon: 0.97,
  lime: 0.93,
  rhubarb: 1.04,
  melon: 0.98,
  watermelon: 1.03,
  carrot: 0.95,
  apple: 1.02,
  turmeric: 1.05,
}
