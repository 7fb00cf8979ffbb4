import { QueryTypes } from 'sequelize'
import type { Batch as BatchRow, Reply } from '#shared/contract'
import { database, fromJson, toNumber, toNumberOrNull, type Read } from '../db/connect'
import { seesMoney, type Who } from '../people/who'
import { counts } from './facts'
import { latestOfEach } from './latest'

type Decimals = 'outG' | 'outMl' | 'times' | 'standardMin'
type Raw = Omit<BatchRow, Decimals | 'minutes' | 'cost' | 'uses' | 'added' | 'made' | 'seen' | 'at' | 'doubts'> &
  Record<Decimals, string> & {
    minutes: string | null
    cost: string | null
    uses: unknown
    added: unknown
    made: unknown
    seen: unknown
    at: Date
    confirmed: unknown
  }

/** More lots that were made no small stand has open. */
const MOST_OPEN = 500

/** Makings whose lots are there, and the latest of every recipe, newest first. */
export async function listBatches(tx: Read, standId: string, who: Who): Promise<Reply<'batches'>> {
  const [there, latest] = await Promise.all([
    database().query<{ id: string }>(
      `SELECT source_id AS id FROM lot WHERE stand_id = :standId AND kind = 'made' AND open = TRUE
        ORDER BY at DESC LIMIT ${MOST_OPEN}`,
      { type: QueryTypes.SELECT, replacements: { standId }, transaction: tx },
    ),
    latestOfEach(tx, 'batches', { standId }),
  ])
  const ids = [...new Set([...there.map((r) => r.id), ...latest])]
  if (!ids.length) return []
  const rows = await database().query<Raw>(
    `SELECT b.id, b.stand_id AS standId, b.recipe_id AS recipeId, b.version_id AS versionId, b.lot_id AS lotId,
            b.out_unit AS outUnit, b.out_g AS outG, b.out_ml AS outMl, b.times, b.minutes, b.standard_min AS standardMin,
            b.hands, b.uses, b.added, b.run_id AS runId, b.made, b.cost, b.cost_basis AS costBasis, b.seen, b.at, b.confirmed, p.name AS \`by\`
       FROM batch b STRAIGHT_JOIN person p ON p.id = b.person_id
      WHERE b.id IN (:ids) AND ${counts('b.id', 'batch')}
      ORDER BY b.at DESC, b.id DESC`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction: tx },
  )
  return rows.map((r) => view(r, who))
}
const view = (r: Raw, who: Who): BatchRow => ({
  id: r.id,
  standId: r.standId,
  recipeId: r.recipeId,
  versionId: r.versionId,
  lotId: r.lotId,
  outUnit: r.outUnit,
  outG: toNumber(r.outG),
  outMl: toNumber(r.outMl),
  times: toNumber(r.times),
  minutes: toNumberOrNull(r.minutes),
  standardMin: toNumber(r.standardMin),
  hands: r.hands,
  uses: fromJson<BatchRow['uses']>(r.uses),
  added: r.added === null ? [] : fromJson<BatchRow['added']>(r.added),
  made: r.made === null ? null : fromJson<BatchRow['made']>(r.made),
  runId: r.runId,
  cost: toNumberOrNull(r.cost),
  costBasis: seesMoney(who) ? r.costBasis : 'estimated',
  seen: r.seen === null ? null : fromJson<BatchRow['seen']>(r.seen),
  at: r.at.toISOString(),
  by: r.by,
  doubts: fromJson<string[]>(r.confirmed),
})
