import { LOT_KINDS, VOID_KINDS } from '#core/books'
import { CAUTIONS, OWN_COMPONENTS } from '#core/substances'
import {
  PRESS_METHODS,
  INGREDIENT_KINDS,
  FAMILIES,
  PARTS,
  PLACES,
  FEELS,
  PRICE_PER,
  DISCARD_REASONS,
  FRUIT_TEMPS,
  FOAM,
} from '../lists'
import { ROUTES } from '../routes'
import {
  confirm,
  cost,
  day,
  endpoint,
  id,
  instant,
  key,
  locale,
  longText,
  money,
  name,
  ROLES,
  version,
  z,
  type Endpoint,
} from './endpoint'
import { moneyNames } from './money'
import { hash, recipeDocument, signedFigures, snapshots } from './recipe-document'

export * from './endpoint'
export { maskOf } from './money'
export { recipeDocument }

const ok = z.object({ ok: z.literal(true) })
const made = z.object({ id, version: version.optional() })
const byId = z.object({ id })
const standQuery = z.object({ stand: id })
const login = z.string().trim().toLowerCase().min(2).max(60)
const password = z.string().min(8).max(200)
const timeZone = z.string().min(1).max(60)

export const person = z.object({
  id,
  name,
  login,
  role: z.enum(ROLES),
  locale,
  active: z.boolean(),
  hasPin: z.boolean(),
  version,
})
export type Person = z.infer<typeof person>

export const stand = z.object({
  id,
  name,
  timeZone,
  labourPerH: money.nullable(),
  electricityPerKwh: money.nullable().optional(),
  gasPerKwh: money.nullable().optional(),
  /** °C of the room that drinks are drunk in, and minutes until the last sip */
  roomC: z.number().min(0).max(50).optional(),
  sipMin: z.number().min(1).max(180).optional(),
  lossShare: z.number().min(0).max(0.5),
  massStepG: z.number().min(0.1).max(1000),
  volumeStepMl: z.number().min(0.5).max(1000),
  bench: z.string().trim().max(120).nullable().optional(),
  version,
})
export type Stand = z.infer<typeof stand>

/** An operator's own composition of an ingredient, g per 100 g, and its pH. */
const composition = z.partialRecord(
  z.enum(OWN_COMPONENTS as [(typeof OWN_COMPONENTS)[number], ...(typeof OWN_COMPONENTS)[number][]]),
  z.number(),
)
export const ownValues = z.strictObject({ composition, ph: z.number().nullable() })
/**
 * How a fruit is handled here, where it is not as usual: g of a piece, days, and what kept by-products carry of its
 * cost.
 */
const maybe = z.number().optional()
export const ownHandling = z.strictObject({
  pieceG: z.number().nullable().optional(),
  daysToRipe: maybe,
  keepDaysRoom: maybe,
  keepDaysCold: maybe,
  leadDays: maybe,
  shares: z.partialRecord(z.enum(PARTS), z.number()).optional(),
})
export const ingredient = z.object({
  key: z.string().max(80),
  name: name.nullable(),
  likeKey: z.string().max(80),
  kind: z.enum(INGREDIENT_KINDS),
  version,
  own: ownValues.nullable(),
  handling: ownHandling.nullable(),
  /** of a base, from its makings: what is in it, and g of each fruit and of water for a g of it */
  base: z
    .object({
      runs: z.number(),
      composition,
      ph: z.number(),
      cautions: z.array(z.enum(CAUTIONS)),
      gPerMl: z.number(),
      parts: z.array(z.object({ key: z.string(), gPerG: z.number() })),
      minutesPerL: z.number().nullable(),
    })
    .nullable(),
})
export type Ingredient = z.infer<typeof ingredient>

export const price = z.object({
  id,
  ingredientKey: key,
  packPrice: money,
  packG: z.number().positive().max(1e6),
  since: instant,
  source: z.enum(['typed', 'receipt', 'list']),
  supplier: longText.nullable(),
})
export type PriceRow = z.infer<typeof price>

export const cup = z.object({
  id,
  name,
  capacityMl: z.number().min(50).max(2000),
  fillLineMl: z.number().min(30).max(2000),
  cupPrice: money.nullable(),
  lidPrice: money.nullable(),
  strawPrice: money.nullable(),
  version,
})
export type Cup = z.infer<typeof cup>

export const vessel = z.object({
  id,
  standId: id,
  name,
  capacityMl: z.number().min(100).max(1e6),
  heatProof: z.boolean(),
  version,
})
export type Vessel = z.infer<typeof vessel>

/** Names of the fields that a device filled in; all others were typed. */
const measured = z.array(z.string().max(20)).max(16).default([])
const reading = z.number().nullable().default(null)
const place = z.enum(PLACES)
const feel = z.enum(FEELS)
/** What was seen of a delivery. */
export const seenLot = z.object({
  feel: feel.nullable().default(null),
  crackedShare: reading,
  waxed: z.boolean().nullable().default(null),
  tempC: reading,
  brix: reading,
  measured,
})
const look = z.object({ at: instant, by: z.string(), place, feel: feel.nullable() })
export const lot = z.object({
  id,
  standId: id,
  ingredientKey: z.string(),
  kind: z.enum(LOT_KINDS),
  part: z.string().nullable(),
  supplier: longText.nullable(),
  count: z.number().nullable(),
  unit: z.enum(['g', 'mL']),
  amount: z.number(),
  /** g as purchased that it is of, where it was peeled */
  purchasedG: z.number().nullable(),
  onHand: z.number(),
  cost: cost.nullable(),
  at: instant,
  by: z.string(),
  weighed: z.boolean(),
  crates: z.number().nullable(),
  marketCost: cost.nullable(),
  place: place.nullable(),
  seen: seenLot.nullable(),
  useBy: day.nullable(),
  useFor: longText.nullable(),
  sourceId: id.nullable(),
  /** the latest look at it, and the latest cleaning */
  look: look.nullable(),
  cleaned: z.object({ at: instant, by: z.string(), initials: z.string() }).nullable(),
})
export type Lot = z.infer<typeof lot>

/** A by-product: weighed, or pulp with all that is left; kept as a lot of its own, or thrown. */
const part = z.object({
  part: z.enum(PARTS),
  g: z.number().nullable(),
  kept: z.object({ lotId: id, place, useBy: day.nullable(), useFor: longText.nullable() }).nullable(),
})
export type PartKept = z.infer<typeof part>
const titration = z.object({ sampleMl: z.number(), baseMl: z.number(), baseN: z.number() })
/** What was measured of a press beside kilos and juice. TA in g per 100 mL as citric. */
export const seenPress = z.object({
  foam: z.enum(FOAM).nullable().default(null),
  brix: reading,
  ph: reading,
  ta: reading,
  titration: titration.nullable().default(null),
  measured,
})
/** What came of fruit and water, or of several fruits; mL of juice of the fruit in it, at least and at most. */
const baseMade = z.object({
  waterG: z.number(),
  outG: z.number(),
  outMl: z.number(),
  leastMl: z.number(),
  mostMl: z.number(),
  brix: z.number(),
  leastBrix: z.number(),
  waterKeptG: z.number(),
  spilledMl: z.number().nullable(),
  composition,
  ph: z.number(),
  cautions: z.array(z.enum(CAUTIONS)),
})
export const press = z.object({
  id,
  standId: id,
  lotId: id,
  ingredientKey: z.string(),
  /** g as purchased out of each lot, and g that left it */
  takes: z.array(
    z.object({ lotId: id, ingredientKey: z.string(), takenG: z.number(), outG: z.number(), weighed: z.boolean() }),
  ),
  baseKey: z.string().nullable(),
  base: baseMade.nullable(),
  takenG: z.number(),
  weighed: z.boolean(),
  trimmedG: z.number().nullable(),
  juiceMl: z.number(),
  juiceG: z.number(),
  juiceUnit: z.enum(['mL', 'g']),
  method: z.enum(PRESS_METHODS),
  minutes: z.number().nullable(),
  fruitCost: cost.nullable(),
  costBasis: z.enum(['measured', 'estimated']),
  at: instant,
  by: z.string(),
  doubts: z.array(z.string()),
  tool: z.string().nullable(),
  fruitTemp: z.enum(FRUIT_TEMPS).nullable(),
  hands: z.number().nullable(),
  spilledMl: z.number().nullable(),
  byCost: cost.nullable(),
  marketCost: cost.nullable(),
  parts: z.array(part),
  seen: seenPress.nullable(),
  /** asked whether it counts: null not asked or not answered */
  mark: z.object({ leftOut: z.boolean(), reason: longText.nullable(), version }).nullable(),
})
export type Press = z.infer<typeof press>

const lotEvent = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('look'),
    place,
    feel: feel.nullable(),
    brix: reading,
    tempC: reading,
    crackedShare: reading,
    note: longText.nullable().default(null),
  }),
  z.object({ kind: z.literal('clean'), routine: z.string().max(20), initials: z.string().trim().min(1).max(8) }),
  z.object({
    kind: z.literal('garnish'),
    pieces: z.number().nullable(),
    massG: z.number().nullable(),
    perPiece: z.number().nullable().default(null),
  }),
  z.object({
    kind: z.literal('discard'),
    kg: z.number().nullable().default(null),
    /** in the unit of the lot, where it is not fruit */
    amount: reading,
    reason: z.enum(DISCARD_REASONS),
    note: longText.nullable().default(null),
  }),
  z.object({ kind: z.literal('use'), amount: z.number(), note: longText.nullable().default(null) }),
  z.object({ kind: z.literal('spill'), amount: z.number(), note: longText.nullable().default(null) }),
  z.object({
    kind: z.literal('peel'),
    kg: z.number(),
    peeledG: z.number().nullable().default(null),
    parts: z.array(part).max(12).default([]),
  }),
  z.object({ kind: z.literal('sort'), kg: z.number(), parts: z.array(part).max(12), reason: z.enum(DISCARD_REASONS) }),
])
export type LotEventBody = z.infer<typeof lotEvent>
const eventRow = z.object({
  id,
  amountG: z.number().nullable(),
  event: lotEvent,
  measured: z.array(z.string()),
  at: instant,
  by: z.string(),
  voided: z.boolean(),
})
export type LotEventRow = z.infer<typeof eventRow>
const lotStory = z.object({
  lot,
  presses: z.array(press),
  events: z.array(eventRow),
  children: z.array(lot),
  parent: id.nullable(),
  voided: z.boolean(),
})
export type LotStory = z.infer<typeof lotStory>
const when = instant.nullable().default(null)
/** the fact that this one corrects, taken out of the books in the same breath */
const replaces = id.nullable().default(null)
const listedPrice = z.object({
  ingredientKey: key,
  packG: z.number().positive().max(1e6),
  packPrice: money,
  supplier: longText.nullable(),
  day,
})
const packChoice = z.object({
  ingredientKey: z.string(),
  needG: z.number(),
  packs: z.array(
    z.object({
      packG: z.number(),
      packPrice: money.nullable(),
      supplier: z.string().nullable(),
      since: instant,
      loose: z.boolean(),
      count: z.number(),
    }),
  ),
  massG: z.number(),
  totalPrice: money.nullable(),
})
export type PackChoiceRow = z.infer<typeof packChoice>
const benchReading = z.object({
  device: z.string(),
  value: z.number().nullable(),
  unit: z.string().nullable(),
  steady: z.boolean(),
  state: z.enum(['ok', 'lost', 'flood', 'unit-changed']),
  at: instant,
})
export type BenchReading = z.infer<typeof benchReading>

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

export const planLine = z.object({ id, standId: id, day, recipeId: id, cups: z.number().int(), version })
export type PlanLine = z.infer<typeof planLine>

const newPerson = z.object({ id, name, login, password, role: z.enum(ROLES), locale: locale.default('en') })

const pin = z.string().regex(/^\d{4,8}$/)
export const sessionRow = z.object({
  id,
  personId: id,
  name,
  createdAt: instant,
  seenAt: instant.nullable(),
  agent: z.string().nullable(),
  device: z.string().nullable(),
  current: z.boolean(),
})
export type SessionRow = z.infer<typeof sessionRow>
export const device = z.object({ id, name, enrolledAt: instant, by: z.string(), current: z.boolean() })
export type DeviceRow = z.infer<typeof device>
const entity = z.string().regex(/^[a-z-]{1,30}$/)
const seq = z.coerce.number().int().min(0)
export const historyRow = z.object({
  seq: z.number(),
  entity,
  entityId: z.string(),
  before: z.any(),
  after: z.any(),
  at: instant,
  by: z.string(),
})
export type HistoryRow = z.infer<typeof historyRow>
export const backupSetting = z.object({
  hour: z.number().int().min(0).max(23).nullable(),
  keep: z.number().int().min(1).max(60),
  version,
})
export type BackupSetting = z.infer<typeof backupSetting>
export const backupCopy = z.object({
  name: z.string(),
  at: instant,
  bytes: z.number(),
  rows: z.number(),
  checked: z.boolean(),
  broken: z.boolean(),
})
export type BackupCopy = z.infer<typeof backupCopy>
const factBody = z.object({ entity: z.enum(VOID_KINDS), reason: longText.nullable().default(null) })

export const contract = {
  health: endpoint({
    ...ROUTES.health,
    summary: 'Live, and ready when the database answers with the right schema',
    reply: z.object({ live: z.literal(true), ready: z.boolean() }),
  }),
  openapi: endpoint({ ...ROUTES.openapi, summary: 'This document', reply: z.any() }),
  getSetup: endpoint({
    ...ROUTES.getSetup,
    summary: 'Whether a first owner is still to be made',
    reply: z.object({ needed: z.boolean(), demo: z.boolean() }),
  }),
  setup: endpoint({
    ...ROUTES.setup,
    summary: 'First run: business, stand and owner; refused once there is an owner',
    body: z.object({ business: name, stand: name, timeZone, owner: name, login, password, locale }),
    reply: ok,
  }),
  signIn: endpoint({
    ...ROUTES.signIn,
    summary: 'Sign in',
    body: z.object({ login, password: z.string().min(1).max(200) }),
    reply: ok,
  }),
  me: endpoint({
    ...ROUTES.me,
    summary: 'Who is signed in',
    reply: z.object({ person, business: z.string(), now: instant }),
  }),
  signOut: endpoint({ ...ROUTES.signOut, summary: 'Sign out', reply: ok }),
  setLocale: endpoint({
    ...ROUTES.setLocale,
    summary: 'Language of the person signed in',
    body: z.object({ locale }),
    reply: ok,
  }),

  getPin: endpoint({
    ...ROUTES.getPin,
    summary: 'Crew who may sign in by PIN, on a tablet that an owner enrolled; nobody elsewhere',
    reply: z.object({ enrolled: z.boolean(), people: z.array(z.object({ id, name })) }),
  }),
  pinIn: endpoint({
    ...ROUTES.pinIn,
    summary: 'Sign in by PIN on an enrolled tablet',
    body: z.object({ personId: id, pin }),
    reply: ok,
  }),
  putPassword: endpoint({
    ...ROUTES.putPassword,
    summary: 'Change the own password; every other session of it ends',
    body: z.object({ current: z.string().min(1).max(200), next: password }),
    reply: ok,
  }),
  getSeal: endpoint({
    ...ROUTES.getSeal,
    summary: 'The key that closes what a tablet has not sent of the person signed in',
    reply: z.object({ key: z.string() }),
  }),
  sessions: endpoint({
    ...ROUTES.sessions,
    summary: 'Live sessions: all for the owner, the own for others',
    reply: z.array(sessionRow),
  }),
  endSession: endpoint({ ...ROUTES.endSession, summary: 'End a session at once', params: byId, reply: ok }),
  devices: endpoint({ ...ROUTES.devices, summary: 'Enrolled tablets', reply: z.array(device) }),
  enrol: endpoint({
    ...ROUTES.enrol,
    summary: 'Enrol the tablet this is sent from',
    body: z.object({ id, name }),
    reply: ok,
  }),
  endDevice: endpoint({
    ...ROUTES.endDevice,
    summary: 'Strike a tablet off; its sessions end at once',
    params: byId,
    reply: ok,
  }),

  changes: endpoint({
    ...ROUTES.changes,
    summary: 'What changed after a number; without one, the number of now',
    query: z.object({ since: seq.optional() }),
    reply: z.object({
      seq: z.number(),
      more: z.boolean(),
      rows: z.array(z.object({ seq: z.number(), entity, entityId: z.string(), key: z.string().nullable() })),
    }),
  }),
  history: endpoint({
    ...ROUTES.history,
    summary: 'Changes, newest first: of one thing, or of all; money for the owner only',
    query: z.object({ entity: entity.optional(), id: key.optional(), before: seq.optional() }),
    reply: z.array(historyRow),
  }),
  voidFact: endpoint({
    ...ROUTES.voidFact,
    summary: 'Take a weigh-in or a press out of the books',
    params: byId,
    body: factBody,
    reply: made,
  }),
  restoreFact: endpoint({
    ...ROUTES.restoreFact,
    summary: 'Put a voided weigh-in or press back',
    params: byId,
    body: factBody,
    reply: made,
  }),

  backups: endpoint({
    ...ROUTES.backups,
    summary: 'Backups there are, newest first, and when they are made',
    reply: z.object({ setting: backupSetting, copies: z.array(backupCopy) }),
  }),
  makeBackup: endpoint({
    ...ROUTES.makeBackup,
    summary: 'Make a backup now, and check that it can be read back',
    reply: backupCopy,
  }),
  putBackups: endpoint({
    ...ROUTES.putBackups,
    summary: 'When the daily backup is made, and how many are kept',
    body: backupSetting,
    reply: z.object({ version }),
  }),
  getArchive: endpoint({
    ...ROUTES.getArchive,
    summary: 'The business as an open archive (zip); passwords are left out',
    reply: z.any(),
  }),
  readArchive: endpoint({
    ...ROUTES.readArchive,
    summary:
      'Read an archive, sent as a form with the file `archive`, into an empty installation; one of its owners signs in with a new password',
    body: z.object({ login, password }),
    reply: ok,
  }),

  stands: endpoint({ ...ROUTES.stands, summary: 'Stands; labour rate for the owner only', reply: z.array(stand) }),
  putStand: endpoint({
    ...ROUTES.putStand,
    summary: 'Settings of a stand',
    params: byId,
    body: stand.omit({ id: true }),
    reply: made,
  }),

  ingredients: endpoint({ ...ROUTES.ingredients, summary: 'Ingredients, shipped and own', reply: z.array(ingredient) }),
  postIngredient: endpoint({
    ...ROUTES.postIngredient,
    summary: 'An ingredient of your own, with the composition of a shipped one',
    body: z.object({ id, name, likeKey: key }),
    reply: made,
  }),
  prices: endpoint({ ...ROUTES.prices, summary: 'Dated prices, newest first', reply: z.array(price) }),
  putIngredient: endpoint({
    ...ROUTES.putIngredient,
    summary: 'Own composition of an ingredient, or the shipped one again',
    params: z.object({ id: key }),
    body: z.object({ own: ownValues.nullable(), version }),
    reply: made,
  }),
  putHandling: endpoint({
    ...ROUTES.putHandling,
    summary: 'How a fruit is handled here: piece, ripening, keeping, ordering, shares of cost',
    params: z.object({ id: key }),
    body: z.object({ handling: ownHandling.nullable(), version }),
    reply: made,
  }),
  postPriceList: endpoint({
    ...ROUTES.postPriceList,
    summary: 'A dated price list, read from CSV on the tablet; at most 10 000 prices',
    body: z.object({ id, rows: z.array(listedPrice).min(1).max(10_000), confirm }),
    reply: z.object({ id, count: z.number() }),
  }),
  postPrice: endpoint({
    ...ROUTES.postPrice,
    summary: 'A price of a pack from today on',
    body: z.object({ id, ingredientKey: key, packPrice: money, packG: z.number().positive().max(1e6), confirm }),
    reply: made,
  }),

  cups: endpoint({ ...ROUTES.cups, summary: 'Cups; prices for the owner only', reply: z.array(cup) }),
  putCup: endpoint({
    ...ROUTES.putCup,
    summary: 'Make (version 0) or change a cup',
    params: byId,
    body: cup.omit({ id: true }),
    reply: made,
  }),
  vessels: endpoint({ ...ROUTES.vessels, summary: 'Vessels of all stands', reply: z.array(vessel) }),
  putVessel: endpoint({
    ...ROUTES.putVessel,
    summary: 'Make (version 0) or change a vessel',
    params: byId,
    body: vessel.omit({ id: true }),
    reply: made,
  }),

  people: endpoint({ ...ROUTES.people, summary: 'People', reply: z.array(person) }),
  postPerson: endpoint({ ...ROUTES.postPerson, summary: 'Add a person', body: newPerson, reply: made }),
  putPerson: endpoint({
    ...ROUTES.putPerson,
    summary: 'Change a person; the last owner stays',
    params: byId,
    body: z.object({ name, role: z.enum(ROLES), active: z.boolean(), version }),
    reply: made,
  }),

  setPin: endpoint({
    ...ROUTES.setPin,
    summary: 'Set or take away the PIN of one of the crew',
    params: byId,
    body: z.object({ pin: pin.nullable() }),
    reply: ok,
  }),
  resetPassword: endpoint({
    ...ROUTES.resetPassword,
    summary: 'A new password for somebody who forgot theirs; their sessions end',
    params: byId,
    body: z.object({ password }),
    reply: ok,
  }),

  lots: endpoint({
    ...ROUTES.lots,
    summary: 'Lots of a stand, newest first: all that is there, and the newest deliveries that are used up',
    query: standQuery,
    reply: z.array(lot),
  }),
  postLot: endpoint({
    ...ROUTES.postLot,
    summary: 'Weigh in, or count in: a count alone is confirmed as the estimate it is',
    body: z.object({
      id,
      standId: id,
      ingredientKey: key,
      supplier: longText.nullable(),
      kg: z.number().nullable(),
      count: z.number().nullable(),
      crates: z.number().nullable().default(null),
      price: z
        .object({ paid: cost, per: z.enum(PRICE_PER) })
        .nullable()
        .default(null),
      place: place.nullable().default(null),
      seen: seenLot.nullable().default(null),
      at: when,
      replaces,
      confirm,
    }),
    reply: made,
  }),
  getLot: endpoint({
    ...ROUTES.getLot,
    summary: 'One lot with its whole story: presses, what was done with it, and what came of it',
    params: byId,
    reply: lotStory,
  }),
  postLotEvent: endpoint({
    ...ROUTES.postLotEvent,
    summary: 'Looked at, cleaned, taken for garnish, peeled, discarded, sorted; juice used or spilled',
    params: byId,
    body: z.object({ id, event: lotEvent, measured, at: when, confirm }),
    reply: made,
  }),
  presses: endpoint({
    ...ROUTES.presses,
    summary: 'Presses of a stand, newest first: those of the lots in the list, and the latest twelve of every fruit',
    query: standQuery,
    reply: z.array(press),
  }),
  postPress: endpoint({
    ...ROUTES.postPress,
    summary: 'Record a press',
    body: z.object({
      id,
      lotId: id,
      /** of the lot of juice; made of this id where it is left out */
      juiceLotId: id.optional(),
      takenKg: z.number(),
      trimmedKg: z.number().nullable(),
      juice: z.object({ value: z.number(), unit: z.enum(['mL', 'g']) }),
      method: z.enum(PRESS_METHODS),
      minutes: z.number().nullable(),
      parts: z.array(part).max(12).default([]),
      tool: z.string().trim().max(60).nullable().default(null),
      fruitTemp: z.enum(FRUIT_TEMPS).nullable().default(null),
      hands: z.number().nullable().default(null),
      spilledMl: z.number().nullable().default(null),
      seen: seenPress.nullable().default(null),
      /** water that went in, in each load; then, or with several lots, what came out has a name of its own */
      water: z
        .object({ value: z.number(), unit: z.enum(['mL', 'g']), loads: z.number().default(1) })
        .nullable()
        .default(null),
      also: z
        .array(z.object({ lotId: id, takenKg: z.number() }))
        .max(11)
        .default([]),
      base: z.string().trim().max(80).nullable().default(null),
      at: when,
      replaces,
      confirm,
    }),
    reply: made,
  }),
  fruitPresses: endpoint({
    ...ROUTES.fruitPresses,
    summary: 'The latest 150 presses of one fruit at a stand, newest first',
    params: z.object({ id: key }),
    query: standQuery,
    reply: z.array(press),
  }),
  putPressMark: endpoint({
    ...ROUTES.putPressMark,
    summary: 'Whether a press far from the others counts, and why',
    params: byId,
    body: z.object({ leftOut: z.boolean(), reason: longText.nullable(), version }),
    reply: made,
  }),
  packs: endpoint({
    ...ROUTES.packs,
    summary:
      'Cheapest whole packs for the kilos needed, as ingredient:grams separated by commas; money for the owner only',
    query: z.object({
      need: z.string().regex(/^[\x21-\x7e]{1,80}:\d{1,8}(,[\x21-\x2b\x2d-\x7e]{1,80}:\d{1,8}){0,119}$/),
    }),
    reply: z.array(packChoice),
  }),
  bench: endpoint({
    ...ROUTES.bench,
    summary: 'Readings of the devices at a stand: as they are now, or as server-sent events for whoever accepts those',
    query: standQuery,
    reply: z.object({ readings: z.array(benchReading) }),
  }),

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

export type Contract = typeof contract
export type Body<K extends keyof Contract> = z.infer<Contract[K]['body']>
export type BodyInput<K extends keyof Contract> = z.input<Contract[K]['body']>
export type Reply<K extends keyof Contract> = z.infer<Contract[K]['reply']>

/** Names of all that is marked as money, in what is sent and in what is answered. */
export const MONEY_NAMES: ReadonlySet<string> = new Set(
  Object.values<Endpoint>(contract).flatMap((e) => [...moneyNames(e.reply), ...moneyNames(e.body)]),
)
