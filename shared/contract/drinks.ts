import { FAMILIES } from '../lists'
import { ROUTES } from '../routes'
import { byId, endpoint, id, instant, made, money, name, version, z, type Endpoint } from './endpoint'
import { hash, recipeDocument, signedFigures, snapshots } from './recipe-document'

// Drinks and preps: drafts and standards.

export const recipe = z.object({
  id,
  kind: z.enum(['drink', 'prep']),
  name,
  shipped: z.string().nullable(),
  family: z.enum(FAMILIES),
  draft: recipeDocument,
  sellPrice: money.nullable(),
  version,
  standard: z
    .object({
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
    .nullable(),
})
export type Recipe = z.infer<typeof recipe>

export const DRINKS = {
  recipes: endpoint({
    ...ROUTES.recipes,
    summary: 'Drinks and preps with their standards, and what those are evaluated from',
    reply: z.object({ recipes: z.array(recipe), snapshots }),
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
      version,
    }),
    reply: made,
  }),
  signOff: endpoint({
    ...ROUTES.signOff,
    summary: 'Sign the draft off as the next standard',
    params: byId,
    body: z.object({ id, version }),
    reply: z.object({ id, number: z.number() }),
  }),
} satisfies Record<string, Endpoint>
