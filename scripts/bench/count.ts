import { v7 as uuid } from 'uuid'
import { costSpreads, type VaryingCup } from '../../core/cost'
import { Hold, HoldEvent, Person, Pour } from '../../server/db/models'
import { rowOf, rowsOf } from '../../server/db/rows'
import { fromJson, toJson } from '../../server/db/connect'
import { dayOf, shiftDay } from '../../core/time'
import { asOwner } from '../lib/sign-in'

type Row = [string, string, string]
const middle = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!
const ms = (v: number): string => `${v.toFixed(v < 10 ? 1 : 0)} ms`
const [DAYS, POURS_A_DAY] = [30, 500]

/** Ten thousand days of a menu of 40, drawn. */
export function benchSpread(): Row[] {
  const cups = Array.from({ length: 40 }, (_, i): VaryingCup => ({
    id: `d${i}`,
    lines: Array.from({ length: 8 }, (__, j) => ({ key: `k${(i + j) % 24}`, cost: 0.1, portion: 0.05 })),
    fixed: 0.1,
  }))
  const varies = new Map(Array.from({ length: 24 }, (_, i) => [`k${i}`, { price: 0.1, yield: 0.12 }]))
  const took = Array.from({ length: 5 }, () => {
    const from = performance.now()
    costSpreads(cups, varies, 7)
    return performance.now() - from
  })
  return [['cost of a menu of 40, ten thousand days drawn', ms(middle(took)), '3 s']]
}

/** A month of two vessels a day, each with its cups. */
async function month(): Promise<{ stand: string; from: string; until: string }> {
  const [like] = await rowsOf(Hold, { transaction: null })
  const person = (await rowOf(Person, { transaction: null }))!
  const today = Date.now()
  for (let day = 1; day <= DAYS; day++) {
    for (let v = 0; v < 2; v++) {
      const start = today - day * 864e5
      const at = (min: number): Date => new Date(start + min * 60_000)
      const id = uuid()
      await Hold.create({ ...like!, vessel: toJson(fromJson(like!.vessel)), id, open: false, at: at(0) })
      const told = { holdId: id, lotId: null, took: null, personId: person.id, confirmed: toJson([]) }
      const filled = { kind: 'filled', lotId: null, volumeMl: 7900, tempC: 4 }
      const emptied = { kind: 'emptied', leftMl: 100, as: 'thrown', reason: 'over' }
      await HoldEvent.create({ id: uuid(), ...told, kind: 'filled', body: toJson(filled), at: at(1) })
      await HoldEvent.create({ id: uuid(), ...told, kind: 'emptied', body: toJson(emptied), at: at(500) })
      const { standId, recipeId, versionId } = like!
      const of = { standId, holdId: id, recipeId, versionId, cupId: null, drinkMl: 30, cups: 1, source: 'touch' }
      const none = { options: toJson([]), uses: toJson([]), touchedS: toJson([0]), retold: 0, saleId: null, paid: null }
      await Pour.bulkCreate(
        Array.from({ length: POURS_A_DAY / 2 }, (_, i) => ({
          ...{ id: uuid(), ...of, ...none, at: at(2 + i * 1.9), personId: person.id },
        })),
      )
    }
  }
  const until = dayOf(new Date(today), 'UTC')
  return { stand: like!.standId, from: shiftDay(until, -DAYS), until }
}

/** The sheet of a month, as its owner asks for it. */
export async function benchCount(url: string): Promise<Row[]> {
  const query = new URLSearchParams(await month())
  const cookie = await asOwner(url)
  const took: number[] = []
  for (let i = 0; i < 7; i++) {
    const from = performance.now()
    const reply = await fetch(`${url}/api/v1/count?${query}`, { headers: { cookie } })
    if (!reply.ok) throw new Error(await reply.text())
    await reply.json()
    took.push(performance.now() - from)
  }
  return [
    [
      `the sheet of a month: ${DAYS * 2} vessels, ${(DAYS * POURS_A_DAY) / 1000} 000 cups told one by one, median of 7`,
      ms(middle(took)),
      '500 ms',
    ],
  ]
}
