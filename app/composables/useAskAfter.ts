import { askedAfter } from '#core/batch'
import type { RunView } from '~/stores/make'

/** The reading that a step asks for that was done last, until it was told or left. */
export function useAskAfter(view: Ref<RunView | null>) {
  const left = ref<ReadonlySet<string>>(new Set())
  const asked = computed(() => {
    const { state, evaluation, jobs, run } = view.value ?? {}
    return state === 'under-way' && evaluation ? askedAfter(jobs!, evaluation, run!.events) : null
  })
  const of = computed(() => (asked.value && !left.value.has(asked.value.id) ? asked.value : null))
  const leave = (): void => void (left.value = new Set([...left.value, asked.value?.id ?? '']))
  return { of, leave }
}
export type AskedStep = ReturnType<typeof useAskAfter>
