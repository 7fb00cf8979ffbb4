import { Model } from 'sequelize'
import { at, counted, jsonOrNull, named, one, pk, ref, text, textOrNull, type Table } from './columns'

// What was changed, and what was answered.
export class Change extends Model {}
export class IdempotencyKey extends Model {}

export const LOG: readonly Table[] = [
  [
    Change,
    'change_row',
    {
      seq: counted,
      entity: text(30),
      entityId: text(80),
      before: jsonOrNull,
      after: jsonOrNull,
      at,
      personId: ref,
      idempotencyKey: textOrNull(80),
    },
  ],
  [
    IdempotencyKey,
    'idempotency_key',
    { personId: pk, key: named(80), requestHash: text(64), hashOf: one('read', 'sent'), reply: jsonOrNull, at },
  ],
]
