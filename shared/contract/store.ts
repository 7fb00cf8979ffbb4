import { HOLD_CONTROLS } from '#core/hold/clocks'
import { EQUIPMENT_KINDS } from '#core/limits/equipment'
import { LIMONES, PREP_COSTS } from '#core/stand'
import { isCurrency, isRegion, UNIT_SYSTEMS } from '#core/region'
import { CAUTIONS, OWN_COMPONENTS } from '#core/substances'
import { OUNCE_MEANINGS } from '#core/units'
import { INGREDIENT_KINDS, PARTS } from '../lists'
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
  money,
  name,
  timeZone,
  version,
  z,
  type Endpoint,
} from './endpoint'

// What the business has: stands, ingredients with their prices, cups, vessels.

export const region = z.string().refine(isRegion, 'region')
export const currency = z.string().refine(isCurrency, 'currency')
export const units = z.enum(UNIT_SYSTEMS)
export const business = z.object({ name, region, currency, version })
export type Business = z.infer<typeof business>
export const stand = z.object({
  id,
  name,
  timeZone,
  labourPerH: money.nullable().optional(),
  electricityPerKwh: money.nullable().optional(),
  gasPerKwh: money.nullable().optional(),
  /** °C of the room that drinks are drunk in, and minutes until the last sip */
  roomC: z.number().min(0).max(50).optional(),
  sipMin: z.number().min(1).max(180).optional(),
  lossShare: z.number().min(0).max(0.5),
  /** mL of each drink that are tasted, and stay in tap and pipe */
  leftMl: z.number().min(0).max(20_000).optional(),
  massStepG: z.number().min(0.1).max(1000),
  volumeStepMl: z.number().min(0.5).max(1000),
  /** what amounts are typed and shown in */
  units: units.optional(),
  /** what an ounce of a liquid means here; null until somebody said */
  ounces: z.enum(OUNCE_MEANINGS).nullable().optional(),
  bench: z.string().trim().max(120).nullable().optional(),
  /** what “limón” is here; null until somebody said */
  limon: z.enum(LIMONES).nullable().optional(),
  /** what a prep costs in a drink */
  countPreps: z.enum(PREP_COSTS).optional(),
  /** what keeps safe what stands at the hatch: the cold, or also time, by a written procedure */
  holdControl: z.enum(HOLD_CONTROLS).optional(),
  /** tax on top of a price, as a share of the price without it; and of that what may go into a cup */
  taxShare: z.number().min(0).max(1).optional(),
  costShare: z.number().min(0.01).max(1).optional(),
  /** it serves no more; what happened there stays */
  closed: z.boolean().optional(),
  version,
})
export type Stand = z.infer<typeof stand>
/** A stand among many, as it is today. */
const standToday = z.object({
  standId: id,
  day,
  fruitKg: z.number(),
  cupsPlanned: z.number(),
  cupsPoured: z.number(),
  underWay: z.number(),
  atHatch: z.number(),
  soldOut: z.number(),
  past: z.number(),
  coming: z.number(),
  late: z.number(),
})
/** An operator's own composition of an ingredient, g per 100 g, and its pH. */
export const composition = z.partialRecord(
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
  cupG: z.number().nullable().optional(),
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
      perFruit: z.array(z.number()),
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
  acidProof: z.boolean().optional(),
  version,
})
export type Vessel = z.infer<typeof vessel>
export const equipment = z.object({
  id,
  standId: id,
  kind: z.enum(EQUIPMENT_KINDS),
  name,
  /** W of a burner and of a microwave oven, as it is named */
  powerW: z.number().nullable(),
  /** mL of a jar and of a fridge */
  capacityMl: z.number().nullable(),
  /** g that a scale takes at once, and that it tells apart */
  capacityG: z.number().nullable().default(null),
  stepG: z.number().nullable().default(null),
  version,
})
export type Equipment = z.infer<typeof equipment>
const listedPrice = z.object({
  ingredientKey: key,
  packG: z.number().positive().max(1e6),
  packPrice: money,
  supplier: longText.nullable(),
  day,
})

export const STORE = {
  business: endpoint({
    ...ROUTES.business,
    summary: 'Name of the business, where it is, what it counts in, and whether that can still be changed',
    reply: business.extend({ mayChangeCurrency: z.boolean() }),
  }),
  putBusiness: endpoint({
    ...ROUTES.putBusiness,
    summary: 'Name, region and currency; the currency until the first price',
    body: business,
    reply: made,
  }),
  stands: endpoint({ ...ROUTES.stands, summary: 'Stands; labour rate for the owner only', reply: z.array(stand) }),
  standsToday: endpoint({
    ...ROUTES.standsToday,
    summary: 'How today goes at every stand where one works: what is there, planned, poured, and what needs somebody',
    reply: z.array(standToday),
  }),
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
  equipment: endpoint({
    ...ROUTES.equipment,
    summary: 'Burners, microwave ovens, jars and fridges of all stands',
    reply: z.array(equipment),
  }),
  putEquipment: endpoint({
    ...ROUTES.putEquipment,
    summary: 'Make (version 0) or change a piece of equipment',
    params: byId,
    body: equipment.omit({ id: true }),
    reply: made,
  }),
} satisfies Record<string, Endpoint>
