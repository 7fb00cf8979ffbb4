import { Evaluator, MIX_FIGURES, Standards, type Evaluation, type Snapshots } from '../../core/recipe'

/** A row of `recipe_version`, as an archive has it. */
export interface StoredVersion {
  id: string
  number: number
  snapshot: string
  figures: object
}
/** A row of `snapshot`. */
export interface StoredSnapshot {
  hash: string
  kind: 'ingredient' | 'recipe'
  content: never
}
export interface StandardFigures {
  id: string
  number: number
  stored: object
  jug: Record<string, number>
  firstSip: Record<string, number> | null
  lastSip: Record<string, number> | null
}

function numbers(mix: Evaluation['jug']): Record<string, number> {
  return Object.fromEntries(
    MIX_FIGURES.flatMap((name) => {
      const value = mix[name]?.value
      return typeof value === 'number' ? [[name, value]] : []
    }),
  )
}

/** Every figure of every standard, as this core evaluates it from what was put down when it was signed. */
export function figuresOfStandards(
  versions: readonly StoredVersion[],
  rows: readonly StoredSnapshot[],
): StandardFigures[] {
  const snapshots: Snapshots = { ingredients: {}, recipes: {} }
  for (const { hash, kind, content } of rows)
    (kind === 'ingredient' ? snapshots.ingredients : snapshots.recipes)[hash] = content
  const standards = new Standards()
  standards.add(snapshots)
  return versions.map((v) => {
    const source = standards.source(v.snapshot)!
    const { jug, cup } = new Evaluator(source.context).evaluate(source.document)
    return {
      id: v.id,
      number: v.number,
      stored: v.figures,
      jug: numbers(jug),
      firstSip: cup && numbers(cup.firstSip),
      lastSip: cup && numbers(cup.lastSip),
    }
  })
}
