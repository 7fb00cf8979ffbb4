import { QueryTypes } from 'sequelize'
import { checkWhen } from '#core/limits'
import type { Body, Reply, Training as Shown } from '#shared/contract'
import { database, fromJson, toJson, type Read, type Tx } from '../db/connect'
import { Stand, Training } from '../db/models'
import type { Row } from '../db/rows'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { invalid, notFound } from '../platform/errors'
import type { Who } from '../people/who'

// What tongues told apart, and how far their words reach. Of each person for themselves; the owner sees everybody's.

/** So many of a stand are sent. */
const MOST_SHOWN = 400

export async function listTrainings(tx: Read, standId: string, who: Who): Promise<Reply<'trainings'>> {
  const mine = who.role === 'owner' ? '' : 'AND t.person_id = :personId'
  const rows = await database().query<Row<typeof Training> & { by: string }>(
    `SELECT t.id, t.stand_id AS standId, t.tells, t.unit, t.answers, t.named, t.at, t.person_id AS personId, p.name AS \`by\`
       FROM training t JOIN person p ON p.id = t.person_id WHERE t.stand_id = :standId ${mine}
      ORDER BY t.at DESC, t.id LIMIT ${MOST_SHOWN}`,
    { type: QueryTypes.SELECT, replacements: { standId, personId: who.personId }, transaction: tx },
  )
  return rows.map((r): Shown => ({
    ...{ id: r.id, standId: r.standId, of: r.tells, unit: r.unit, personId: r.personId, by: r.by },
    answers: fromJson<Shown['answers']>(r.answers),
    named: r.named === null ? [] : fromJson<Shown['named']>(r.named),
    at: r.at.toISOString(),
  }))
}

export async function postTraining(tx: Tx, body: Body<'postTraining'>, who: Who): Promise<Reply<'postTraining'>> {
  const { id, standId, of, unit, answers, named } = body
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  const wrong = checkWhen(body.at, now().toISOString())
  if (wrong.length) throw invalid(wrong)
  const { personId } = who
  const row = { id, standId, tells: of, unit, at: body.at ? new Date(body.at) : now(), personId }
  await Training.create({ ...row, answers: toJson(answers), named: toJson(named) }, { transaction: tx })
  // How somebody did is not in the history, which others read.
  await recordChange(tx, who, 'training', id, null, { standId, of })
  return { id }
}
