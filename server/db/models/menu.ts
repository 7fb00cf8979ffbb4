import { Model } from 'sequelize'
import type { Family, WorkKind } from '#shared/lists'
import {
  amountOrNull,
  at,
  day,
  emptyText,
  hashKey,
  hashOrNull,
  json,
  jsonOrNull,
  named,
  noByDefault,
  one,
  pk,
  ref,
  refOrNull,
  text,
  textOrNull,
  whole,
  wholeOrNull,
  word,
  yesByDefault,
  type RowOf,
  type Table,
} from './columns'

// Recipes, their standards, and what is planned of them.
const RECIPE = {
  id: pk,
  kind: one('drink', 'prep'),
  name: text(80),
  shipped: textOrNull(40),
  family: word<Family>(20),
  draft: json,
  sellPrice: amountOrNull,
  /** of cups other than the usual one */
  sizePrices: jsonOrNull,
  version: whole,
  note: emptyText(600),
  retired: noByDefault,
  createdAt: at,
}
const DRINK_WORK = {
  id: pk,
  recipeId: ref,
  standId: ref,
  kind: word<WorkKind>(20),
  body: json,
  version: whole,
  personId: ref,
  at,
}
const STAND_USE = {
  id: pk,
  standId: ref,
  recipeId: ref,
  versionId: refOrNull,
  isServed: yesByDefault,
  /** what a cup is sold at there and nowhere else */
  ownPrices: jsonOrNull,
  version: whole,
}
const RECIPE_VERSION = {
  id: pk,
  recipeId: ref,
  number: whole,
  document: json,
  preps: json,
  /** of standards from before there were snapshots: what those are filled from */
  composition: jsonOrNull,
  coreVersion: text(20),
  figures: json,
  personId: ref,
  signedAt: at,
  snapshot: hashOrNull,
  /** whether its snapshot was put down later than it was signed */
  filled: noByDefault,
}
const SNAPSHOT = { hash: hashKey, kind: one('ingredient', 'recipe'), content: json }
const RECIPE_USE = { recipeId: pk, itemKey: named(80) }
const PLAN_LINE = {
  id: pk,
  standId: ref,
  day,
  recipeId: ref,
  cups: whole,
  sizes: jsonOrNull,
  expected: wholeOrNull,
  spread: wholeOrNull,
  version: whole,
}
const SERVICE_DAY = { id: pk, standId: ref, day, opensAt: text(5), closesAt: text(5), shifts: json, version: whole }
const DAY_NOTE = { id: pk, standId: ref, day, tags: json, closed: noByDefault, version: whole }
const DAY_TASK = {
  id: pk,
  standId: ref,
  day,
  task: text(200),
  state: word<'done' | 'put' | 'open'>(10),
  startsAt: at,
  hands: textOrNull(80),
  version: whole,
}

export class Recipe extends Model {
  declare static readonly row: RowOf<typeof RECIPE>
}
export class RecipeVersion extends Model {
  declare static readonly row: RowOf<typeof RECIPE_VERSION>
}
export class Snapshot extends Model {
  declare static readonly row: RowOf<typeof SNAPSHOT>
}
export class RecipeUse extends Model {
  declare static readonly row: RowOf<typeof RECIPE_USE>
}
export class DrinkWork extends Model {
  declare static readonly row: RowOf<typeof DRINK_WORK>
}
export class StandUse extends Model {
  declare static readonly row: RowOf<typeof STAND_USE>
}
export class PlanLine extends Model {
  declare static readonly row: RowOf<typeof PLAN_LINE>
}
export class ServiceDay extends Model {
  declare static readonly row: RowOf<typeof SERVICE_DAY>
}
export class DayNote extends Model {
  declare static readonly row: RowOf<typeof DAY_NOTE>
}
export class DayTask extends Model {
  declare static readonly row: RowOf<typeof DAY_TASK>
}

export const MENU: readonly Table[] = [
  [Recipe, 'recipe', RECIPE],
  [Snapshot, 'snapshot', SNAPSHOT],
  [RecipeVersion, 'recipe_version', RECIPE_VERSION],
  [RecipeUse, 'recipe_use', RECIPE_USE],
  [DrinkWork, 'drink_work', DRINK_WORK],
  [StandUse, 'stand_use', STAND_USE],
  [PlanLine, 'plan_line', PLAN_LINE],
  [ServiceDay, 'service_day', SERVICE_DAY],
  [DayTask, 'day_task', DAY_TASK],
  [DayNote, 'day_note', DAY_NOTE],
]
