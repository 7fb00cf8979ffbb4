import { nextJob, nextWeigh, waiting, type EventBody, type Job, type Weigh } from '#core/batch'
import type { ProblemField } from '#shared/problem'
import { useMake } from '~/stores/make'
import { ApiProblem } from '~/utils/api'

/** A batch under the hand: what is to be done now, and what was told of it. */
export function useBatch(id: string) {
  const make = useMake()
  const { ofError } = useSentence()
  const view = computed(() => make.byId.get(id) ?? null)
  /** a step that somebody chose to do instead of the next one */
  const chosen = ref<string | null>(null)
  const job = computed((): Job | null => {
    const jobs = view.value?.jobs ?? []
    const picked = jobs.find((j) => j.step === chosen.value && j.state !== 'done')
    return picked ?? nextJob(jobs) ?? waiting(jobs)[0] ?? null
  })
  const weigh = computed((): Weigh | null => (job.value?.state === 'to-do' ? nextWeigh(job.value) : null))

  const said = ref('')
  const doubts = shallowRef<ProblemField[]>([])
  const busy = ref(false)
  let asked: readonly EventBody[] = []
  let askedAt: string | null = null
  /** One after the other; the first that is refused, or asked about, ends it. @param at when it was, if not now */
  async function tell(
    events: readonly EventBody[],
    confirm: string[] = [],
    at: string | null = null,
  ): Promise<boolean> {
    // A second touch of the same button is no second event.
    if (busy.value) return false
    busy.value = true
    said.value = ''
    doubts.value = []
    for (const [i, event] of events.entries()) {
      try {
        await make.tell(id, event, confirm, at)
      } catch (e) {
        if (!(e instanceof ApiProblem)) throw e
        if (e.code === 'needs-confirmation') {
          asked = events.slice(i)
          askedAt = at
          doubts.value = e.errors
        } else said.value = ofError(e)
        busy.value = false
        return false
      }
    }
    busy.value = false
    return true
  }
  const confirm = (): Promise<boolean> =>
    tell(
      asked,
      doubts.value.map((d) => d.code),
      askedAt,
    )
  const mend = (): void => void (doubts.value = [])
  return { view, job, weigh, chosen, busy, said, doubts, tell, confirm, mend }
}
export type BatchInHand = ReturnType<typeof useBatch>
