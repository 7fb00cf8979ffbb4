import { HOLD_CONTROLS, LEFT_AS, type HoldEventBody } from '#core/hold'
import { POUR_SOURCES, SERVE_WAYS, type PourRow, type ShelfHold, type SoldOutRow } from '#core/books'
import { SALES_AT_ONCE } from '#core/sales'
import { ROUTES } from '../routes'
import {
  byId,
  day,
  endpoint,
  id,
  instant,
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
  z.strictObject({ kind: z.literal('iced'), massG: z.number().min(0).max(1e5), tempC: z.number().min(-40).max(0) }),
  z.strictObject({ kind: z.literal('level'), volumeMl }),
  z.strictObject({
    kind: z.literal('read'),
    brix: z.number().min(0).max(85).optional(),
    ta: z.number().min(0).max(30).optional(),
    tempC: tempC.optional(),
  }),
  z.strictObject({ kind: z.literal('stirred') }),
  z.strictObject({ kind: z.literal('spilled'), volumeMl }),
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
  at: instant,
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

const column = z.number().int().min(0).max(200)
/** Which drink a product of a till is; null where it is none. */
const tillProduct = z
  .object({ recipeId: id, cupId: id.nullable(), drinkMl: z.number().positive().max(5000) })
  .nullable()
export const till = z.object({
  id,
  /** the head line that the columns were chosen for */
  header: z.array(z.string().max(200)).max(200),
  columns: z.object({
    sale: column,
    day: column,
    time: column.nullable(),
    product: column,
    count: column,
    paid: column.nullable(),
    monthFirst: z.boolean(),
  }),
  products: z.record(z.string().max(200), tillProduct),
  version,
})
export type Till = z.infer<typeof till>

export const SERVE = {
  holds: endpoint({
    ...ROUTES.holds,
    summary: 'Vessels in service at a stand with what happened to them, and cups that were poured, of the last day',
    query: standQuery,
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
    body: till.omit({ id: true }),
    reply: made,
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
            /** below 0 where it was given back */
            cups: z.number().int().min(-10_000).max(10_000),
            at: instant,
          }),
        )
        .min(1)
        .max(SALES_AT_ONCE),
    }),
    reply: z.object({ taken: z.number(), known: z.number() }),
  }),
} satisfies Record<string, Endpoint>
