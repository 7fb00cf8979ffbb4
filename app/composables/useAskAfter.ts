import { standing } from '#core/batch'
import type { RunView } from '~/stores/make'

/** What is asked once a step is done: how much came through, or how warm the mix is. */
export interface Asked {
  step: string
  what: 'volume' | 'temp'
}
/** Steps after which the volume is asked: more is lost in a sieve than anybody expects. */
const MEASURED: readonly string[] = ['strain', 'rinse', 'drip', 'press']
const MIXED: readonly string[] = ['combine', 'makeUp', 'dissolve', 'addDairy']
/** Warmer than this, what was mixed has a clock. Common practice, no source. */
const WARM_C = 27

/** The reading that a step asks for that was done last, until it was told or left. */
export function useAskAfter(view: Ref<RunView | null>) {
  const left = ref(new Set<string>())
  const of = computed((): Asked | null => {
    const v = view.value
    if (!v || v.state !== 'under-way') return null
    const there = standing(v.run.events)
    const last = there.findLast((e) => e.kind === 'done')
    if (last?.kind !== 'done' || left.value.has(last.id)) return null
    const { step } = last
    if (there.some((e) => e.kind === 'read' && e.of === step)) return null
    const job = v.jobs.find((j) => j.step === step)
    const out = v.evaluation?.done.find((d) => d.step.out === step)?.result.out
    if (job && MEASURED.includes(job.op)) return { step, what: 'volume' }
    if (job && out && MIXED.includes(job.op) && out.tempC > WARM_C) return { step, what: 'temp' }
    return null
  })
  function leave(): void {
    const last = standing(view.value?.run.events ?? []).findLast((e) => e.kind === 'done')
    if (last) left.value = new Set(left.value).add(last.id)
  }
  return { of, leave }
}
export type AskedAfter = ReturnType<typeof useAskAfter>
