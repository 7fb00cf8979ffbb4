import { Model } from 'sequelize'
import {
  at,
  counted,
  jsonOrNull,
  named,
  one,
  pk,
  ref,
  refOrNull,
  text,
  textOrNull,
  type RowOf,
  type Table,
} from './columns'

// What was changed, and what was answered.
const CHANGE = {
  seq: counted,
  entity: text(30),
  entityId: text(80),
  before: jsonOrNull,
  after: jsonOrNull,
  at,
  personId: ref,
  /** whose it is; null of what is the business' */
  standId: refOrNull,
  idempotencyKey: textOrNull(80),
}
const IDEMPOTENCY_KEY = {
  personId: pk,
  key: named(80),
  requestHash: text(64),
  hashOf: one('read', 'sent'),
  reply: jsonOrNull,
  at,
}

export class Change extends Model {
  declare static readonly row: RowOf<typeof CHANGE>
}
export class IdempotencyKey extends Model {
  declare static readonly row: RowOf<typeof IDEMPOTENCY_KEY>
}

export const LOG: readonly Table[] = [
  [Change, 'change_row', CHANGE],
  [IdempotencyKey, 'idempotency_key', IDEMPOTENCY_KEY],
]
