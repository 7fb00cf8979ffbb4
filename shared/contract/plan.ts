import { MOST_SIZES } from '#core/recipe/document'
import { MOST_SHIFTS } from '#core/schedule/service'
import { ROUTES } from '../routes'
import { byId, day, endpoint, id, instant, made, name, version, z, type Endpoint } from './endpoint'

// Cups planned for a day, when the stand opens on it, and who is there.

/** Cups in another cup than the usual one. */
const sizeCups = z.strictObject({ cupId: id, cups: z.number() })
export const planLine = z.object({
  id,
  standId: id,
  day,
  recipeId: id,
  cups: z.number().int(),
  sizes: z.array(sizeCups),
  /** cups that are sold on such a day, and give or take how many; null where nobody said */
  expected: z.number().int().nullable(),
  spread: z.number().int().nullable(),
  version,
})
export type PlanLine = z.infer<typeof planLine>

/** HH:MM where the stand is; what is no time of the clock is said by the core. */
const clock = z.string().trim().max(5)
const shift = z.strictObject({ name: name.or(z.literal('')), before: z.boolean(), from: clock, to: clock })
export const serviceDay = z.object({
  id,
  standId: id,
  day,
  opensAt: clock,
  closesAt: clock,
  shifts: z.array(shift).max(MOST_SHIFTS),
  version,
})
export type ServiceDay = z.infer<typeof serviceDay>

/** What became of a task of a day's clock: done, put where somebody wants it, or open again. */
export const TASK_STATES = ['done', 'put', 'open'] as const
export const dayTask = z.object({
  id,
  standId: id,
  day,
  /** the task, as the day's plan names it */
  task: z.string().regex(/^[\x21-\x7e]{1,200}$/),
  state: z.enum(TASK_STATES),
  startsAt: instant,
  /** whose hands are on it; null where none are */
  hands: name.nullable(),
  version,
})
export type DayTaskRow = z.infer<typeof dayTask>

export const PLAN = {
  plan: endpoint({
    ...ROUTES.plan,
    summary: 'Cups planned for a day at a stand',
    query: z.object({ stand: id, day }),
    reply: z.array(planLine),
  }),
  putPlanLine: endpoint({
    ...ROUTES.putPlanLine,
    summary: 'Make (version 0) or change a plan line; no cups of any size take it off',
    params: byId,
    body: z.object({
      standId: id,
      day,
      recipeId: id,
      cups: z.number(),
      sizes: z.array(sizeCups).max(MOST_SIZES).default([]),
      expected: z.number().nullable().default(null),
      spread: z.number().nullable().default(null),
      version,
    }),
    reply: made,
  }),
  serviceDay: endpoint({
    ...ROUTES.serviceDay,
    summary: 'Hours of a stand on a day and who is there; null where nobody has said',
    query: z.object({ stand: id, day }),
    reply: z.object({ service: serviceDay.nullable() }),
  }),
  putServiceDay: endpoint({
    ...ROUTES.putServiceDay,
    summary: 'Say (version 0) or change the hours of a day and who is there',
    params: byId,
    body: serviceDay.omit({ id: true }),
    reply: made,
  }),
  dayTasks: endpoint({
    ...ROUTES.dayTasks,
    summary: 'What was ticked of a day at a stand, and what was put elsewhere',
    query: z.object({ stand: id, day }),
    reply: z.array(dayTask),
  }),
  putDayTask: endpoint({
    ...ROUTES.putDayTask,
    summary: 'Tick (version 0) or change a task of a day',
    params: byId,
    body: dayTask.omit({ id: true }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
