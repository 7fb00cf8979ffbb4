import { QueryTypes } from 'sequelize'
import { runsOf, type PouredRow } from '#core/books'
import type { DaySpan } from '#core/variance'
import { database, toNumber, type Read } from '../../db/connect'
import type { CupsReader } from '../holds'

// Cups out of vessels over a month: many thousands. The database hands over those of a vessel and a size in one text,
// and those of some minutes are one row.

interface Raw extends Omit<PouredRow, 'id' | 'at' | 'cups' | 'drinkMl'> {
  drinkMl: string
  first: string
  cups: string
  told: string
}

/**
 * All cups out of some vessels, together where nothing happened to their vessel between them; never those of two days.
 * The ids are of no row: they tell them apart.
 * @throws Error where the database cut a text short
 */
export const cupsOutOf =
  (days: readonly DaySpan[]): CupsReader =>
  async (tx, ids, events) => {
    const midnights = days.flatMap((d) => [Date.parse(d.from), Date.parse(d.until)])
    return (await toldOf(tx, ids)).flatMap(({ told, first, cups, ...of }) => {
      const [moments, counts] = read(told)
      if (counts.reduce((sum, n) => sum + n, 0) !== toNumber(cups))
        throw new Error(`Of ${cups} cups of vessel ${of.holdId} not all were read.`)
      const happened = events.get(of.holdId!)!.map((e) => Date.parse(e.at))
      const starts = runsOf(moments, [...happened, ...midnights])
      return starts.map((from, i): PouredRow => {
        const until = starts[i + 1] ?? moments.length
        return {
          ...{ ...of, drinkMl: toNumber(of.drinkMl), id: `${first} ${i}`, isTogether: true },
          cups: counts.slice(from, until).reduce((sum, n) => sum + n, 0),
          at: new Date(moments[until - 1]!).toISOString(),
        }
      })
    })
  }

/** By day too: the database makes no text of more than a megabyte, some fifty thousand cups. */
function toldOf(tx: Read, ids: readonly string[]): Promise<Raw[]> {
  return database().query<Raw>(
    `SELECT stand_id AS standId, hold_id AS holdId, recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId,
        drink_ml AS drinkMl, source, MIN(id) AS first, SUM(cups) AS cups,
        GROUP_CONCAT(ROUND(UNIX_TIMESTAMP(at) * 1000), ',', cups ORDER BY at, id SEPARATOR ',') AS told
      FROM pour WHERE hold_id IN (:ids)
      GROUP BY hold_id, version_id, cup_id, drink_ml, source, stand_id, recipe_id, DATE(at)`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
}
/** @param told a moment and its cups, the next moment and its cups */
function read(told: string): [moments: number[], cups: number[]] {
  const all = JSON.parse(`[${told}]`) as number[]
  return [all.filter((_, i) => i % 2 === 0), all.filter((_, i) => i % 2 === 1)]
}
