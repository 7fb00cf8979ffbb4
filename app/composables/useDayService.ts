import type { ServiceDay } from '#shared/contract'
import { withPendingService } from '~/outbox/pending'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { noAnswer, uuid } from '~/utils/api'

export type Told = Pick<ServiceDay, 'opensAt' | 'closesAt' | 'shifts'>

/** Hours of the day that is planned, and who is there. */
export function useDayService() {
  const plan = usePlan()
  const session = useSession()
  const outbox = useOutbox()
  const answered = shallowRef<ServiceDay | null>(null)
  const service = computed(() => withPendingService(answered.value, outbox.overlay, session.standId, plan.day))
  const ready = ref(false)
  async function load(): Promise<void> {
    const { standId } = session
    if (!standId || !plan.day) return
    const { day } = plan
    const shown = outbox.reading(['putServiceDay'], (e) => e.body.standId === standId && e.body.day === day)
    try {
      const { service: found } = await outbox.read('serviceDay', { query: { stand: standId, day } })
      if (day === plan.day) answered.value = found
      shown()
    } catch (e) {
      // Without an answer, and none that was kept: hours can be told all the same.
      if (!noAnswer(e)) throw e
      if (answered.value?.day !== day) answered.value = null
    }
    ready.value = true
  }
  /** @param from what was typed over @throws ApiProblem where it is refused, or somebody was faster */
  async function put(told: Told, key: string, from: ServiceDay | null): Promise<void> {
    const id = from?.id ?? uuid()
    const body = { standId: session.standId, day: plan.day, ...told, version: from?.version ?? 0 }
    await outbox.keep('putServiceDay', { key, params: { id }, body })
  }
  watch(() => [session.standId, plan.day, plan.loads], load, { immediate: true })
  return { service, ready, put, load }
}
