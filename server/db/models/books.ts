import { Model } from 'sequelize'
import { ITEM_KINDS, LOT_KINDS, LOT_UNITS, MOVE_KINDS, ROW_KINDS, VOID_KINDS } from '#core/books'
import type { IngredientKind } from '#core/substances'
import { LOT_EVENT_KINDS } from '#shared/facts'
import {
  amount,
  amountOrNull,
  at,
  dayOrNull,
  json,
  jsonOrNull,
  kindOf,
  maybe,
  named,
  one,
  pk,
  price,
  ref,
  refOrNull,
  text,
  textOrNull,
  whole,
  wholeOrNull,
  word,
  yes,
  yesByDefault,
  type RowOf,
  type Table,
} from './columns'

// What came in, what was made of it, and what it cost: facts and movements.
const INGREDIENT = {
  key: named(80),
  name: textOrNull(80),
  likeKey: text(80),
  kind: word<IngredientKind>(20),
  version: whole,
  own: jsonOrNull,
  handling: jsonOrNull,
}
const PRICE = {
  id: pk,
  ingredientKey: text(80),
  packPrice: price,
  packG: amount,
  since: at,
  source: one('typed', 'receipt', 'list'),
  lotId: refOrNull,
  supplier: textOrNull(200),
  listId: refOrNull,
  personId: ref,
}
const LOT = {
  id: pk,
  standId: ref,
  itemKind: one(...ITEM_KINDS),
  itemKey: text(80),
  kind: kindOf(...LOT_KINDS),
  part: textOrNull(20),
  supplier: textOrNull(200),
  count: wholeOrNull,
  unit: one(...LOT_UNITS),
  amount,
  purchasedG: amountOrNull,
  cost: amountOrNull,
  weighed: yesByDefault,
  crates: wholeOrNull,
  marketCost: amountOrNull,
  place: maybe('room', 'cold'),
  seen: jsonOrNull,
  useBy: dayOrNull,
  useFor: textOrNull(200),
  sourceId: refOrNull,
  open: yesByDefault,
  at,
  personId: ref,
  confirmed: json,
}
const LOT_EVENT = {
  id: pk,
  lotId: ref,
  kind: kindOf(...LOT_EVENT_KINDS),
  amountG: amountOrNull,
  /** of what was sent to another stand */
  toStandId: refOrNull,
  body: json,
  at,
  personId: ref,
}
const MOVEMENT = {
  id: pk,
  lotId: ref,
  amount,
  // What was poured before juice was used by hand.
  kind: kindOf(...MOVE_KINDS, 'pour-out'),
  sourceId: ref,
  at,
  personId: ref,
}
const PRESS = {
  id: pk,
  standId: ref,
  lotId: ref,
  juiceLotId: ref,
  ingredientKey: text(80),
  takes: jsonOrNull,
  baseKey: textOrNull(80),
  base: jsonOrNull,
  takenG: amount,
  weighed: yesByDefault,
  trimmedG: amountOrNull,
  juiceMl: amount,
  juiceG: amount,
  juiceUnit: one('mL', 'g'),
  method: text(30),
  minutes: amountOrNull,
  fruitCost: amountOrNull,
  costBasis: one('measured', 'estimated'),
  tool: textOrNull(60),
  fruitTemp: maybe('cold', 'room', 'warm'),
  hands: wholeOrNull,
  spilledMl: amountOrNull,
  byCost: amountOrNull,
  marketCost: amountOrNull,
  parts: jsonOrNull,
  seen: jsonOrNull,
  at,
  personId: ref,
  confirmed: json,
}
const BATCH = {
  id: pk,
  standId: ref,
  recipeId: ref,
  versionId: ref,
  lotId: ref,
  state: kindOf('done'),
  outUnit: one('mL', 'g'),
  outG: amount,
  outMl: amount,
  times: amount,
  minutes: amountOrNull,
  standardMin: amount,
  hands: wholeOrNull,
  uses: json,
  added: jsonOrNull,
  runId: refOrNull,
  made: jsonOrNull,
  cost: amountOrNull,
  costBasis: one('measured', 'estimated'),
  seen: jsonOrNull,
  at,
  personId: ref,
  confirmed: json,
}
const BATCH_RUN = {
  id: pk,
  standId: ref,
  recipeId: refOrNull,
  versionId: refOrNull,
  name: text(80),
  day: dayOrNull,
  making: textOrNull(80),
  planned: json,
  whole: jsonOrNull,
  times: amount,
  vessel: jsonOrNull,
  /** neither ended nor closed */
  open: yesByDefault,
  at,
  personId: ref,
}
const BATCH_EVENT = {
  id: pk,
  runId: ref,
  kind: text(20),
  body: json,
  lotId: refOrNull,
  took: amountOrNull,
  at,
  personId: ref,
  confirmed: json,
}
const PRESS_MARK = { pressId: pk, leftOut: yes, reason: textOrNull(200), version: whole }
const ARRIVAL = { id: pk, sendId: ref, standId: ref, amount, tempC: amountOrNull, at, personId: ref }
const FACT = { id: pk, kind: kindOf(...ROW_KINDS, 'made-lot', 'price', 'price-list') }
const FACT_VOID = {
  id: pk,
  entity: kindOf(...VOID_KINDS),
  factId: ref,
  sign: whole,
  reason: textOrNull(200),
  at,
  personId: ref,
}

export class Ingredient extends Model {
  declare static readonly row: RowOf<typeof INGREDIENT>
}
export class Price extends Model {
  declare static readonly row: RowOf<typeof PRICE>
}
export class Lot extends Model {
  declare static readonly row: RowOf<typeof LOT>
}
export class LotEvent extends Model {
  declare static readonly row: RowOf<typeof LOT_EVENT>
}
export class Movement extends Model {
  declare static readonly row: RowOf<typeof MOVEMENT>
}
export class Press extends Model {
  declare static readonly row: RowOf<typeof PRESS>
}
export class Batch extends Model {
  declare static readonly row: RowOf<typeof BATCH>
}
export class Arrival extends Model {
  declare static readonly row: RowOf<typeof ARRIVAL>
}
export class BatchRun extends Model {
  declare static readonly row: RowOf<typeof BATCH_RUN>
}
export class BatchEvent extends Model {
  declare static readonly row: RowOf<typeof BATCH_EVENT>
}
export class PressMark extends Model {
  declare static readonly row: RowOf<typeof PRESS_MARK>
}
export class Fact extends Model {
  declare static readonly row: RowOf<typeof FACT>
}
export class FactVoid extends Model {
  declare static readonly row: RowOf<typeof FACT_VOID>
}

export const BOOKS: readonly Table[] = [
  [Ingredient, 'ingredient', INGREDIENT],
  [Lot, 'lot', LOT],
  [Price, 'price', PRICE],
  [LotEvent, 'lot_event', LOT_EVENT],
  [Movement, 'movement', MOVEMENT],
  [Arrival, 'arrival', ARRIVAL],
  [Press, 'press', PRESS],
  [PressMark, 'press_mark', PRESS_MARK],
  [Fact, 'fact', FACT],
  [FactVoid, 'fact_void', FACT_VOID],
]
/** Batches are of versions of recipes: their rows lean on those of the menu. */
export const BATCHES: readonly Table[] = [
  [BatchRun, 'batch_run', BATCH_RUN],
  [BatchEvent, 'batch_event', BATCH_EVENT],
  [Batch, 'batch', BATCH],
]
