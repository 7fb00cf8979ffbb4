import { QueryTypes } from 'sequelize'
import { baseMake, RUNS_IN_MEAN, type BaseMake, type BaseRun } from '#core/yield'
import { database, fromJson, toNumberOrNull, type Read } from '../db/connect'
import { counts } from './facts'

interface RawRun {
  baseKey: string
  takes: unknown
  base: unknown
  minutes: string | null
  hands: number | null
}

/** What the latest makings of some bases say of them; nothing of those without any in the books. */
export async function baseMakes(tx: Read, keys: readonly string[]): Promise<Map<string, BaseMake>> {
  if (!keys.length) return new Map()
  const rows = await database().query<RawRun>(
    `SELECT baseKey, takes, base, minutes, hands FROM (
       SELECT base_key AS baseKey, takes, base, minutes, hands, at, id, ROW_NUMBER() OVER (PARTITION BY base_key ORDER BY at DESC, id DESC) AS n
         FROM press WHERE base_key IN (:keys) AND ${counts('press.id', 'press')}) run
      WHERE n <= ${RUNS_IN_MEAN} ORDER BY at DESC, id DESC`,
    { type: QueryTypes.SELECT, replacements: { keys }, transaction: tx },
  )
  const runs = new Map<string, BaseRun[]>()
  for (const r of rows) {
    const { takes, base } = { takes: fromJson<BaseRun['takes']>(r.takes), base: fromJson<BaseRun['base']>(r.base) }
    runs.set(r.baseKey, [
      ...(runs.get(r.baseKey) ?? []),
      { takes, base, minutes: toNumberOrNull(r.minutes), hands: r.hands },
    ])
  }
  return new Map(
    [...runs].flatMap(([key, of]) => {
      const make = baseMake(of)
      return make ? [[key, make] as const] : []
    }),
  )
}
