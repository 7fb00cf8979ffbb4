import {
  DECISIONS,
  PANEL_KINDS,
  PURPOSES,
  RIGHTNESS,
  STEPS,
  TASTERS,
  TASTE_WORDS,
  type Answer,
  type Panel,
  type PanelEvent,
  type PanelEventBody,
  type SeatView,
} from '#core/sensory/words'
import { ROUTES } from '../routes'
import { byId, endpoint, id, instant, longText, made, name, ok, standQuery, z, type Endpoint } from './endpoint'

// Blind tests: who gets which cups, and what was said of them; and what tongues have learned.

/** Three digits on a cup. */
const code = z.string().regex(/^[1-9]\d\d$/)
/** What a taster types to be let in: letters and digits that nobody takes for each other. */
export const panelCode = z.string().regex(/^[2-9A-HJ-NP-Z]{6}$/)
const allergen = z.string().max(40)
const reading = z.number().min(0).max(100).nullable()
const sample = z.strictObject({
  name,
  lotId: id.nullable(),
  versionId: id.nullable(),
  brix: reading,
  ta: reading,
  step: z.number().int().min(0).max(20).nullable(),
  allergens: z.array(allergen).max(20),
})
const cup = z.strictObject({ sample: z.number().int().min(0).max(9), code })
const about = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('run'), id }),
  z.strictObject({ kind: z.literal('series'), id, recipeId: id }),
])
const panelFields = {
  id,
  standId: id,
  kind: z.enum(PANEL_KINDS),
  purpose: z.enum(PURPOSES),
  asked: z.enum(RIGHTNESS).nullable(),
  samples: z.array(sample).min(1).max(6),
  servings: z.array(z.array(cup).min(1).max(6)).min(1).max(TASTERS.most),
  cupMl: z.number().min(5).max(500),
  /** what waits for it; null where nothing does */
  about: about.nullable().default(null),
  code: panelCode,
}
const seat = z
  .number()
  .int()
  .min(0)
  .max(TASTERS.most - 1)
const rightStep = z.union(STEPS.map((s) => z.literal(s)) as [z.ZodLiteral<-2>, ...z.ZodLiteral<number>[]])
const answer = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('chosen'), code }),
  z.strictObject({ kind: z.literal('ranked'), places: z.record(code, z.number().int().min(1).max(6)) }),
  z.strictObject({ kind: z.literal('right'), steps: z.record(code, z.partialRecord(z.enum(RIGHTNESS), rightStep)) }),
  z.strictObject({
    kind: z.literal('guessed'),
    cups: z.record(
      code,
      z.strictObject({ word: z.string().trim().min(1).max(40), guess: z.number().min(0).max(100).nullable() }),
    ),
  }),
]) as unknown as z.ZodType<Answer>
const taster = z.string().trim().max(40)
const avoids = z.array(allergen).max(20)
const panelEvent = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('sat'), seat, name: taster, avoids }),
  z.strictObject({ kind: z.literal('answered'), seat, answer }),
  z.strictObject({ kind: z.literal('key-opened') }),
  z.strictObject({ kind: z.literal('thrown'), sample: z.number().int().min(0).max(9), reason: longText.min(1) }),
  z.strictObject({ kind: z.literal('ended') }),
  z.strictObject({
    kind: z.literal('decided'),
    as: z.enum(DECISIONS),
    sample: z.number().int().min(0).max(9).nullable(),
  }),
  z.strictObject({ kind: z.literal('void'), event: id }),
]) as unknown as z.ZodType<PanelEventBody>

export const panel = z.object({
  ...panelFields,
  at: instant,
  by: z.string(),
  /** until when its code lets a taster in */
  until: instant,
  events: z.array(z.looseObject({ id, at: instant, by: z.string() })) as unknown as z.ZodType<PanelEvent[]>,
}) as unknown as z.ZodType<PanelRow>
export type PanelRow = Panel & { code: string; by: string; until: string; events: readonly PanelEvent[] }

const seatView = z.object({
  kind: z.enum(PANEL_KINDS),
  asked: z.enum(RIGHTNESS).nullable(),
  seat,
  known: code.nullable(),
  codes: z.array(code),
  allergens: z.array(allergen),
}) as unknown as z.ZodType<SeatView>
/** What a phone that took a seat shows that it did: nobody else answers for it. */
const seatSecret = z.string().regex(/^[\w-]{43}$/)

const compared = z.strictObject({ apart: z.number().positive().max(100), right: z.boolean() })
const trainingFields = {
  id,
  standId: id,
  of: z.enum(RIGHTNESS),
  /** what its steps are counted in: °Bx, or g of acid in 100 mL */
  unit: z.enum(['brix', 'ta']),
  answers: z.array(compared).max(60),
}
const namedCup = z.strictObject({
  word: z.enum(TASTE_WORDS),
  guess: z.number().min(0).max(100).nullable(),
  truth: z.number().min(0).max(100),
})
/** Cups of a lesson in words; of one in steps, none. */
const named = z.array(namedCup).max(60)
export const training = z.object({ ...trainingFields, named, personId: id, by: z.string(), at: instant })
export type Training = z.infer<typeof training>

export const TASTE = {
  panels: endpoint({
    ...ROUTES.panels,
    summary: 'Panels of the last 92 days at a stand with what was said in them, the newest first',
    query: standQuery,
    reply: z.array(panel),
  }),
  postPanel: endpoint({
    ...ROUTES.postPanel,
    summary: 'Set up a blind test: samples, who gets which cup, and the code that lets tasters in for a day',
    body: z.object({ ...panelFields, at: instant.nullable().default(null) }),
    reply: made,
  }),
  postPanelEvent: endpoint({
    ...ROUTES.postPanelEvent,
    summary: 'Tell what happened in a panel',
    params: byId,
    body: z.object({ id, event: panelEvent, at: instant.nullable().default(null) }),
    reply: made,
  }),
  tasting: endpoint({
    ...ROUTES.tasting,
    summary:
      'What a taster without a session sees of a panel: what is asked, and which seats are free; never which cup is which',
    params: z.object({ id: panelCode }),
    reply: z.object({
      kind: z.enum(PANEL_KINDS),
      asked: z.enum(RIGHTNESS).nullable(),
      allergens: z.array(allergen),
      seats: z.number(),
      taken: z.array(z.number()),
      ended: z.boolean(),
    }),
  }),
  takeSeat: endpoint({
    ...ROUTES.takeSeat,
    summary:
      'Take a seat at a panel, with what one keeps away from; answered with the codes of its cups in their order',
    params: z.object({ id: panelCode }),
    body: z.object({ seat, name: taster, avoids, secret: seatSecret }),
    reply: z.object({ view: seatView, keptAway: z.boolean() }),
  }),
  answerSeat: endpoint({
    ...ROUTES.answerSeat,
    summary: 'Answer for the seat that was taken; once',
    params: z.object({ id: panelCode }),
    body: z.object({ seat, secret: seatSecret, answer }),
    reply: ok,
  }),
  trainings: endpoint({
    ...ROUTES.trainings,
    summary: 'What tongues told apart: one’s own, and everybody’s for the owner; the newest first',
    query: standQuery,
    reply: z.array(training),
  }),
  postTraining: endpoint({
    ...ROUTES.postTraining,
    summary: 'Tell what was told apart, of oneself',
    body: z
      .object({ ...trainingFields, named: named.default([]), at: instant.nullable().default(null) })
      .refine((b) => b.answers.length + b.named.length > 0, { path: ['answers'] }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
