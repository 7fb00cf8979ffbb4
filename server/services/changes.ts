import { Change } from '../db/models'
import { toJson, type Tx } from '../db/connect'
import { now } from './clock'
import type { Who } from './who'

/** The row that history, undo and live refresh read; every write adds one in its own transaction. */
export async function recordChange(tx: Tx, who: Who, entity: string, entityId: string, before: unknown, after: unknown): Promise<void> {
  await Change.create({
    entity, entityId, before: before === null ? null : toJson(before), after: after === null ? null : toJson(after),
    at: now(), personId: who.personId, idempotencyKey: who.key,
  }, { transaction: tx })
}
