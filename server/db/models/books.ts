import { Model } from 'sequelize'
import { LOT_KINDS, MOVE_KINDS, VOID_KINDS } from '#core/books'
import { LOT_EVENT_KINDS } from '#shared/facts'
import {
  amount,
  amountOrNull,
  at,
  dayOrNull,
  json,
  jsonOrNull,
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
  yes,
  yesByDefault,
  type Table,
} from './columns'

// What came in, what was made of it, and what it cost: facts and movements.
export class Ingredient extends Model {}
export class Price extends Model {}
export class Lot extends Model {}
export class LotEvent extends Model {}
export class Movement extends Model {}
export class Press extends Model {}
export class PressMark extends Model {}
export class Fact extends Model {}
export class FactVoid extends Model {}

export const BOOKS: readonly Table[] = [
  [
    Ingredient,
    'ingredient',
    {
      key: named(80),
      name: textOrNull(80),
      likeKey: text(80),
      kind: text(20),
      version: whole,
      own: jsonOrNull,
      handling: jsonOrNull,
    },
  ],
  [
    Price,
    'price',
    {
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
    },
  ],
  [
    Lot,
    'lot',
    {
      id: pk,
      standId: ref,
      ingredientKey: text(80),
      kind: one(...LOT_KINDS),
      part: textOrNull(20),
      supplier: textOrNull(200),
      count: wholeOrNull,
      unit: one('g', 'mL'),
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
    },
  ],
  [
    LotEvent,
    'lot_event',
    { id: pk, lotId: ref, kind: one(...LOT_EVENT_KINDS), amountG: amountOrNull, body: json, at, personId: ref },
  ],
  [
    Movement,
    'movement',
    {
      id: pk,
      lotId: ref,
      amount,
      // What was poured before juice was used by hand.
      kind: one(...MOVE_KINDS, 'pour-out'),
      sourceId: ref,
      at,
      personId: ref,
    },
  ],
  [
    Press,
    'press',
    {
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
    },
  ],
  [PressMark, 'press_mark', { pressId: pk, leftOut: yes, reason: textOrNull(200), version: whole }],
  [Fact, 'fact', { id: pk, kind: one(...VOID_KINDS, 'made-lot', 'price', 'price-list') }],
  [
    FactVoid,
    'fact_void',
    { id: pk, entity: one(...VOID_KINDS), factId: ref, sign: whole, reason: textOrNull(200), at, personId: ref },
  ],
]
