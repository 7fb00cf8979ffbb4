import { SPILLED_AS } from '#core/hold/event'
import { FATES } from '#core/variance'
import { ROUTES } from '../routes'
import { asMoney } from './money'
import { byId, cost, day, endpoint, id, instant, made, version, z, type Endpoint } from './endpoint'

// What some days earned, and why it was not what the standard says.

export { MOST_DAYS } from '../lists'
const causes = asMoney(
  z.object({ price: z.number(), yield: z.number(), usage: z.number(), waste: z.number(), unexplained: z.number() }),
)

const cups = z.object({
  day,
  recipeId: id,
  versionId: id,
  cupId: id.nullable(),
  drinkMl: z.number(),
  cups: z.number(),
  source: z.enum(['hatch', 'till']),
  /** null where nobody said what a cup costs */
  sales: cost.nullable(),
  /** what they were sold for is reckoned by what the size holds */
  isReckoned: z.boolean(),
})
const vessel = z.object({
  holdId: id,
  day,
  name: z.string(),
  recipeId: id,
  goneMl: z.number(),
  pouredMl: z.number(),
  /** that left it and was no cup, mL */
  apartMl: z.record(z.enum(SPILLED_AS), z.number()),
  leftMl: z.number(),
  thrownMl: z.number(),
  /** null while nobody read its level, nor emptied it */
  missingMl: z.number().nullable(),
  got: z.number(),
  expected: z.number().nullable(),
  /** so much is missing, or too much, that its cause is asked */
  isAsked: z.boolean(),
  /** the last moment of that day at which something can be told of it */
  lastAt: instant,
})
const account = z.object({
  key: z.string(),
  /** g that the standard wants for what was poured */
  wantedG: z.number(),
  /** g that were used, wasted and missing ones too; null where none of it came out of a lot */
  usedG: z.number().nullable(),
  wastedG: z.number(),
  missingG: z.number(),
  /** g that a kilo as purchased gave, and gives by the standard */
  gave: z.number().nullable(),
  gives: z.number(),
  paidPerKg: cost.nullable(),
  standardPerKg: cost.nullable(),
  standardCost: cost.nullable(),
  causes: causes.nullable(),
  lost: z.array(z.object({ fate: z.enum(FATES), kind: z.enum(['hold', 'lot', 'run']), id: z.string(), g: z.number() })),
  bought: z.array(z.object({ lotId: id, boughtG: z.number(), perKg: cost.nullable() })),
  pressed: z.array(z.object({ pressId: id, lotId: id.nullable(), boughtG: z.number(), gave: z.number() })),
})
const drink = z.object({
  /** '' of what is of no drink yet */
  recipeId: z.string(),
  cups: z.number(),
  ml: z.number(),
  sales: cost.nullable(),
  tax: cost.nullable(),
  standard: cost.nullable(),
  serving: cost.nullable(),
  more: cost.nullable(),
  earned: cost.nullable(),
  causes: causes.nullable(),
  /** of each ingredient: what the standard wants of it and what is gone, g, and why it cost more */
  parts: z.array(z.object({ key: z.string(), wantedG: z.number(), usedG: z.number(), causes: causes.nullable() })),
})
/** Cups with what guests chose, of drinks of which they chose something. */
const chosen = z.object({
  recipeId: id,
  versionId: id,
  cupId: id.nullable(),
  drinkMl: z.number(),
  /** keys of what went on top; none where a guest wanted nothing */
  options: z.array(z.string()),
  cups: z.number(),
})
export const countSheet = z.object({
  standId: id,
  from: day,
  until: day,
  cups: z.array(cups),
  vessels: z.array(vessel),
  soldOuts: z.array(z.object({ recipeId: id, at: instant, backAt: instant.nullable() })),
  /** batches under way: what was weighed into them is in no lot */
  openRuns: z.number(),
  accounts: z.array(account),
  drinks: z.array(drink),
  chosen: z.array(chosen),
  /** cups of each hour of the stand's clock, all days together */
  hours: z.array(z.object({ hour: z.number(), cups: z.number() })),
  /** who was there, as the plan of each day says: HH:MM where the stand is */
  shifts: z.array(z.object({ day, name: z.string(), from: z.string(), to: z.string() })),
  /** drinks whose standard cannot be read: what should have gone into them is in no sum */
  unsound: z.array(id),
  money: asMoney(
    z.object({
      /** what guests paid, and of it what is passed on as tax */
      sales: z.number().nullable(),
      tax: z.number().nullable(),
      standard: z.number().nullable(),
      serving: z.number().nullable(),
      causes,
      more: z.number(),
      earned: z.number().nullable(),
      missing: z.array(z.string()),
    }),
  ).nullable(),
})
export type CountSheet = z.infer<typeof countSheet>

/** What a stand says of a day: weather, market, and whatever else it chooses. */
export const dayNote = z.object({
  id,
  standId: id,
  day,
  tags: z.array(z.string().trim().min(1).max(30)).max(8),
  /** it was counted, and is over */
  closed: z.boolean(),
  version,
})
export type DayNote = z.infer<typeof dayNote>
/** Cups of a drink that were sold on a day. */
const soldDay = z.object({
  day,
  tags: z.array(z.string()),
  drinks: z.array(z.object({ recipeId: id, cups: z.number(), soldOut: z.boolean() })),
})
export type SoldDayRow = z.infer<typeof soldDay>

export const COUNT = {
  dayNote: endpoint({
    ...ROUTES.dayNote,
    summary: 'What a stand says of a day, and the words that it has said of days before',
    query: z.object({ stand: id, day }),
    reply: z.object({ note: dayNote.nullable(), known: z.array(z.string()) }),
  }),
  putDayNote: endpoint({
    ...ROUTES.putDayNote,
    summary: 'Say (version 0) or change what was on on a day, and close it',
    params: byId,
    body: dayNote.omit({ id: true }),
    reply: made,
  }),
  demand: endpoint({
    ...ROUTES.demand,
    summary: 'Cups sold on the days before one, drink by drink, with what the stand said of each day',
    query: z.object({ stand: id, day }),
    reply: z.object({
      days: z.array(soldDay),
      /** of the day itself */
      tags: z.array(z.string()),
      /** cups of each hour of the stand's clock, all of these days together */
      hours: z.array(z.object({ hour: z.number(), cups: z.number() })),
      /** cups of a drink that were planned in the mean */
      planned: z.array(z.object({ recipeId: id, cups: z.number() })),
    }),
  }),
  count: endpoint({
    ...ROUTES.count,
    summary: 'What some days earned at a stand: cups, vessels, and why they cost more than the standard',
    query: z.object({ stand: id, from: day, until: day }),
    reply: countSheet,
  }),
} satisfies Record<string, Endpoint>
