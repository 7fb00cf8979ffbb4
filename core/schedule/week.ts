import { shiftDay, type Day } from '../time'

// A week at once: a prep that several days and stands take is made once for as long as it keeps.

/** g of a prep that a day at a place takes. */
export interface PrepNeed {
  prep: string
  day: Day
  place: string
  massG: number
}
/** One making of a prep, and the days that it is for. */
export interface PrepRun extends PrepNeed {
  days: Day[]
}
export interface PrepOfWeek {
  /** whole days that it keeps, its day of making among them; at least 1 */
  keepsDays: number
  /** g of other preps that one g of it takes */
  takes: ReadonlyMap<string, number>
}

/**
 * Each prep on the first day that wants it, for all days that it keeps to, at the place that wants most of it then.
 * What a prep takes of another is wanted on the day of its making.
 * @param needs of the drinks, in any order @param prepOf null for what cannot be worked out: it is left out
 */
export function prepRuns(needs: readonly PrepNeed[], prepOf: (prep: string) => PrepOfWeek | null): PrepRun[] {
  const runs: PrepRun[] = []
  const wanted = new Map<string, PrepNeed[]>()
  const want = (n: PrepNeed): void => void wanted.set(n.prep, [...(wanted.get(n.prep) ?? []), n])
  needs.filter((n) => n.massG > 0).forEach(want)
  // What others take comes after them: by then all that is wanted of it is known.
  for (const prep of outermostFirst([...wanted.keys()], prepOf)) {
    const of = prepOf(prep)
    if (!of) continue
    for (const run of runsOf(wanted.get(prep) ?? [], of.keepsDays)) {
      runs.push(run)
      for (const [inner, g] of of.takes) want({ prep: inner, day: run.day, place: run.place, massG: g * run.massG })
    }
  }
  return runs.sort((a, b) => a.day.localeCompare(b.day))
}

function runsOf(needs: readonly PrepNeed[], keepsDays: number): PrepRun[] {
  const runs: PrepRun[] = []
  let left = [...needs].sort((a, b) => a.day.localeCompare(b.day))
  while (left.length) {
    const { day, prep } = left[0]!
    const until = shiftDay(day, Math.max(1, keepsDays))
    const mine = left.filter((n) => n.day < until)
    left = left.filter((n) => n.day >= until)
    runs.push({
      prep,
      day,
      place: placeOfMost(mine.filter((n) => n.day === day)),
      massG: mine.reduce((sum, n) => sum + n.massG, 0),
      days: [...new Set(mine.map((n) => n.day))],
    })
  }
  return runs
}
function placeOfMost(needs: readonly PrepNeed[]): string {
  const byPlace = new Map<string, number>()
  for (const n of needs) byPlace.set(n.place, (byPlace.get(n.place) ?? 0) + n.massG)
  return [...byPlace].reduce((most, x) => (x[1] > most[1] ? x : most))[0]
}

/** A prep before those that it takes. A loop is cut where it closes: no evaluation comes of one. */
function outermostFirst(preps: readonly string[], prepOf: (prep: string) => PrepOfWeek | null): string[] {
  const order: string[] = []
  const seen = new Set<string>()
  const visit = (prep: string): void => {
    if (seen.has(prep)) return
    seen.add(prep)
    for (const inner of prepOf(prep)?.takes.keys() ?? []) visit(inner)
    order.push(prep)
  }
  preps.forEach(visit)
  return order.reverse()
}
