import type { Body, Reply, Till as Shown } from '#shared/contract'
import { fromJson, toJson, type Read, type Tx } from '../db/connect'
import { Stand, Till } from '../db/models'
import { rowOf, type Row } from '../db/rows'
import { save } from '../platform/documents'
import { recordChange } from '../platform/changes'
import { notFound } from '../platform/errors'
import type { Who } from '../people/who'

// How the file of a stand's till is read: which column is what, and which of its products is which drink.

const viewOf = (r: Row<typeof Till>): Shown => {
  const body = fromJson<Pick<Shown, 'header' | 'columns' | 'products'>>(r.body)
  const asked = r.asked === null ? [] : fromJson<string[]>(r.asked)
  return { id: r.id, ...body, asked: asked.filter((name) => !Object.hasOwn(body.products, name)), version: r.version }
}
/** Names at most that are asked about: who posts more has another trouble. */
const MOST_ASKED = 200

/** One for each stand, under the stand's own id. */
export async function tillOf(tx: Read, standId: string): Promise<Reply<'till'>> {
  const row = await rowOf(Till, { where: { id: standId }, transaction: tx })
  return { till: row && viewOf(row) }
}

/** Asks what something is that a till posted; it changes nothing that somebody may be changing. */
export async function askOf(tx: Tx, standId: string, names: readonly string[], who: Who): Promise<void> {
  const row = await rowOf(Till, { where: { id: standId }, lock: tx.LOCK.UPDATE, transaction: tx })
  const before = row ? viewOf(row).asked : []
  const all = [...new Set([...before, ...names])].slice(0, MOST_ASKED)
  if (all.length === before.length) return
  const asked = toJson(all)
  if (row) await Till.update({ asked }, { where: { id: standId }, transaction: tx })
  else {
    const body = toJson({ header: [], columns: null, products: {} })
    await Till.create({ id: standId, body, version: 0, asked }, { transaction: tx })
  }
  await recordChange(tx, who, 'till', standId, { asked: before }, { asked: all })
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
