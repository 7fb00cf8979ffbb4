import { ROUTES } from '../routes'
import { byId, day, endpoint, id, made, version, z, type Endpoint } from './endpoint'

// Cups planned for a day.

export const planLine = z.object({ id, standId: id, day, recipeId: id, cups: z.number().int(), version })
export type PlanLine = z.infer<typeof planLine>

export const PLAN = {
  plan: endpoint({
    ...ROUTES.plan,
    summary: 'Cups planned for a day at a stand',
    query: z.object({ stand: id, day }),
    reply: z.array(planLine),
  }),
  putPlanLine: endpoint({
    ...ROUTES.putPlanLine,
    summary: 'Make (version 0) or change a plan line; no cups takes it off',
    params: byId,
    body: z.object({ standId: id, day, recipeId: id, cups: z.number(), version }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
