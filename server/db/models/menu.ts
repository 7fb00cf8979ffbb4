import { Model } from 'sequelize'
import type { Family } from '#shared/lists'
import {
  amountOrNull,
  at,
  day,
  hashKey,
  hashOrNull,
  json,
  jsonOrNull,
  named,
  noByDefault,
  one,
  pk,
  ref,
  text,
  textOrNull,
  whole,
  word,
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
  version: whole,
  createdAt: at,
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
const PLAN_LINE = { id: pk, standId: ref, day, recipeId: ref, cups: whole, version: whole }

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
export class PlanLine extends Model {
  declare static readonly row: RowOf<typeof PLAN_LINE>
}

export const MENU: readonly Table[] = [
  [Recipe, 'recipe', RECIPE],
  [Snapshot, 'snapshot', SNAPSHOT],
  [RecipeVersion, 'recipe_version', RECIPE_VERSION],
  [RecipeUse, 'recipe_use', RECIPE_USE],
  [PlanLine, 'plan_line', PLAN_LINE],
]
