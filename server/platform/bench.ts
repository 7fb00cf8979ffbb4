import { Stand } from '../db/models'
import type { Read } from '../db/connect'
import { bridgeTo, type Bridge } from '../devices/bridge'
import { notFound } from './errors'
import { rowOf } from '../db/rows'

/** The bridge to a stand's devices; null where it has none. */
export async function benchOf(tx: Read, standId: string): Promise<Bridge | null> {
  const stand = await rowOf(Stand, { where: { id: standId }, transaction: tx })
  if (!stand) throw notFound('stand')
  return bridgeTo(standId, stand.bench)
}
