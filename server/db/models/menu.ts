import { Model } from 'sequelize'
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
  type Table,
} from './columns'

// Recipes, their standards, and what is planned of them.
export class Recipe extends Model {}
export class RecipeVersion extends Model {}
export class Snapshot extends Model {}
export class RecipeUse extends Model {}
export class PlanLine extends Model {}

export const MENU: readonly Table[] = [
  [
    Recipe,
    'recipe',
    {
      id: pk,
      kind: one('drink', 'prep'),
      name: text(80),
      shipped: textOrNull(40),
      family: text(20),
      draft: json,
      sellPrice: amountOrNull,
      version: whole,
      createdAt: at,
    },
  ],
  [
    RecipeVersion,
    'recipe_version',
    {
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
    },
  ],
  [Snapshot, 'snapshot', { hash: hashKey, kind: one('ingredient', 'recipe'), content: json }],
  [RecipeUse, 'recipe_use', { recipeId: pk, itemKey: named(80) }],
  [PlanLine, 'plan_line', { id: pk, standId: ref, day, recipeId: ref, cups: whole, version: whole }],
]
