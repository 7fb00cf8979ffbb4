import { Op } from 'sequelize'
import { checkService } from '#core/schedule/service'
import type { Day } from '#core/time'
import type { Body, Reply, ServiceDay as Shown } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { ServiceDay, Stand } from '../db/models'
import { rowOf, rowsOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { invalid, notFound, stale } from '../platform/errors'
import type { Who } from '../people/who'

// When a stand opens on a day, and who is there.

const viewOf = (r: Row<typeof ServiceDay>): Shown => ({
  id: r.id,
  standId: r.standId,
  day: r.day,
  opensAt: r.opensAt,
  closesAt: r.closesAt,
  shifts: fromJson<Shown['shifts']>(r.shifts),
  version: r.version,
})

export async function serviceOf(tx: Read, standId: string, day: string): Promise<Reply<'serviceDay'>> {
  const row = await rowOf(ServiceDay, { where: { standId, day }, transaction: tx })
  return { service: row && viewOf(row) }
}

/** Who was there on some days, shift by shift. */
export async function shiftsIn(tx: Read, standId: string, from: Day, until: Day): Promise<Reply<'count'>['shifts']> {
  const rows = await rowsOf(ServiceDay, {
    where: { standId, day: { [Op.between]: [from, until] } },
    order: ['day'],
    transaction: tx,
  })
  return rows.flatMap((r) =>
    fromJson<Shown['shifts']>(r.shifts).map(({ name, from, to }) => ({ day: r.day, name, from, to })),
  )
}

/** One for a stand and a day: who begins a second is told of the first. */
export async function putServiceDay(
  tx: Tx,
  id: string,
  body: Body<'putServiceDay'>,
  who: Who,
): Promise<Reply<'putServiceDay'>> {
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const wrong = checkService(body)
  if (wrong.length) throw invalid(wrong)
  const { standId, day } = body
  const same = await rowOf(ServiceDay, { where: { standId, day }, lock: tx.LOCK.UPDATE, transaction: tx })
  if (same && same.id !== id) throw stale(viewOf(same))
  const before = same ?? (await rowOf(ServiceDay, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx }))
  return save(tx, who, 'service-day', id, before && viewOf(before), body, (row) => {
    const told = { ...row, shifts: toJson(body.shifts) }
    return before
      ? ServiceDay.update(told, { where: { id }, transaction: tx })
      : ServiceDay.create({ id, ...told }, { transaction: tx })
  })
}
