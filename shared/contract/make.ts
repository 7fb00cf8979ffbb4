import type { EventBody } from '#core/batch'
import type { ShelfRun } from '#core/books'
import { MASS_UNITS, VOLUME_UNITS } from '#core/units'
import { ROUTES } from '../routes'
import {
  byId,
  confirm,
  day,
  endpoint,
  id,
  instant,
  key,
  longText,
  made,
  name,
  standQuery,
  z,
  type Endpoint,
} from './endpoint'
import { hash, itemRef, recipeDocument, snapshots } from './recipe-document'

// A batch that is told step by step: what was planned of it, and what happened.

const stream = z.string().min(1).max(160)
const amount = z.object({ value: z.number().min(0).max(1e6), unit: z.enum([...MASS_UNITS, ...VOLUME_UNITS]) })
const lotId = id.nullable()
/** What a lot was, as it was read or made. */
const lotAs = z
  .strictObject({
    brix: z.number().min(0).max(85).optional(),
    ta: z.number().min(0).max(30).optional(),
    cautions: z.array(z.string().max(40)).max(20).optional(),
    contents: z.record(key, z.number().min(0).max(10)).optional(),
  })
  .optional()
const tempC = z.number().min(-30).max(120).optional()
const reading = z.strictObject({
  massG: z.number().min(0).max(1e6).optional(),
  volumeMl: z.number().min(0).max(1e6).optional(),
  brix: z.number().min(0).max(85).optional(),
  ta: z.number().min(0).max(30).optional(),
  tempC,
  ph: z.number().min(0).max(14).optional(),
})
const why = z.union([
  z.strictObject({ target: z.string().max(40) }),
  z.strictObject({ word: z.string().max(40) }),
  z.strictObject({ other: longText }),
])

/** What can happen in a batch. */
export const batchEvent = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('weighed'),
    take: stream,
    amount,
    lotId,
    as: lotAs,
    more: z.literal(true).optional(),
    tempC,
  }),
  z.strictObject({ kind: z.literal('left-out'), take: stream }),
  z.strictObject({ kind: z.literal('swapped'), take: stream, item: itemRef, amount, lotId, as: lotAs }),
  z.strictObject({
    kind: z.literal('wanted'),
    takes: z
      .array(z.strictObject({ take: stream, amount }))
      .min(1)
      .max(40),
  }),
  z.strictObject({ kind: z.literal('rescaled'), times: z.number().positive().max(100) }),
  z.strictObject({ kind: z.literal('begun'), step: stream }),
  z.strictObject({ kind: z.literal('done'), step: stream, another: z.literal(true).optional() }),
  z.strictObject({ kind: z.literal('skipped'), step: stream }),
  z.strictObject({
    kind: z.literal('added'),
    to: stream,
    item: itemRef,
    amount,
    lotId,
    as: lotAs,
    tempC,
    why: why.nullable(),
  }),
  z.strictObject({ kind: z.literal('read'), of: stream, reading }),
  z.strictObject({ kind: z.literal('spilled'), of: stream, massG: z.number().min(0).max(1e6) }),
  z.strictObject({ kind: z.literal('overruled'), reason: longText.min(1) }),
  z.strictObject({ kind: z.literal('note'), text: longText.min(1) }),
  z.strictObject({ kind: z.literal('timer'), minutes: z.number().positive().max(2880), name: z.string().max(80) }),
  z.strictObject({ kind: z.literal('heard'), of: id }),
  z.strictObject({
    kind: z.literal('closed'),
    how: z.enum(['thrown', 'draft']),
    reason: longText.nullable(),
    recipeId: id.nullable(),
  }),
  z.strictObject({ kind: z.literal('void'), event: id }),
]) as unknown as z.ZodType<EventBody>

const vessel = z.object({ name, capacityMl: z.number().max(1e6) })
const toldEvent = z.looseObject({
  id,
  at: instant,
  by: z.string(),
  took: z.object({ lotId: id, amount: z.number() }).nullable(),
})
const runFields = {
  id,
  standId: id,
  versionId: id.nullable(),
  name,
  /** the day of the plan that it is for, and what the plan calls it */
  day: day.nullable(),
  making: z
    .string()
    .regex(/^[\x21-\x7e]{1,80}$/)
    .nullable(),
  times: z.number(),
  vessel: vessel.nullable(),
}
export const run = z.object({
  ...runFields,
  recipeId: id.nullable(),
  /** with its loads as steps, and without, where that is another document */
  planned: z.looseObject({}),
  whole: z.looseObject({}).nullable(),
  at: instant,
  by: z.string(),
  events: z.array(toldEvent),
  /** hash of what its version was signed as */
  snapshot: hash.nullable(),
}) as unknown as z.ZodType<ShelfRun>
export type Run = ShelfRun

export const MAKE = {
  runs: endpoint({
    ...ROUTES.runs,
    summary: 'Batches of a stand, newest first, with what happened in them: under way, and those of the last days',
    query: standQuery,
    reply: z.object({
      runs: z.array(run),
      /** of versions that are no longer the newest */
      snapshots,
    }),
  }),
  getRun: endpoint({
    ...ROUTES.getRun,
    summary: 'One batch, with what happened in it, and the making that ended it',
    params: byId,
    reply: z.object({ run, madeId: id.nullable(), snapshots }),
  }),
  postRun: endpoint({
    ...ROUTES.postRun,
    summary: 'Begin a batch: of a version as it is planned, or from nothing',
    body: z.object({
      ...runFields,
      versionId: id.nullable().default(null),
      day: runFields.day.default(null),
      making: runFields.making.default(null),
      vessel: vessel.nullable().default(null),
      planned: recipeDocument.nullable().default(null),
      whole: recipeDocument.nullable().default(null),
      at: instant.nullable().default(null),
      confirm,
    }),
    reply: made,
  }),
  postRunEvent: endpoint({
    ...ROUTES.postRunEvent,
    summary: 'Tell what happened in a batch; nothing is refused for what a lot has too little of',
    params: byId,
    body: z.object({
      id,
      event: batchEvent,
      /** whose hands they were, where that is another than who is signed in */
      hands: name.nullable().default(null),
      at: instant.nullable().default(null),
      confirm,
    }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
