import type { Work, WorkBody } from '#shared/contract'
import { withPendingWork } from '~/outbox/pending'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

/**
 * What was put down of the work on a drink: read when it is first looked at, kept on the tablet until it is sent.
 * @param isWanted whether who is here may read it at all
 */
export function useWork(recipeId: string, isWanted: () => boolean = () => true) {
  const outbox = useOutbox()
  const session = useSession()
  const { ofError } = useSentence()
  const answered = shallowRef<Work[]>([])
  const ready = ref(false)
  const said = ref('')
  const rows = computed(() => withPendingWork(answered.value, outbox.overlay, recipeId, session.person?.name ?? ''))
  const of = <K extends WorkBody['kind']>(kind: K) =>
    computed(() => rows.value.filter((w): w is Work & { body: Extract<WorkBody, { kind: K }> } => w.body.kind === kind))
  async function load(): Promise<void> {
    if (!isWanted()) return
    try {
      answered.value = await outbox.read('work', { query: { recipe: recipeId } })
    } catch (e) {
      // Without an answer there is what this tablet holds: new work can be put down all the same.
      said.value = ofError(e)
    }
    ready.value = true
  }
  let last: Promise<unknown> = Promise.resolve()
  /**
   * Puts a piece of work down, or what has become of it: one after the other, each from what the one before left, so
   * that a note and the touch that ends it do not meet.
   * @returns whether it was taken
   */
  function put(body: WorkBody, id: string): Promise<boolean> {
    const mine = last.then(() => send(body, id))
    last = mine
    return mine
  }
  async function send(body: WorkBody, id: string): Promise<boolean> {
    const known = rows.value.find((w) => w.id === id)
    said.value = ''
    try {
      await outbox.keep('putWork', {
        key: uuid(),
        params: { id },
        body: { recipeId, standId: known?.standId ?? session.stand!.id, body, version: known?.version ?? 0 },
      })
    } catch (e) {
      said.value = ofError(e)
      return false
    }
    await load()
    return true
  }
  onMounted(load)
  return { rows, of, put, load, ready, said }
}
