import {
  improvements,
  reliefsFor,
  type Blocked,
  type Plan,
  type Problem,
  type Progress,
  type Relief,
} from '#core/schedule'

// Looks for ever better plans of a day away from the page, and says each as it is found.

export interface ScheduleAsk {
  problem: Problem
  fixed: Plan
  isUnderWay: boolean
  seed: number
  tries: number
}
export type ScheduleSaid =
  ({ done: boolean; blocked: null } & Progress) | { done: true; blocked: Blocked; reliefs: Relief[]; plan: null }

self.onmessage = ({ data }: MessageEvent<ScheduleAsk>): void => {
  const steps = improvements(data.problem, data)
  let last: Progress | null = null
  for (;;) {
    const { value, done } = steps.next()
    if (done) {
      const said: ScheduleSaid = value
        ? { done: true, blocked: value, reliefs: reliefsFor(data.problem, value, data.isUnderWay), plan: null }
        : { ...last!, done: true, blocked: null }
      self.postMessage(said)
      return
    }
    last = value
    self.postMessage({ ...value, done: false, blocked: null } satisfies ScheduleSaid)
  }
}
