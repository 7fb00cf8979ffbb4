import { ITEM_KINDS, LOT_KINDS, LOT_UNITS } from '#core/books'
import { CAUTIONS } from '#core/substances'
import {
  COUNTED_BY,
  DISCARD_REASONS,
  FEELS,
  FOAM,
  FRUIT_TEMPS,
  PACK_UNITS,
  PARTS,
  PLACES,
  PRESS_METHODS,
  PRICE_PER,
} from '../lists'
import { ROUTES } from '../routes'
import {
  byId,
  confirm,
  cost,
  day,
  endpoint,
  id,
  instant,
  key,
  longText,
  made,
  money,
  standQuery,
  version,
  z,
  type Endpoint,
} from './endpoint'
import { composition } from './store'

// Fruit: lots, presses, what is done with them, and what is to be bought.

/** Names of the fields that a device filled in; all others were typed. */
const measured = z.array(z.string().max(20)).max(16).default([])
const reading = z.number().nullable().default(null)
const place = z.enum(PLACES)
const feel = z.enum(FEELS)
/** What was seen of a delivery. */
export const seenLot = z.object({
  feel: feel.nullable().default(null),
  crackedShare: reading,
  waxed: z.boolean().nullable().default(null),
  tempC: reading,
  brix: reading,
  measured,
})
const look = z.object({ at: instant, by: z.string(), place, feel: feel.nullable() })
export const lot = z.object({
  id,
  standId: id,
  /** what it is of: an ingredient, a version of a recipe, or goods */
  itemKind: z.enum(ITEM_KINDS),
  itemKey: z.string(),
  kind: z.enum(LOT_KINDS),
  part: z.string().nullable(),
  supplier: longText.nullable(),
  count: z.number().nullable(),
  unit: z.enum(LOT_UNITS),
  amount: z.number(),
  /** g as purchased that it is of, where it was peeled */
  purchasedG: z.number().nullable(),
  onHand: z.number(),
  cost: cost.nullable(),
  at: instant,
  by: z.string(),
  weighed: z.boolean(),
  crates: z.number().nullable(),
  marketCost: cost.nullable(),
  place: place.nullable(),
  seen: seenLot.nullable(),
  useBy: day.nullable(),
  useFor: longText.nullable(),
  sourceId: id.nullable(),
  /** the latest look at it, and the latest cleaning */
  look: look.nullable(),
  cleaned: z.object({ at: instant, by: z.string(), initials: z.string() }).nullable(),
  /** when it was counted last */
  counted: z.object({ id, at: instant, by: z.string() }).nullable(),
})
export type Lot = z.infer<typeof lot>
/** A by-product as a lot of its own. */
export const keptLot = z.object({ lotId: id, place, useBy: day.nullable(), useFor: longText.nullable() })
/** A by-product: weighed, or pulp with all that is left; kept as a lot of its own, or thrown. */
const part = z.object({ part: z.enum(PARTS), g: z.number().nullable(), kept: keptLot.nullable() })
export type PartKept = z.infer<typeof part>
const titration = z.object({ sampleMl: z.number(), baseMl: z.number(), baseN: z.number() })
/** What was measured of a press beside kilos and juice. TA in g per 100 mL as citric. */
export const seenPress = z.object({
  foam: z.enum(FOAM).nullable().default(null),
  brix: reading,
  ph: reading,
  ta: reading,
  titration: titration.nullable().default(null),
  measured,
})
/** What came of fruit and water, or of several fruits; mL of juice of the fruit in it, at least and at most. */
const baseMade = z.object({
  waterG: z.number(),
  outG: z.number(),
  outMl: z.number(),
  leastMl: z.number(),
  mostMl: z.number(),
  brix: z.number(),
  leastBrix: z.number(),
  waterKeptG: z.number(),
  spilledMl: z.number().nullable(),
  composition,
  ph: z.number(),
  cautions: z.array(z.enum(CAUTIONS)),
})
export const press = z.object({
  id,
  standId: id,
  lotId: id,
  ingredientKey: z.string(),
  /** g as purchased out of each lot, and g that left it */
  takes: z.array(
    z.object({ lotId: id, ingredientKey: z.string(), takenG: z.number(), outG: z.number(), weighed: z.boolean() }),
  ),
  baseKey: z.string().nullable(),
  base: baseMade.nullable(),
  takenG: z.number(),
  weighed: z.boolean(),
  trimmedG: z.number().nullable(),
  juiceMl: z.number(),
  juiceG: z.number(),
  juiceUnit: z.enum(['mL', 'g']),
  method: z.enum(PRESS_METHODS),
  minutes: z.number().nullable(),
  fruitCost: cost.nullable(),
  costBasis: z.enum(['measured', 'estimated']),
  at: instant,
  by: z.string(),
  doubts: z.array(z.string()),
  tool: z.string().nullable(),
  fruitTemp: z.enum(FRUIT_TEMPS).nullable(),
  hands: z.number().nullable(),
  spilledMl: z.number().nullable(),
  byCost: cost.nullable(),
  marketCost: cost.nullable(),
  parts: z.array(part),
  seen: seenPress.nullable(),
  /** asked whether it counts: null not asked or not answered */
  mark: z.object({ leftOut: z.boolean(), reason: longText.nullable(), version }).nullable(),
})
export type Press = z.infer<typeof press>
const lotEvent = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('look'),
    place,
    feel: feel.nullable(),
    brix: reading,
    tempC: reading,
    crackedShare: reading,
    note: longText.nullable().default(null),
  }),
  z.object({ kind: z.literal('clean'), routine: z.string().max(20), initials: z.string().trim().min(1).max(8) }),
  z.object({
    kind: z.literal('garnish'),
    pieces: z.number().nullable(),
    massG: z.number().nullable(),
    perPiece: z.number().nullable().default(null),
  }),
  z.object({
    kind: z.literal('discard'),
    kg: z.number().nullable().default(null),
    /** in the unit of the lot, where it is not fruit */
    amount: reading,
    reason: z.enum(DISCARD_REASONS),
    note: longText.nullable().default(null),
  }),
  /** what is there, in the unit of the lot */
  z.object({ kind: z.literal('count'), counted: z.number(), by: z.enum(COUNTED_BY) }),
  z.object({ kind: z.literal('use'), amount: z.number(), note: longText.nullable().default(null) }),
  z.object({ kind: z.literal('open'), amount: z.number(), place, useBy: day.nullable().default(null) }),
  z.object({ kind: z.literal('send'), amount: z.number(), toStandId: id, note: longText.nullable().default(null) }),
  z.object({ kind: z.literal('spill'), amount: z.number(), note: longText.nullable().default(null) }),
  z.object({
    kind: z.literal('peel'),
    kg: z.number(),
    peeledG: z.number().nullable().default(null),
    parts: z.array(part).max(12).default([]),
  }),
  z.object({ kind: z.literal('sort'), kg: z.number(), parts: z.array(part).max(12), reason: z.enum(DISCARD_REASONS) }),
])
export type LotEventBody = z.infer<typeof lotEvent>
const eventRow = z.object({
  id,
  amountG: z.number().nullable(),
  event: lotEvent,
  measured: z.array(z.string()),
  at: instant,
  by: z.string(),
  voided: z.boolean(),
})
export type LotEventRow = z.infer<typeof eventRow>
const lotStory = z.object({
  lot,
  presses: z.array(press),
  events: z.array(eventRow),
  children: z.array(lot),
  parent: id.nullable(),
  voided: z.boolean(),
})
export type LotStory = z.infer<typeof lotStory>
const when = instant.nullable().default(null)
/** the fact that this one corrects, taken out of the books in the same breath */
const replaces = id.nullable().default(null)
const packChoice = z.object({
  ingredientKey: z.string(),
  needG: z.number(),
  packs: z.array(
    z.object({
      packG: z.number(),
      packPrice: money.nullable(),
      supplier: z.string().nullable(),
      since: instant,
      loose: z.boolean(),
      count: z.number(),
    }),
  ),
  massG: z.number(),
  totalPrice: money.nullable(),
})
export type PackChoiceRow = z.infer<typeof packChoice>
const benchReading = z.object({
  device: z.string(),
  value: z.number().nullable(),
  unit: z.string().nullable(),
  steady: z.boolean(),
  state: z.enum(['ok', 'lost', 'flood', 'unit-changed']),
  at: instant,
})
export type BenchReading = z.infer<typeof benchReading>

/** What is on its way between two stands: what was sent, and what of it arrived. */
const send = z.object({
  id,
  lot: lot.omit({ onHand: true, by: true, look: true, cleaned: true, counted: true }),
  amount: z.number(),
  toStandId: id,
  at: instant,
  by: z.string(),
  arrival: z
    .object({ id, sendId: id, standId: id, amount: z.number(), tempC: reading, at: instant, by: z.string() })
    .nullable(),
})
export type SendRow = z.infer<typeof send>

export const FRUIT = {
  lots: endpoint({
    ...ROUTES.lots,
    summary: 'Lots of a stand, newest first: all that is there, and the newest deliveries that are used up',
    query: standQuery,
    reply: z.array(lot),
  }),
  postLot: endpoint({
    ...ROUTES.postLot,
    summary: 'Weigh in, or count in: a count alone is confirmed as the estimate it is',
    body: z.object({
      id,
      standId: id,
      ingredientKey: key,
      supplier: longText.nullable(),
      kg: z.number().nullable(),
      count: z.number().nullable(),
      crates: z.number().nullable().default(null),
      price: z
        .object({ paid: cost, per: z.enum(PRICE_PER) })
        .nullable()
        .default(null),
      place: place.nullable().default(null),
      seen: seenLot.nullable().default(null),
      at: when,
      replaces,
      confirm,
    }),
    reply: made,
  }),
  postPack: endpoint({
    ...ROUTES.postPack,
    summary: 'Take in packs: of an ingredient by weight or volume, of goods by the piece',
    body: z.object({
      id,
      standId: id,
      ingredientKey: key.nullable().default(null),
      /** `cup:`, `lid:` or `straw:` and the id of a cup */
      goods: key.nullable().default(null),
      supplier: longText.nullable().default(null),
      packs: z.number(),
      size: z.number(),
      unit: z.enum(PACK_UNITS),
      price: z
        .object({ paid: cost, per: z.enum(['pack', 'all']) })
        .nullable()
        .default(null),
      useBy: day.nullable().default(null),
      at: when,
      confirm,
    }),
    reply: made,
  }),
  getLot: endpoint({
    ...ROUTES.getLot,
    summary: 'One lot with its whole story: presses, what was done with it, and what came of it',
    params: byId,
    reply: lotStory,
  }),
  postLotEvent: endpoint({
    ...ROUTES.postLotEvent,
    summary:
      'Looked at, cleaned, taken for garnish, peeled, discarded, sorted; juice used or spilled; sent to another stand',
    params: byId,
    body: z.object({ id, event: lotEvent, measured, at: when, confirm }),
    reply: made,
  }),
  sends: endpoint({
    ...ROUTES.sends,
    summary:
      'What is on its way from a stand or to it; what arrived in the last day, or in the last week with less than was sent',
    query: standQuery,
    reply: z.array(send),
  }),
  postArrival: endpoint({
    ...ROUTES.postArrival,
    summary: 'What was sent is here: so much of it, once',
    body: z.object({
      id,
      sendId: id,
      standId: id,
      amount: z.number(),
      place: place.nullable().default(null),
      tempC: reading,
      at: when,
    }),
    reply: made,
  }),
  presses: endpoint({
    ...ROUTES.presses,
    summary: 'Presses of a stand, newest first: those of the lots in the list, and the latest twelve of every fruit',
    query: standQuery,
    reply: z.array(press),
  }),
  postPress: endpoint({
    ...ROUTES.postPress,
    summary: 'Record a press',
    body: z.object({
      id,
      lotId: id,
      /** of the lot of juice; made of this id where it is left out */
      juiceLotId: id.optional(),
      takenKg: z.number(),
      trimmedKg: z.number().nullable(),
      juice: z.object({ value: z.number(), unit: z.enum(['mL', 'g']) }),
      method: z.enum(PRESS_METHODS),
      minutes: z.number().nullable(),
      parts: z.array(part).max(12).default([]),
      tool: z.string().trim().max(60).nullable().default(null),
      fruitTemp: z.enum(FRUIT_TEMPS).nullable().default(null),
      hands: z.number().nullable().default(null),
      spilledMl: z.number().nullable().default(null),
      seen: seenPress.nullable().default(null),
      /** water that went in, in each load; then, or with several lots, what came out has a name of its own */
      water: z
        .object({ value: z.number(), unit: z.enum(['mL', 'g']), loads: z.number().default(1) })
        .nullable()
        .default(null),
      also: z
        .array(z.object({ lotId: id, takenKg: z.number() }))
        .max(11)
        .default([]),
      base: z.string().trim().max(80).nullable().default(null),
      at: when,
      replaces,
      confirm,
    }),
    reply: made,
  }),
  fruitPresses: endpoint({
    ...ROUTES.fruitPresses,
    summary: 'The latest 150 presses of one fruit at a stand, newest first',
    params: z.object({ id: key }),
    query: standQuery,
    reply: z.array(press),
  }),
  putPressMark: endpoint({
    ...ROUTES.putPressMark,
    summary: 'Whether a press far from the others counts, and why',
    params: byId,
    body: z.object({ leftOut: z.boolean(), reason: longText.nullable(), version }),
    reply: made,
  }),
  packs: endpoint({
    ...ROUTES.packs,
    summary:
      'Cheapest whole packs for the kilos needed, as ingredient:grams separated by commas; money for the owner only',
    query: z.object({
      need: z.string().regex(/^[\x21-\x7e]{1,80}:\d{1,8}(,[\x21-\x2b\x2d-\x7e]{1,80}:\d{1,8}){0,119}$/),
    }),
    reply: z.array(packChoice),
  }),
  bench: endpoint({
    ...ROUTES.bench,
    summary: 'Readings of the devices at a stand: as they are now, or as server-sent events for whoever accepts those',
    query: standQuery,
    reply: z.object({ readings: z.array(benchReading) }),
  }),
} satisfies Record<string, Endpoint>
