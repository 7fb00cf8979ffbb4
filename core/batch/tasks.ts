import type { Job } from './run'
import { loadName } from './loads'

/**
 * Tasks of a day's clock that are done in a batch: a step, or a load of it, as the clock names them (`<making>/<step>`,
 * `<making>/<step>/load-<n>`).
 */
export function tasksDone(making: string, jobs: readonly Job[], taskIds: readonly string[]): string[] {
  const done = new Set(jobs.flatMap((j) => (j.state === 'done' ? [j.step] : [])))
  return taskIds.filter((id) => {
    const [of, step, load] = id.split('/')
    if (of !== making || !step) return false
    const n = /^load-(\d+)$/.exec(load ?? '')?.[1]
    return done.has(step) || (n !== undefined && done.has(loadName(step, Number(n))))
  })
}
