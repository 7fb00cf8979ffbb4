import type { Op } from '#core/process'
import { PLACES } from '../lists'
import { ROUTES } from '../routes'
import { keptLot } from './fruit'
import { composition } from './store'
import { confirm, cost, day, endpoint, id, instant, key, made, standQuery, z, type Endpoint } from './endpoint'

// Preps: what was made of a standard, and what came out.

const reading = z.number().nullable().default(null)
const seenMade = z.object({
  brix: reading,
  tempC: reading,
  ph: reading,
  /** names of the fields that a device filled in */
  measured: z.array(z.string().max(20)).max(8).default([]),
})
const unit = z.enum(['mL', 'g'])
const stepOp = z.string() as unknown as z.ZodType<Op>
const added = z.object({ key, g: z.number() })
export const batch = z.object({
  id,
  standId: id,
  recipeId: id,
  versionId: id,
  /** the lot that it gave */
  lotId: id,
  outUnit: unit,
  outG: z.number(),
  outMl: z.number(),
  /** how many times the standard, by what came out */
  times: z.number(),
  minutes: z.number().nullable(),
  /** minutes of hands that the standard asks for so much */
  standardMin: z.number(),
  hands: z.number().nullable(),
  /** what was taken out of lots, in the unit of each */
  uses: z.array(z.object({ lotId: id, itemKey: z.string(), amount: z.number() })),
  /** what was added to taste, in its order */
  added: z.array(added),
  /** what it really is, where it was told step by step: in 100 g, read, and g per g that went in */
  made: z
    .object({
      composition,
      brix: z.number(),
      ta: z.number(),
      cautions: z.array(z.string()),
      contents: z.record(z.string(), z.number()),
      /** what its steps gave, and how long they took, for what was worked out */
      learned: z.array(
        z.object({ quantity: z.enum(['output', 'minutes']), op: stepOp, step: z.string(), ratio: z.number() }),
      ),
      workedOutG: z.number().nullable(),
    })
    .nullable(),
  /** the batch that it ended, told step by step; null where it was told at once */
  runId: id.nullable(),
  cost: cost.nullable(),
  costBasis: z.enum(['measured', 'estimated']),
  seen: seenMade.nullable(),
  at: instant,
  by: z.string(),
  doubts: z.array(z.string()),
})
export type Batch = z.infer<typeof batch>

export const PREPS = {
  batches: endpoint({
    ...ROUTES.batches,
    summary: 'Makings of a stand, newest first: those whose lots are there, and the latest twelve of every prep',
    query: standQuery,
    reply: z.array(batch),
  }),
  postBatch: endpoint({
    ...ROUTES.postBatch,
    summary: 'Record a making of a prep: what came out, and what was taken out of which lots',
    body: z.object({
      id,
      standId: id,
      versionId: id,
      out: z.object({ value: z.number(), unit }),
      seen: seenMade.nullable().default(null),
      minutes: z.number().nullable().default(null),
      hands: z.number().nullable().default(null),
      uses: z
        .array(z.object({ lotId: id, amount: z.number() }))
        .max(60)
        .default([]),
      place: z.enum(PLACES),
      useBy: day.nullable().default(null),
      /** what was added to taste, one after the other, beyond the standard */
      added: z.array(added).max(20).default([]),
      /** by-products that were kept, by the stream that left them */
      kept: z
        .array(z.object({ stream: z.string().max(120), g: z.number(), kept: keptLot }))
        .max(20)
        .default([]),
      at: instant.nullable().default(null),
      /** the batch that it ends: what it took was weighed out of its lots before */
      runId: id.nullable().default(null),
      /** the making that this one corrects, taken out of the books in the same breath */
      replaces: id.nullable().default(null),
      confirm,
    }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
