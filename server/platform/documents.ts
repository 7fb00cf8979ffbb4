import type { Tx } from '../db/connect'
import { recordChange } from './changes'
import { notFound, stale } from './errors'
import type { Who } from '../people/who'

/** A document's write: the version typed from must be the version there is, and the change is recorded. */
export async function save<T extends { version: number }>(
  tx: Tx,
  who: Who,
  entity: string,
  id: string,
  before: T | null,
  body: { version: number },
  write: (row: Record<string, unknown>) => Promise<unknown>,
): Promise<{ id: string; version: number }> {
  if ((before?.version ?? 0) !== body.version) throw before ? stale(before) : notFound(entity)
  const row = { ...body, version: body.version + 1 }
  await write(row)
  await recordChange(tx, who, entity, id, before, { id, ...row })
  return { id, version: row.version }
}
