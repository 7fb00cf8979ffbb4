import { ICE_SHAPES } from '#core/substances'
import { HOLD_CONTROLS, LEFT_AS, SPILLED_AS, type HoldEventBody } from '#core/hold'
import { POUR_SOURCES, SERVE_WAYS, type PourRow, type ShelfHold, type SoldOutRow } from '#core/books'
import { SALES_AT_ONCE } from '#core/sales'
import { MOST_PRICE } from '#core/limits/bounds'
import { ROUTES } from '../routes'
import {
  byId,
  day,
  endpoint,
  id,
  instant,
  key,
  longText,
  made,
  name,
  standQuery,
  version,
  z,
  type Endpoint,
} from './endpoint'
import { hash, snapshots } from './recipe-document'

// The hatch: vessels in service, what happens to them, and cups that were poured.

const volumeMl = z.number().min(0).max(1e6)
const tempC = z.number().min(-30).max(120)
/** What can happen to a vessel in service; its cups are pours. */
export const holdEvent = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('filled'), lotId: id.nullable(), volumeMl, tempC }),
  z.strictObject({
    kind: z.literal('iced'),
    massG: z.number().min(0).max(1e5),
    tempC: z.number().min(-40).max(0),
    shape: z.enum(ICE_SHAPES).optional(),
  }),
  z.strictObject({
    kind: z.literal('laid'),
    item: key,
    lotId: id.nullable(),
    massG: z.number().positive().max(1e5),
    outMin: z.number().int().min(5).max(1440),
  }),
  z.strictObject({ kind: z.literal('out'), event: id }),
  z.strictObject({ kind: z.literal('level'), volumeMl }),
  z.strictObject({
    kind: z.literal('read'),
    brix: z.number().min(0).max(85).optional(),
    ta: z.number().min(0).max(30).optional(),
    tempC: tempC.optional(),
  }),
  z.strictObject({ kind: z.literal('stirred') }),
  z.strictObject({
    kind: z.literal('spilled'),
    volumeMl,
    as: z.enum(SPILLED_AS).optional(),
    counted: z.literal(true).optional(),
  }),
  z.strictObject({
    kind: z.literal('emptied'),
    leftMl: volumeMl,
    as: z.enum(LEFT_AS),
    reason: longText.nullable(),
    /** of what is kept: never later than that of what was filled in */
    useBy: day.nullable().optional(),
  }),
  z.strictObject({ kind: z.literal('void'), event: id }),
]) as unknown as z.ZodType<HoldEventBody>

const vessel = z.object({ name, capacityMl: z.number().max(1e6) })
const holdFields = {
  id,
  standId: id,
  versionId: id,
  vessel,
  way: z.enum(SERVE_WAYS),
  control: z.enum(HOLD_CONTROLS),
  /** min between two washings */
  washMin: z.number().int().min(0).max(1e5),
  /** W for each K between room and full vessel; °C of the room */
  wPerK: z.number().min(0).max(100),
  roomC: z.number().min(-10).max(60),
}
export const hold = z.object({
  ...holdFields,
  recipeId: id,
  /** hash of what its version was signed as */
  snapshot: hash.nullable(),
  at: instant,
  by: z.string(),
  events: z.array(
    z.looseObject({ id, at: instant, by: z.string(), took: z.object({ lotId: id, amount: z.number() }).nullable() }),
  ),
}) as unknown as z.ZodType<ShelfHold>
export type Hold = ShelfHold

const uses = z.array(z.object({ lotId: id, amount: z.number().min(0).max(1e6) })).max(60)
const pourFields = {
  standId: id,
  holdId: id.nullable().default(null),
  versionId: id,
  cupId: id.nullable().default(null),
  /** mL of drink in each, without its ice */
  drinkMl: z.number().max(1e5),
  cups: z.number(),
  options: z.array(z.string().max(80)).max(20).default([]),
  source: z.enum(POUR_SOURCES).default('touch'),
  uses: uses.default([]),
  /** s before `at` of each touch, the first first */
  touchedS: z.array(z.number().int().min(0).max(3600)).max(500).default([]),
}
export const pour = z.object({
  ...pourFields,
  id,
  recipeId: id,
  saleId: z.string().max(120).nullable(),
  retold: z.number(),
  /** who told it last, where it was one person */
  by: z.string().optional(),
  at: instant,
  /** several, of some time ago, none of which is told again */
  isTogether: z.literal(true).optional(),
}) as unknown as z.ZodType<PourRow>
export type Pour = PourRow

const soldOutFields = {
  standId: id,
  versionId: id,
  /** when it was there again */
  backAt: instant.nullable().default(null),
  /** it never was */
  isGone: z.boolean().default(false),
}
export const soldOut = z.object({ ...soldOutFields, id, recipeId: id, at: instant }) as unknown as z.ZodType<SoldOutRow>
export type SoldOut = SoldOutRow

/** below 0 where they were given back */
const saleCups = z.number().int().min(-10_000).max(10_000)
/** money for all of them; null where the till does not say */
const salePaid = z.number().min(-MOST_PRICE).max(MOST_PRICE).nullable().default(null)
const column = z.number().int().min(0).max(200)
/** Which drink a product of a till is; null where it is none. */
const tillProduct = z
  .object({ recipeId: id, cupId: id.nullable(), drinkMl: z.number().positive().max(5000) })
  .nullable()
export const till = z.object({
  id,
  /** the head line that the columns were chosen for */
  header: z.array(z.string().max(200)).max(200),
  /** null where it posts its sales, and no file of it was read yet */
  columns: z
    .object({
      sale: column,
      day: column,
      time: column.nullable(),
      product: column,
      count: column,
      paid: column.nullable(),
      monthFirst: z.boolean(),
    })
    .nullable(),
  products: z.record(z.string().max(200), tillProduct),
  /** what it posted under names that nobody said anything of yet */
  asked: z.array(z.string()),
  version,
})
export type Till = z.infer<typeof till>

export const SERVE = {
  holds: endpoint({
    ...ROUTES.holds,
    summary: 'Vessels in service at a stand with what happened to them, and cups that were poured, of the last day',
    /** with an older vessel too, where one is asked for */
    query: standQuery.extend({ also: id.optional() }),
    reply: z.object({
      holds: z.array(hold),
      pours: z.array(pour),
      soldOuts: z.array(soldOut),
      /** of versions that are no longer the newest */
      snapshots,
    }),
  }),
  postHold: endpoint({
    ...ROUTES.postHold,
    summary: 'Put a vessel into service, for one drink',
    body: z.object({ ...holdFields, at: instant.nullable().default(null) }),
    reply: made,
  }),
  postHoldEvent: endpoint({
    ...ROUTES.postHoldEvent,
    summary: 'Tell what happened to a vessel in service; nothing is refused for what a lot has too little of',
    params: byId,
    body: z.object({ id, event: holdEvent, at: instant.nullable().default(null) }),
    reply: made,
  }),
  putPour: endpoint({
    ...ROUTES.putPour,
    summary: 'Cups that were poured: told again with more, or with fewer, the newest stands; 0 where they never were',
    params: byId,
    body: z.object({ ...pourFields, at: instant.nullable().default(null) }),
    reply: made,
  }),
  putSoldOut: endpoint({
    ...ROUTES.putSoldOut,
    summary: 'A drink is sold out, or is there again; told again, the newest stands',
    params: byId,
    body: z.object({ ...soldOutFields, at: instant.nullable().default(null) }),
    reply: made,
  }),
  till: endpoint({
    ...ROUTES.till,
    summary: 'How the file of a stand’s till is read; null until somebody said',
    query: standQuery,
    reply: z.object({ till: till.nullable() }),
  }),
  putTill: endpoint({
    ...ROUTES.putTill,
    summary: 'Say how the file of a till is read, under the id of its stand',
    params: byId,
    body: till.omit({ id: true, asked: true }),
    reply: made,
  }),
  pairTill: endpoint({
    ...ROUTES.pairTill,
    summary: 'Let a till post its sales, with a secret of its own that the caller made: for the stand of this id alone',
    params: byId,
    body: z.object({ id, name, secret: z.string().regex(/^[\w-]{43}$/) }),
    reply: made,
  }),
  tillSales: endpoint({
    ...ROUTES.tillSales,
    summary: 'A till posts what it sold at its stand; what waits is posted again once somebody said what it is',
    body: z.object({
      sales: z
        .array(
          z.object({
            /** number of the sale, and which of its lines it is: together they are there once */
            sale: z.string().trim().min(1).max(100),
            line: z.number().int().min(1).max(999),
            at: instant,
            product: z.string().trim().max(200),
            cups: saleCups,
            paid: salePaid,
          }),
        )
        .min(1)
        .max(SALES_AT_ONCE),
    }),
    reply: z.object({
      taken: z.number(),
      known: z.number(),
      /** numbers of those that nobody said yet which drink they are, each with its line */
      waiting: z.array(z.string()),
    }),
  }),
  postSales: endpoint({
    ...ROUTES.postSales,
    summary: 'Take in what a till sold; a sale that is there already is left as it is',
    body: z.object({
      id,
      standId: id,
      rows: z
        .array(
          z.object({
            /** number of the sale, and which of its lines it is */
            saleId: z.string().min(1).max(120),
            versionId: id,
            cupId: id.nullable(),
            drinkMl: z.number().positive().max(5000),
            cups: saleCups,
            paid: salePaid,
            at: instant,
          }),
        )
        .min(1)
        .max(SALES_AT_ONCE),
    }),
    reply: z.object({ taken: z.number(), known: z.number() }),
  }),
} satisfies Record<string, Endpoint>
