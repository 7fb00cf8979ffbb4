import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { READ_TOGETHER, showing } from '#shared/routes'
import type { Entry } from '~/outbox/tablet-db'
import { api, ApiProblem, noAnswer } from '~/utils/api'
import type { Changed } from '~/utils/changed'
import { tasteChanges } from '~/utils/taste-changes'

const POLL_MS = 4000
const TIMEOUT_MS = 8000
type Store = keyof typeof READ_TOGETHER

/**
 * Keeps what is shown in step with other tablets: asks every few seconds what changed, and loads that again. It is also
 * how a lost connection is noticed, and how what waits in the outbox finds out that it may go.
 */
export function useLive(): void {
  const session = useSession()
  const outbox = useOutbox()
  const seen = new Set<number>()
  let since: number | undefined
  /** whether what was told could not be read: all is read again then */
  let isBehind = false
  let timer: ReturnType<typeof setTimeout> | undefined
  let ended = false

  /** keys of writes whose changes were seen: this tablet's own are in what is read because of them */
  const keys = new Set<string>()
  const LOAD: Record<Store, (changed?: Changed) => Promise<unknown>> = {
    fruit: (changed) => useFruit().load(changed),
    plan: () => usePlan().load(),
    drinks: () => useDrinks().load(),
    catalogue: (changed) => useCatalogue().load(changed),
    session: () => session.load(),
    taste: async () => void tasteChanges.value++,
  }
  const ALL = Object.keys(LOAD) as Store[]
  /** Who somebody is has no tag. */
  const shows = (store: Store, kinds: ReadonlySet<string>): boolean =>
    showing(READ_TOGETHER[store], kinds).length > 0 || (store === 'session' && kinds.has('person'))

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
      for (const { seq, key } of fresh) {
        seen.add(seq)
        if (key) keys.add(key)
      }
      if (first) return
      const kinds = new Set(fresh.map((r) => r.entity))
      const changed =
        isBehind || wasOffline || reply.more ? undefined : { kinds, isOf: ({ key }: Entry) => keys.has(key) }
      const stores = new Set(changed ? ALL.filter((store) => shows(store, kinds)) : ALL)
      // What things are called comes before what there is of them.
      if (stores.delete('catalogue')) await LOAD.catalogue(changed)
      await Promise.all([...stores].map((store) => LOAD[store](changed)))
      if (!changed) isBehind = false
    } catch (e) {
      isBehind = true
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
