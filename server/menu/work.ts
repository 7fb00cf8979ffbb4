import { literal, Op } from 'sequelize'
import type { Body, Reply, Work } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { DrinkWork, Person, Recipe, Stand } from '../db/models'
import { rowOf, rowsOf, type Row } from '../db/rows'
import { now } from '../platform/clock'
import { save } from '../platform/documents'
import { invalid, notFound } from '../platform/errors'
import { seenBy, type Who } from '../people/who'

// What was put down of the work on a drink: the text it came from, series of small jugs, pots that were corrected.

const viewOf = (r: Row<typeof DrinkWork>): Omit<Work, 'by'> => ({
  id: r.id,
  recipeId: r.recipeId,
  standId: r.standId,
  body: fromJson<Work['body']>(r.body),
  version: r.version,
  at: r.at.toISOString(),
})

/** The newest first. */
export async function listWork(tx: Read, recipeId: string, who: Who): Promise<Reply<'work'>> {
  const all = await rowsOf(DrinkWork, {
    where: { recipeId },
    order: [
      ['at', 'DESC'],
      ['id', 'DESC'],
    ],
    transaction: tx,
  })
  const rows = seenBy(who, all, 'lead')
  const ids = [...new Set(rows.map((r) => r.personId))]
  const people = new Map(
    (await rowsOf(Person, { where: { id: ids }, attributes: ['id', 'name'], transaction: tx })).map((p) => [
      p.id,
      p.name,
    ]),
  )
  return rows.map((r) => ({ ...viewOf(r), by: people.get(r.personId) ?? '' }))
}

/** So many of the newest teach what a stand keeps; older ones count no more. */
const KEPT_TRIALS = 200
type KeptTrial = Reply<'keptTrials'>[number]

/** Series of which a point was kept, in the order of time. */
export async function listKeptTrials(tx: Read, standId: string): Promise<Reply<'keptTrials'>> {
  const rows = await rowsOf(DrinkWork, {
    where: { standId, kind: 'series', [Op.and]: literal(`JSON_VALUE(body, '$.verdict') IS NOT NULL`) },
    order: [
      ['at', 'DESC'],
      ['id', 'DESC'],
    ],
    limit: KEPT_TRIALS,
    transaction: tx,
  })
  return rows.map((r): KeptTrial => ({ recipeId: r.recipeId, series: fromJson<KeptTrial['series']>(r.body) })).reverse()
}

/** What is put down stays of its drink and of its kind; its text, its notes and its verdict may change. */
export async function putWork(tx: Tx, id: string, body: Body<'putWork'>, who: Who): Promise<Reply<'putWork'>> {
  if (!(await Recipe.count({ where: { id: body.recipeId }, transaction: tx }))) throw notFound('recipeId')
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const before = await rowOf(DrinkWork, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (before && (before.kind !== body.body.kind || before.recipeId !== body.recipeId))
    throw invalid([{ field: 'body.kind', code: 'kind-differs' }])
  return save(tx, who, 'drink-work', id, before && viewOf(before), body, ({ version }) => {
    const row = { body: toJson(body.body), version: version as number }
    return before
      ? DrinkWork.update(row, { where: { id }, transaction: tx })
      : DrinkWork.create(
          {
            id,
            recipeId: body.recipeId,
            standId: body.standId,
            kind: body.body.kind,
            ...row,
            personId: who.personId,
            at: now(),
          },
          { transaction: tx },
        )
  })
}
