import type { Body, Reply, Till as Shown } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { Stand, Till } from '../db/models'
import { rowOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { notFound } from '../platform/errors'
import type { Who } from '../people/who'

// How the file of a stand's till is read: which column is what, and which of its products is which drink.

const viewOf = (r: Row<typeof Till>): Shown => ({
  id: r.id,
  ...fromJson<Pick<Shown, 'header' | 'columns' | 'products'>>(r.body),
  version: r.version,
})

/** One for each stand, under the stand's own id. */
export async function tillOf(tx: Read, standId: string): Promise<Reply<'till'>> {
  const row = await rowOf(Till, { where: { id: standId }, transaction: tx })
  return { till: row && viewOf(row) }
}

export async function putTill(tx: Tx, id: string, body: Body<'putTill'>, who: Who): Promise<Reply<'putTill'>> {
  if (!(await Stand.count({ where: { id }, transaction: tx }))) throw notFound('id')
  const before = await rowOf(Till, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  return save(tx, who, 'till', id, before && viewOf(before), body, ({ version, ...rest }) => {
    const told = { body: toJson(rest), version }
    return before
      ? Till.update(told, { where: { id }, transaction: tx })
      : Till.create({ id, ...told }, { transaction: tx })
  })
}
