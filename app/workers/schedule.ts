import {
  firstPlan,
  improvements,
  reliefsFor,
  type Blocked,
  type Plan,
  type Problem,
  type Progress,
  type Relief,
  type ReliefAsk,
} from '#core/schedule'

// Looks for ever better plans of a day away from the page, and says each as it is found.

export interface ScheduleAsk {
  problem: Problem
  /** what is done, and what somebody put where it is: that is let go where nothing goes with it */
  done: Plan
  fixed: Plan
  relief: ReliefAsk
  seed: number
  tries: number
}
export type ScheduleSaid =
  | ({ done: boolean; blocked: null; isLetGo: boolean } & Progress)
  | { done: true; blocked: Blocked; reliefs: Relief[]; plan: null }

self.onmessage = ({ data }: MessageEvent<ScheduleAsk>): void => {
  const isLetGo = data.fixed.size > data.done.size && !firstPlan(data.problem, data.fixed).plan
  const steps = improvements(data.problem, { ...data, fixed: isLetGo ? data.done : data.fixed })
  let last: Progress | null = null
  for (;;) {
    const { value, done } = steps.next()
    if (done) {
      const said: ScheduleSaid = value
        ? { done: true, blocked: value, reliefs: reliefsFor(data.problem, value, data.relief), plan: null }
        : { ...last!, done: true, blocked: null, isLetGo }
      self.postMessage(said)
      return
    }
    last = value
    self.postMessage({ ...value, done: false, blocked: null, isLetGo } satisfies ScheduleSaid)
  }
}
