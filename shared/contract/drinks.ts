import { FAMILIES } from '../lists'
import { ROUTES } from '../routes'
import { MOST_SIZES } from '#core/recipe'
import { TASTE_WORDS } from '#core/balance/words'
import { byId, confirm, endpoint, id, instant, made, money, name, version, z, type Endpoint } from './endpoint'
import { hash, itemRef, recipeDocument, signedFigures, snapshots } from './recipe-document'

// Drinks and preps: drafts and standards.

const standard = z.object({
  id,
  number: z.number(),
  /** what it is evaluated from, among the snapshots */
  snapshot: hash,
  /** whether that was put down later than it was signed */
  filled: z.boolean(),
  coreVersion: z.string(),
  figures: signedFigures,
  signedAt: instant,
  signedBy: z.string(),
})
export type Standard = z.infer<typeof standard>

export const recipe = z.object({
  id,
  kind: z.enum(['drink', 'prep']),
  name,
  shipped: z.string().nullable(),
  family: z.enum(FAMILIES),
  draft: recipeDocument,
  sellPrice: money.nullable(),
  /** of its other sizes, where they have one of their own */
  sizePrices: z.array(z.object({ cupId: id, sizePrice: money.nullable() })),
  /** what is said of it on its sheet */
  note: z.string(),
  /** off the menu for good: kept, and neither planned nor poured */
  retired: z.boolean(),
  version,
  standard: standard.nullable(),
})
export type Recipe = z.infer<typeof recipe>

const use = z.object({
  id,
  standId: id,
  recipeId: id,
  /** the standard that is poured there; null: the newest */
  versionId: id.nullable(),
  isServed: z.boolean(),
  version,
})
/** What a cup is sold at there and nowhere else: the usual one, which has no id here, or a size. */
const ownPrice = <P extends z.ZodType>(sizePrice: P) => z.object({ cupId: id.nullable(), sizePrice })
/** Which standard of a drink a stand pours, whether it pours it at all, and at what prices of its own. */
const shownUse = use.extend({ standard: standard.nullable(), ownPrices: z.array(ownPrice(money.nullable())) })
export type StandUse = z.infer<typeof shownUse>

const grams = z.number().min(0).max(1e6)
const said = z.string().max(400)
const series = z.strictObject({
  kind: z.literal('series'),
  /** what it began from: the drink as it was, for a cup */
  base: recipeDocument,
  varied: z.union([
    z.strictObject({ stream: z.string().min(1).max(160) }),
    z.strictObject({ step: z.string().min(1).max(160), number: z.string().min(1).max(40) }),
    z.strictObject({ step: z.string().min(1).max(160), way: z.string().min(1).max(40) }),
  ]),
  values: z
    .array(z.union([z.number().min(0).max(1e6), z.string().min(1).max(40)]))
    .min(2)
    .max(5),
  sampleMl: z.number().min(20).max(2000),
  codes: z.array(z.string().regex(/^\d{3}$/)).max(5),
  notes: z.array(said).max(5),
  /** the point that was kept; null while nobody has said */
  verdict: z.number().int().min(0).max(4).nullable(),
})
const correction = z.strictObject({
  kind: z.literal('correction'),
  potMl: grams,
  vesselMl: grams,
  brix: z.number().min(0).max(85).nullable(),
  ta: z.number().min(0).max(12).nullable(),
  words: z.array(z.enum(TASTE_WORDS)).max(6),
  onHand: z.array(itemRef).max(12),
  added: z.array(z.strictObject({ item: itemRef, massG: grams })).max(40),
})
const original = z.strictObject({ kind: z.literal('original'), text: z.string().min(1).max(20_000) })
/** What was put down of the work on a drink: the text it came from, a series of small jugs, a corrected pot. */
const workBody = z.discriminatedUnion('kind', [original, series, correction])
export type WorkBody = z.infer<typeof workBody>
const work = z.object({ id, recipeId: id, standId: id, body: workBody, version, at: instant, by: z.string() })
export type Work = z.infer<typeof work>

export const DRINKS = {
  recipes: endpoint({
    ...ROUTES.recipes,
    summary: 'Drinks and preps with their standards, and what those are evaluated from',
    reply: z.object({ recipes: z.array(recipe), snapshots, uses: z.array(shownUse) }),
  }),
  standards: endpoint({
    ...ROUTES.standards,
    summary: 'Every standard of a drink or a prep, the newest first, and what they are evaluated from',
    params: byId,
    reply: z.object({ standards: z.array(standard), snapshots }),
  }),
  putUse: endpoint({
    ...ROUTES.putUse,
    summary: 'Say (version 0) or change which standard a stand pours, and at what prices of its own',
    params: byId,
    body: use.omit({ id: true }).extend({
      ownPrices: z
        .array(ownPrice(money))
        .max(MOST_SIZES + 1)
        .optional(),
    }),
    reply: made,
  }),
  work: endpoint({
    ...ROUTES.work,
    summary: 'What was put down of the work on a drink, the newest first',
    query: z.object({ recipe: id }),
    reply: z.array(work),
  }),
  keptTrials: endpoint({
    ...ROUTES.keptTrials,
    summary: 'Series of a stand of which a point was kept, in the order of time',
    query: z.object({ stand: id }),
    reply: z.array(z.object({ recipeId: id, series })),
  }),
  putWork: endpoint({
    ...ROUTES.putWork,
    summary: 'Put down (version 0) or change a piece of work on a drink',
    params: byId,
    body: work.omit({ id: true, at: true, by: true }),
    reply: made,
  }),
  putRecipe: endpoint({
    ...ROUTES.putRecipe,
    summary: 'Make (version 0) or change a draft',
    params: byId,
    body: z.object({
      kind: z.enum(['drink', 'prep']),
      name,
      family: z.enum(FAMILIES),
      draft: recipeDocument,
      sellPrice: money.nullable().optional(),
      sizePrices: z
        .array(z.object({ cupId: id, sizePrice: money }))
        .max(MOST_SIZES)
        .optional(),
      note: z.string().trim().max(600).optional(),
      retired: z.boolean().optional(),
      version,
    }),
    reply: made,
  }),
  signOff: endpoint({
    ...ROUTES.signOff,
    summary: 'Sign the draft off as the next standard',
    params: byId,
    body: z.object({ id, version, confirm }),
    reply: z.object({ id, number: z.number() }),
  }),
} satisfies Record<string, Endpoint>
