import type { Work, WorkBody } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { useWorks } from '~/stores/work'
import { uuid } from '~/utils/api'

/**
 * What was put down of the work on a drink: read when it is first looked at, kept on the tablet until it is sent.
 * @param isWanted whether who is here may read it at all
 */
export function useWork(recipeId: string, isWanted: () => boolean = () => true) {
  const works = useWorks()
  const session = useSession()
  const { ofError } = useSentence()
  const ready = ref(false)
  const said = ref('')
  const rows = computed(() => works.of(recipeId))
  const of = <K extends WorkBody['kind']>(kind: K) =>
    computed(() => rows.value.filter((w): w is Work & { body: Extract<WorkBody, { kind: K }> } => w.body.kind === kind))
  async function load(): Promise<void> {
    if (!isWanted()) return
    try {
      await works.load(recipeId)
    } catch (e) {
      // Without an answer there is what this tablet holds: new work can be put down all the same.
      said.value = ofError(e)
    }
    ready.value = true
  }
  /**
   * Puts a piece of work down, or what has become of it. It shows at once, and what is put down next goes on from it:
   * the outbox knows the version that it will have.
   * @returns whether it was taken
   */
  async function put(body: WorkBody, id: string): Promise<boolean> {
    const known = rows.value.find((w) => w.id === id)
    said.value = ''
    try {
      await useOutbox().keep('putWork', {
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
