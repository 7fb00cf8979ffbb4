import { ProcessLimit } from '../process'
import { scaledDocument, type Evaluation, type RecipeDocument } from '../recipe'
import { seeded } from '../random'
import { isPossible, valueIn, withValue, type Point, type Varied } from './varied'

// A series of small jugs from one base: one thing is changed, in even steps or from one way to another; everything else
// stays.

export interface Series {
  varied: Varied
  /** of the layer in the unit that it is written in, for a cup; of the number in its own; or the ways by their names */
  values: readonly Point[]
  /** mL of each small jug */
  sampleMl: number
}

/** So many points a series has. */
export const POINT_COUNTS = [3, 5] as const
/** From point to point, as so many times: sweet and sour are felt by shares. Common practice, no source. */
const STEP = 1.15
/** mL that a small jug may hold, and what is poured of one where nobody said. */
export const SAMPLE_ML = { least: 20, most: 2000, usual: 150 } as const

/** Even steps about what it is, by shares; from nothing they cannot be taken. @param points 3 or 5 */
export function pointsAbout(value: number, points: number): number[] {
  if (!(value > 0)) throw new ProcessLimit('series-from-nothing', {}, 'varied')
  const middle = (points - 1) / 2
  return Array.from({ length: points }, (_, i) => Number((value * STEP ** (i - middle)).toPrecision(3)))
}

/**
 * The drinks of a series, as one cup each.
 * @param base a drink as evaluated
 * @throws ProcessLimit for a series that nothing could be told from
 */
export function pointsOf({ document }: Evaluation, { varied, values, sampleMl }: Series): RecipeDocument[] {
  if (!(sampleMl >= SAMPLE_ML.least && sampleMl <= SAMPLE_ML.most))
    throw new ProcessLimit('series-sample', { value: sampleMl, ...SAMPLE_ML }, 'sample')
  if (valueIn(document, varied) === undefined) throw new ProcessLimit('series-gone', {}, 'varied')
  const wrong = values.find((v) => !isPossible(document, varied, v))
  if (typeof wrong === 'number') throw new ProcessLimit('amount-negative', {}, 'values')
  if (wrong !== undefined) throw new ProcessLimit('series-gone', {}, 'values')
  if (new Set(values).size < values.length || values.length < 2) throw new ProcessLimit('series-same', {}, 'values')
  return values.map((v) => withValue(document, varied, v))
}

/** A series with what it began from, and the point that was kept; null while nobody has said. */
export interface Judged extends Pick<Series, 'varied' | 'values'> {
  base: RecipeDocument
  verdict: number | null
}
/** The drink of the point that was kept, for one cup; nothing while none is. */
export const keptOf = (series: Judged): RecipeDocument | undefined => {
  const kept = withKept(series.base, series)
  return series.verdict !== null && series.values[series.verdict] !== undefined ? kept : undefined
}

/**
 * What was kept of a series, in a drink as it is drawn up now: by as much as it was more or less than in the base, so
 * that a pot stays a pot and nothing else is touched. The same drink where that is no longer in it.
 */
export function withKept(
  draft: RecipeDocument,
  {
    base,
    varied,
    values,
    verdict,
  }: Pick<Series, 'varied' | 'values'> & { base: RecipeDocument; verdict: number | null },
): RecipeDocument {
  const [was, now] = [valueIn(base, varied), valueIn(draft, varied)]
  const value = verdict === null ? undefined : values[verdict]
  if (value === undefined || was === undefined || now === undefined) return draft
  // A number of a step is what it is; an amount is a share of the cup, or of the pot.
  const isShare = typeof value === 'number' && typeof was === 'number' && typeof now === 'number' && was > 0
  return withValue(draft, varied, 'stream' in varied && isShare ? Number(((now * value) / was).toPrecision(4)) : value)
}

/** A drink for a small jug. @param cupMl of the drink as it is evaluated, above 0 */
export const smallOf = (point: RecipeDocument, sampleMl: number, cupMl: number): RecipeDocument =>
  scaledDocument(point, sampleMl / cupMl)

/** Three digits that say nothing, none twice. @param seed of this series */
export function codesFor(count: number, seed: number): string[] {
  const random = seeded(seed)
  const codes = new Set<string>()
  while (codes.size < count) codes.add(String(100 + Math.floor(random.next() * 900)))
  return [...codes]
}
