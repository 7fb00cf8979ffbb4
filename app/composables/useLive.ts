import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { REFRESHES } from '#shared/facts'
import { api, ApiProblem, noAnswer } from '~/utils/api'
import { tasteChanges } from '~/utils/taste-changes'

const POLL_MS = 4000
const TIMEOUT_MS = 8000

/**
 * Keeps what is shown in step with other tablets: asks every few seconds what changed, and loads that again. It is also
 * how a lost connection is noticed, and how what waits in the outbox finds out that it may go.
 */
export function useLive(): void {
  const session = useSession()
  const outbox = useOutbox()
  const seen = new Set<number>()
  let since: number | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let ended = false

  const LOAD: Record<string, () => Promise<unknown>> = {
    fruit: () => useFruit().load(),
    plan: () => usePlan().load(),
    drinks: () => useDrinks().load(),
    catalogue: () => useCatalogue().load(),
    session: () => session.load(),
    taste: async () => void tasteChanges.value++,
  }
  const OF: Record<string, readonly string[]> = {
    ...REFRESHES,
    'press-mark': ['fruit'],
    price: ['catalogue'],
    recipe: ['drinks'],
    standard: ['drinks'],
    'plan-line': ['plan'],
    'service-day': ['plan'],
    'day-task': ['plan'],
    cup: ['catalogue'],
    vessel: ['catalogue'],
    equipment: ['catalogue'],
    ingredient: ['catalogue'],
    stand: ['session'],
    person: ['session'],
    panel: ['taste'],
    'panel-event': ['taste'],
  }

  async function poll(): Promise<void> {
    clearTimeout(timer)
    if (ended) return
    if (session.person && document.visibilityState === 'visible') await ask()
    timer = setTimeout(() => void poll(), POLL_MS)
  }
  async function ask(): Promise<void> {
    const wasOffline = outbox.offlineSince !== null
    try {
      const reply = await api('changes', {
        query: since === undefined ? undefined : { since: String(since) },
        timeoutMs: TIMEOUT_MS,
      })
      outbox.online()
      await outbox.flush()
      const first = since === undefined
      since = reply.seq
      const fresh = reply.rows.filter((r) => !seen.has(r.seq))
      for (const r of reply.rows) seen.add(r.seq)
      if (first) return
      const stores = new Set(wasOffline || reply.more ? Object.keys(LOAD) : fresh.flatMap((r) => OF[r.entity] ?? []))
      // What things are called comes before what there is of them.
      if (stores.delete('catalogue')) await LOAD.catalogue!()
      await Promise.all([...stores].map((s) => LOAD[s]!()))
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      if (noAnswer(e)) outbox.offline()
      else if (e.problem.status === 401) await leave()
    }
  }
  /**
   * To the door, but not over a form that somebody is typing in: that goes to the outbox first, which asks for sign-in.
   */
  async function leave(): Promise<void> {
    session.over = true
    if (typed) return
    await session.gone()
    await navigateTo('/sign-in')
  }
  let typed = false
  /** A search field is no form: a tablet that was signed out does not go on showing what it has for one. */
  const typing = (e: Event): void => {
    if ((e.target as Element).closest('form')) typed = true
  }
  const saved = (): void => {
    typed = false
    if (session.over) void leave()
  }
  const route = useRoute()
  watch(() => route.path, saved)
  watch(
    () => outbox.entries.length,
    (now, before) => {
      if (now > before) saved()
    },
  )
  const now = (): void => void poll()
  onMounted(() => {
    now()
    document.addEventListener('input', typing)
    window.addEventListener('online', now)
    document.addEventListener('visibilitychange', now)
  })
  onBeforeUnmount(() => {
    ended = true
    clearTimeout(timer)
    document.removeEventListener('input', typing)
    window.removeEventListener('online', now)
    document.removeEventListener('visibilitychange', now)
  })
}
