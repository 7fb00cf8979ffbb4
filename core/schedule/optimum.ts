import type { Solver, Terms } from '../solve'
import { lengthOf, type Problem, type Task } from './problem'

// What the best plan of a small case is, to judge ours by.

/**
 * The shortest span by a 0-1 program over minutes: A. A. B. Pritsker, L. J. Watters, P. M. Wolfe, Multiproject
 * scheduling with limited resources, 1969 (memory). Hands of people who are there all day are so many at once.
 */
export function optimalSpan({ tasks, people, resources }: Problem, horizon: number, solve: Solver): number {
  const columns: Record<string, { least: number; most: number; whole?: true }> = { span: { least: 0, most: horizon } }
  const rows: { terms: Terms; least?: number; most?: number }[] = []
  const x = (t: Task, start: number): string => `${t.id}_${start}`
  const startsFor = (t: Task): number[] => Array.from({ length: horizon - lengthOf(t) + 1 }, (_, s) => s)
  const startTerms = (t: Task, times: number): Terms =>
    Object.fromEntries(startsFor(t).flatMap((s) => (s > 0 ? [[x(t, s), times * s]] : [])))
  for (const t of tasks) {
    for (const s of startsFor(t)) columns[x(t, s)] = { least: 0, most: 1, whole: true }
    rows.push({ terms: Object.fromEntries(startsFor(t).map((s) => [x(t, s), 1])), least: 1, most: 1 })
    rows.push({ terms: { span: 1, ...startTerms(t, -1) }, least: lengthOf(t) })
    for (const l of t.after) {
      const before = tasks.find((b) => b.id === l.task)!
      rows.push({ terms: { ...startTerms(t, 1), ...startTerms(before, -1) }, least: lengthOf(before) + l.leastMin })
    }
  }
  const limits: { most: number; taken: (t: Task) => number; lasts: (t: Task) => number }[] = [
    { most: people.length, taken: (t) => Number(t.handMin > 0), lasts: (t) => t.handMin },
    ...resources.map((r) => ({
      most: r.capacity,
      taken: (t: Task) => t.uses.find((u) => u.resource === r.key)?.amount ?? 0,
      lasts: lengthOf,
    })),
  ]
  for (const { most, taken, lasts } of limits)
    for (let minute = 0; minute < horizon; minute++) {
      const on = tasks.flatMap((t) =>
        startsFor(t).flatMap((s): [string, number][] =>
          taken(t) > 0 && s <= minute && minute < s + lasts(t) ? [[x(t, s), taken(t)]] : [],
        ),
      )
      if (on.length) rows.push({ terms: Object.fromEntries(on), most })
    }
  return Math.round(solve({ minimize: { span: 1 }, columns, rows })!.span!)
}
