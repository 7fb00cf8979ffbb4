import { createHash } from 'node:crypto'
import { Op, UniqueConstraintError } from 'sequelize'
import { IdempotencyKey } from '../db/models'
import { fromJson, toJson, type Tx } from '../db/connect'
import { now } from './clock'
import { Refusal } from './errors'

const KEPT_DAYS = 30

/**
 * Runs a write once per person and key. The key row goes in first, so a second send of the same key waits for the first
 * and then gets its answer; the same key with another body is refused.
 */
export async function once<T>(
  tx: Tx,
  personId: string,
  key: string,
  request: unknown,
  write: () => Promise<T>,
): Promise<T> {
  const requestHash = createHash('sha256').update(toJson(request)).digest('hex')
  try {
    await IdempotencyKey.create({ personId, key, requestHash, reply: null, at: now() }, { transaction: tx })
  } catch (e) {
    if (!(e instanceof UniqueConstraintError)) throw e
    const known = (await IdempotencyKey.findOne({
      where: { personId, key },
      transaction: tx,
      raw: true,
    })) as unknown as { requestHash: string; reply: string | null }
    if (known.requestHash !== requestHash)
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
