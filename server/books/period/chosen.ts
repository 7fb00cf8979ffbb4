import { QueryTypes } from 'sequelize'
import type { DaySpan } from '#core/variance'
import type { CountSheet } from '#shared/contract'
import { database, fromJson, toNumber, type Read } from '../../db/connect'
import { hourInSql } from './days'

// What guests chose, and when they came, summed by the database.

const within = (standId: string, days: readonly DaySpan[]) => ({
  standId,
  from: new Date(days[0]!.from),
  until: new Date(days.at(-1)!.until),
})

interface RawChosen {
  recipeId: string
  versionId: string
  cupId: string | null
  drinkMl: string
  options: unknown
  cups: string
}
/** Cups by what guests chose, of drinks of which somebody chose something: those of nothing as well. */
export async function chosenIn(tx: Read, standId: string, days: readonly DaySpan[]): Promise<CountSheet['chosen']> {
  const summed = (where: string, recipeIds: readonly string[] = []): Promise<RawChosen[]> =>
    database().query<RawChosen>(
      `SELECT recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId, drink_ml AS drinkMl, options,
          SUM(cups) AS cups FROM pour
        WHERE stand_id = :standId AND at >= :from AND at < :until AND cups > 0 AND source = 'touch' AND ${where}
        GROUP BY recipe_id, version_id, cup_id, drink_ml, options ORDER BY recipe_id, cups DESC`,
      { type: QueryTypes.SELECT, replacements: { ...within(standId, days), recipeIds }, transaction: tx },
    )
  const some = await summed("options <> '[]'")
  if (!some.length) return []
  const none = await summed("options = '[]' AND recipe_id IN (:recipeIds)", [...new Set(some.map((r) => r.recipeId))])
  return [...some, ...none].map(({ options, drinkMl, cups, ...r }) => ({
    ...r,
    drinkMl: toNumber(drinkMl),
    options: fromJson<string[]>(options),
    cups: toNumber(cups),
  }))
}

/** Cups of each hour; a cup that a touch and a till both told was at the same hour. */
export async function hoursIn(tx: Read, standId: string, days: readonly DaySpan[]): Promise<CountSheet['hours']> {
  const rows = await database().query<{ hour: number; cups: string }>(
    `SELECT ${hourInSql(days)} AS hour, SUM(cups) AS cups FROM pour
      WHERE stand_id = :standId AND at >= :from AND at < :until AND source <> 'count' GROUP BY hour ORDER BY hour`,
    { type: QueryTypes.SELECT, replacements: within(standId, days), transaction: tx },
  )
  return rows.flatMap((r) => (toNumber(r.cups) > 0 ? [{ hour: Number(r.hour), cups: toNumber(r.cups) }] : []))
}
