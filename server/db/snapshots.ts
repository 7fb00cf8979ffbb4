import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import { canonical, closureOf, type RecipeContext, type RecipeDocument, type Snapshots } from '#core/recipe'
import { INGREDIENTS, type Composition } from '#core/substances'
import { fromJson, type Read, type Tx } from './connect'

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')
export const hashOf = (content: unknown): string => sha256(canonical(content))

/** Everything of a recipe, at every depth, by its hash: see the core's `closureOf`. */
export const closure = (source: Parameters<typeof closureOf>[0]): ReturnType<typeof closureOf> =>
  closureOf(source, sha256)

/** Puts down what is not there yet. What is there has the same content: its hash says so. */
export async function keepSnapshots(db: Sequelize, tx: Read, { ingredients, recipes }: Snapshots): Promise<void> {
  const rows = [
    ...Object.entries(ingredients).map(([hash, content]) => [hash, 'ingredient', canonical(content)]),
    ...Object.entries(recipes).map(([hash, content]) => [hash, 'recipe', canonical(content)]),
  ].sort(([a], [b]) => (a! < b! ? -1 : 1))
  if (!rows.length) return
  await db.query(`INSERT IGNORE INTO snapshot (hash, kind, content) VALUES ${rows.map(() => '(?, ?, ?)').join(', ')}`, {
    replacements: rows.flat(),
    transaction: tx,
  })
}

interface Version {
  id: string
  recipeId: string
  document: string
  preps: string
  composition: string | null
}
type Stored = Record<string, { composition: Composition; source: string }>

/**
 * Standards that were signed before there were snapshots get one, marked as filled: documents, preps and compositions
 * as they were stored, the rest of each ingredient as it ships today. Once; a standard that has one is left alone.
 */
export async function fillSnapshots(db: Sequelize, tx: Tx): Promise<void> {
  const all = await db.query<Version & { snapshot: string | null }>(
    `SELECT id, recipe_id AS recipeId, document, preps, composition, snapshot FROM recipe_version
      WHERE EXISTS (SELECT 1 FROM recipe_version WHERE snapshot IS NULL)`,
    { type: QueryTypes.SELECT, transaction: tx },
  )
  if (!all.length) return
  const likeKeys = await db.query<{ key: string; likeKey: string }>(
    'SELECT `key`, like_key AS likeKey FROM ingredient',
    { type: QueryTypes.SELECT, transaction: tx },
  )
  const likeOf = new Map(likeKeys.map((i) => [i.key, i.likeKey]))
  const byId = new Map(all.map((v) => [v.id, v]))
  for (const version of all.filter((v) => v.snapshot === null)) {
    const { hash, snapshots } = filled(version, byId, (key) => likeOf.get(key) ?? key)
    await keepSnapshots(db, tx, snapshots)
    await db.query('UPDATE recipe_version SET snapshot = :hash, filled = TRUE WHERE id = :id', {
      replacements: { hash, id: version.id },
      transaction: tx,
    })
  }
}

function filled(
  version: Version,
  byId: ReadonlyMap<string, Version>,
  likeOf: (key: string) => string,
): ReturnType<typeof closureOf> {
  const stored = version.composition === null ? {} : fromJson<Stored>(version.composition)
  const preps = fromJson<Record<string, string>>(version.preps)
  const documentOf = (v: Version): RecipeDocument => fromJson<RecipeDocument>(v.document)
  const context: RecipeContext = {
    ingredient: (key) => {
      const base = INGREDIENTS.get(likeOf(key))
      return base && { ...base, ...stored[key] }
    },
    // The same versions at every depth, as it was evaluated then.
    prep: (id) => {
      const prep = byId.get(preps[id] ?? '')
      return prep && { document: documentOf(prep), context }
    },
  }
  try {
    return closure({ document: documentOf(version), context })
  } catch {
    // One that was damaged stands as it is: its page says so.
    const recipe = { document: documentOf(version), ingredients: {}, preps: {} }
    const hash = hashOf(recipe)
    return { hash, snapshots: { ingredients: {}, recipes: { [hash]: recipe } } }
  }
}
