import type { Day } from '#core/time'
import type { DayNote } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { ApiProblem, noAnswer, uuid } from '~/utils/api'

/** What the stand says of a day, and whether it is closed. */
export function useDayNote(day: () => Day) {
  const session = useSession()
  const { ofError } = useSentence()
  const answered = shallowRef<DayNote | null>(null)
  /** With what waits on this tablet laid over it. */
  const note = computed(() => {
    const told = useOutbox().overlay.findLast(
      (e) => e.route === 'putDayNote' && e.body.standId === session.standId && e.body.day === day(),
    )
    return told ? ({ ...told.body, id: told.params.id } as unknown as DayNote) : answered.value
  })
  const known = ref<string[]>([])
  const said = ref('')
  async function load(): Promise<void> {
    const [standId, of] = [session.standId, day()]
    if (!standId || !of) return
    const shown = useOutbox().reading(['putDayNote'], (e) => e.body.standId === standId && e.body.day === of)
    try {
      const answer = await useOutbox().read('dayNote', { query: { stand: standId, day: of } })
      if (of !== day()) return
      answered.value = answer.note
      known.value = answer.known
      said.value = ''
      shown()
    } catch (e) {
      answered.value = null
      said.value = noAnswer(e) ? '' : ofError(e)
    }
  }
  watch([() => session.standId, day], load, { immediate: true })
  /** @returns whether it was taken */
  async function put(change: Partial<Pick<DayNote, 'tags' | 'closed'>>): Promise<boolean> {
    const before = note.value
    const body = {
      ...{ standId: session.standId, day: day(), version: before?.version ?? 0 },
      tags: before?.tags ?? [],
      closed: before?.closed ?? false,
      ...change,
    }
    const id = before?.id ?? uuid()
    try {
      await useOutbox().keep('putDayNote', { params: { id }, body })
      await load()
      said.value = ''
      return true
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      // Somebody else said it first: theirs is shown, and it can be said again.
      said.value = ofError(e)
      await load()
      return false
    }
  }
  return { note, known, said, put, load }
}
