import { DataTypes, Model, type ModelAttributes, type Sequelize } from 'sequelize'

const { STRING, CHAR, INTEGER, BIGINT, BOOLEAN, DECIMAL, DATE, DATEONLY, TEXT, ENUM } = DataTypes

const pk = { type: CHAR(36), primaryKey: true }
const ref = { type: CHAR(36), allowNull: false }
const refOrNull = { type: CHAR(36), allowNull: true }
const text = (length: number) => ({ type: STRING(length), allowNull: false })
const textOrNull = (length: number) => ({ type: STRING(length), allowNull: true })
const amount = { type: DECIMAL(14, 4), allowNull: false }
const amountOrNull = { type: DECIMAL(14, 4), allowNull: true }
const at = { type: DATE(6), allowNull: false }
const atOrNull = { type: DATE(6), allowNull: true }
const json = { type: TEXT('long'), allowNull: false }
const jsonOrNull = { type: TEXT('long'), allowNull: true }
const whole = { type: INTEGER, allowNull: false }
const wholeOrNull = { type: INTEGER, allowNull: true }
const yes = { type: BOOLEAN, allowNull: false }
const yesByDefault = { type: BOOLEAN, allowNull: false, defaultValue: true }
const dayOrNull = { type: DATEONLY, allowNull: true }
const maybe = (...values: string[]) => ({ type: ENUM(...values), allowNull: true })
const one = (...values: string[]) => ({ type: ENUM(...values), allowNull: false })

export class Business extends Model { declare id: string; declare name: string }
export class Stand extends Model {}
export class Person extends Model {}
export class Session extends Model {}
export class SignInAttempt extends Model {}
export class Ingredient extends Model {}
export class Price extends Model {}
export class Cup extends Model {}
export class Vessel extends Model {}
export class Lot extends Model {}
export class LotEvent extends Model {}
export class PressMark extends Model {}
export class Movement extends Model {}
export class Press extends Model {}
export class Recipe extends Model {}
export class RecipeVersion extends Model {}
export class RecipeUse extends Model {}
export class PlanLine extends Model {}
export class Change extends Model {}
export class IdempotencyKey extends Model {}
export class FactVoid extends Model {}
export class Device extends Model {}
export class Setting extends Model {}

const TABLES: [typeof Model & { new (): Model }, string, ModelAttributes][] = [
  [Business, 'business', { id: pk, name: text(80), createdAt: at }],
  [Stand, 'stand', { id: pk, name: text(80), timeZone: text(60), labourEurPerH: amount, lossShare: amount, massStepG: amount, volumeStepMl: amount, bench: textOrNull(120), version: whole }],
  [Person, 'person', { id: pk, name: text(80), login: text(60), passwordHash: text(255), pinHash: textOrNull(255), role: one('crew', 'lead', 'owner'), locale: one('en', 'es'), active: yes, version: whole }],
  [Session, 'session', { id: pk, personId: ref, createdAt: at, expiresAt: at, revokedAt: atOrNull, deviceId: refOrNull, agent: textOrNull(200), seenAt: atOrNull }],
  [SignInAttempt, 'sign_in_attempt', { id: { type: BIGINT, primaryKey: true, autoIncrement: true }, account: text(60), address: text(64), at, succeeded: yes }],
  [Ingredient, 'ingredient', { key: { type: STRING(80), primaryKey: true }, name: textOrNull(80), likeKey: text(80), kind: text(20), version: whole, own: jsonOrNull, handling: jsonOrNull }],
  [Price, 'price', { id: pk, ingredientKey: text(80), packPriceEur: { type: DECIMAL(12, 4), allowNull: false }, packG: amount, since: at, source: one('typed', 'receipt', 'list'), lotId: refOrNull, supplier: textOrNull(200), listId: refOrNull, personId: ref }],
  [Cup, 'cup', { id: pk, name: text(80), capacityMl: amount, fillLineMl: amount, cupEur: amount, lidEur: amount, strawEur: amount, version: whole }],
  [Vessel, 'vessel', { id: pk, standId: ref, name: text(80), capacityMl: amount, heatProof: yes, version: whole }],
  [Lot, 'lot', { id: pk, standId: ref, ingredientKey: text(80), kind: one('received', 'pressed', 'by-product'), part: textOrNull(20), supplier: textOrNull(200), count: wholeOrNull, unit: one('g', 'mL'), amount, costEur: amountOrNull, weighed: yesByDefault, crates: wholeOrNull, marketEur: amountOrNull, place: maybe('room', 'cold'), seen: jsonOrNull, useBy: dayOrNull, useFor: textOrNull(200), sourceId: refOrNull, open: yesByDefault, at, personId: ref, confirmed: json }],
  [LotEvent, 'lot_event', { id: pk, lotId: ref, kind: one('look', 'clean', 'garnish', 'discard', 'sort'), amountG: amountOrNull, body: json, at, personId: ref }],
  [Movement, 'movement', { id: pk, lotId: ref, amount, kind: one('receive', 'press-out', 'press-in', 'pour-out', 'void', 'restore', 'garnish', 'discard', 'sort-out', 'sort-in'), sourceId: ref, at, personId: ref }],
  [Press, 'press', { id: pk, standId: ref, lotId: ref, juiceLotId: ref, ingredientKey: text(80), takenG: amount, trimmedG: amountOrNull, juiceMl: amount, juiceG: amount, juiceUnit: one('mL', 'g'), method: text(30), minutes: amountOrNull, fruitCostEur: amountOrNull, costBasis: one('measured', 'estimated'), tool: textOrNull(60), fruitTemp: maybe('cold', 'room', 'warm'), hands: wholeOrNull, spilledMl: amountOrNull, byCostEur: amountOrNull, marketCostEur: amountOrNull, parts: jsonOrNull, seen: jsonOrNull, at, personId: ref, confirmed: json }],
  [PressMark, 'press_mark', { pressId: pk, leftOut: yes, reason: textOrNull(200), version: whole }],
  [Recipe, 'recipe', { id: pk, kind: one('drink', 'prep'), name: text(80), shipped: textOrNull(40), family: text(20), draft: json, sellEur: amountOrNull, version: whole, createdAt: at }],
  [RecipeVersion, 'recipe_version', { id: pk, recipeId: ref, number: whole, document: json, preps: json, composition: json, coreVersion: text(20), figures: json, personId: ref, signedAt: at }],
  [RecipeUse, 'recipe_use', { recipeId: pk, itemKey: { type: STRING(80), primaryKey: true } }],
  [PlanLine, 'plan_line', { id: pk, standId: ref, day: { type: DATEONLY, allowNull: false }, recipeId: ref, cups: whole, version: whole }],
  [Change, 'change_row', { seq: { type: BIGINT, primaryKey: true, autoIncrement: true }, entity: text(30), entityId: text(80), before: jsonOrNull, after: jsonOrNull, at, personId: ref, idempotencyKey: textOrNull(80) }],
  [IdempotencyKey, 'idempotency_key', { personId: pk, key: { type: STRING(80), primaryKey: true }, requestHash: text(64), reply: jsonOrNull, at }],
  [FactVoid, 'fact_void', { id: pk, entity: one('lot', 'press', 'lot-event'), factId: ref, sign: whole, reason: textOrNull(200), at, personId: ref }],
  [Device, 'device', { id: pk, name: text(80), secretHash: text(64), personId: ref, enrolledAt: at, revokedAt: atOrNull }],
  [Setting, 'setting', { name: { type: STRING(40), primaryKey: true }, value: json, version: whole }],
]

export function defineModels(db: Sequelize): void {
  for (const [model, tableName, attributes] of TABLES) {
    // Sequelize writes onto the attribute objects, so each model gets its own.
    const own = Object.fromEntries(Object.entries(attributes).map(([k, v]) => [k, { ...(v as object) }])) as ModelAttributes
    model.init(own, { sequelize: db, tableName })
  }
}
