import { HOLD_CONTROLS } from '#core/hold'
import { POUR_SOURCES, SERVE_WAYS } from '#core/books'
import { Model } from 'sequelize'
import {
  amount,
  amountOrNull,
  at,
  atOrNull,
  json,
  jsonOrNull,
  kindOf,
  pk,
  ref,
  refOrNull,
  text,
  textOrNull,
  whole,
  yes,
  yesByDefault,
  type RowOf,
  type Table,
} from './columns'

// The hatch: vessels in service, what happens to them, and cups that were poured.

const HOLD = {
  id: pk,
  standId: ref,
  recipeId: ref,
  versionId: ref,
  vessel: json,
  way: kindOf(...SERVE_WAYS),
  control: kindOf(...HOLD_CONTROLS),
  washMin: whole,
  wPerK: amount,
  roomC: amount,
  /** not emptied yet */
  open: yesByDefault,
  at,
  personId: ref,
}
const HOLD_EVENT = {
  id: pk,
  holdId: ref,
  kind: text(20),
  body: json,
  lotId: refOrNull,
  took: amountOrNull,
  at,
  personId: ref,
  confirmed: json,
}
const POUR = {
  id: pk,
  standId: ref,
  holdId: refOrNull,
  recipeId: ref,
  versionId: ref,
  cupId: refOrNull,
  drinkMl: amount,
  cups: whole,
  options: json,
  source: kindOf(...POUR_SOURCES),
  uses: json,
  touchedS: json,
  retold: whole,
  saleId: textOrNull(120),
  /** what a till took for all of them */
  paid: amountOrNull,
  at,
  personId: ref,
}
const SOLD_OUT = {
  id: pk,
  standId: ref,
  recipeId: ref,
  versionId: ref,
  at,
  backAt: atOrNull,
  isGone: yes,
  personId: ref,
}
const TILL = { id: pk, body: json, version: whole, asked: jsonOrNull }

export class Hold extends Model {
  declare static readonly row: RowOf<typeof HOLD>
}
export class HoldEvent extends Model {
  declare static readonly row: RowOf<typeof HOLD_EVENT>
}
export class Pour extends Model {
  declare static readonly row: RowOf<typeof POUR>
}
export class SoldOut extends Model {
  declare static readonly row: RowOf<typeof SOLD_OUT>
}
export class Till extends Model {
  declare static readonly row: RowOf<typeof TILL>
}
export const HATCH: readonly Table[] = [
  [Hold, 'hold', HOLD],
  [HoldEvent, 'hold_event', HOLD_EVENT],
  [Pour, 'pour', POUR],
  [SoldOut, 'sold_out', SOLD_OUT],
  [Till, 'till', TILL],
]
