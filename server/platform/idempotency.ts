import { createHash } from 'node:crypto'
import { Op, UniqueConstraintError } from 'sequelize'
import { IdempotencyKey } from '../db/models'
import { fromJson, toJson, type Tx } from '../db/connect'
import { now } from './clock'
import { Refusal } from './errors'
import { rowOf } from '../db/rows'

const KEPT_DAYS = 30

/** What is hashed of a request. Releases before this one hashed what they understood of it, defaults and all. */
const HASH_OF = 'sent'

/**
 * Runs a write once per person and key. The key row goes in first, so a second send of the same key waits for the first
 * and then gets its answer; the same key with another body is refused. What was delivered to a release that hashed
 * otherwise cannot be compared: it gets the answer that it had.
 * @param request as it was sent, byte for byte: what this release reads out of it may differ from the next one's
 */
export async function once<T>(
  tx: Tx,
  personId: string,
  key: string,
  request: readonly string[],
  write: () => Promise<T>,
): Promise<T> {
  const requestHash = createHash('sha256').update(request.join('\n')).digest('hex')
  try {
    await IdempotencyKey.create(
      { personId, key, requestHash, hashOf: HASH_OF, reply: null, at: now() },
      { transaction: tx },
    )
  } catch (e) {
    if (!(e instanceof UniqueConstraintError)) throw e
    const known = (await rowOf(IdempotencyKey, { where: { personId, key }, transaction: tx }))!
    if (known.hashOf === HASH_OF && known.requestHash !== requestHash)
      throw new Refusal(422, 'key-reused', [{ field: 'Idempotency-Key', code: 'key-reused' }])
    return fromJson<T>(known.reply)
  }
  const reply = await write()
  await IdempotencyKey.update({ reply: toJson(reply) }, { where: { personId, key }, transaction: tx })
  return reply
}

/** Keys older than 30 days go; called now and then by the write path's server. */
export async function dropOldKeys(tx: Tx): Promise<void> {
  await IdempotencyKey.destroy({
    where: { at: { [Op.lt]: new Date(now().getTime() - KEPT_DAYS * 864e5) } },
    transaction: tx,
  })
}
