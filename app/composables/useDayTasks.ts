import { rowId } from '#core/books/row-id'
import { minuteOf, momentOf, type Placed, type Plan } from '#core/schedule'
import type { DayTaskRow } from '#shared/contract'
import { withPendingDayTasks } from '~/outbox/pending'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { ApiProblem, noAnswer, uuid } from '~/utils/api'

/**
 * What was ticked of the day that is planned, and what was put elsewhere: the same on every tablet of the stand.
 * @param opens the moment that minutes are counted from; null until it is known
 */
export function useDayTasks(opens: () => string | null) {
  const plan = usePlan()
  const outbox = useOutbox()
  const session = useSession()
  const { ofError } = useSentence()
  const answered = shallowRef<readonly DayTaskRow[]>([])
  const said = ref('')
  const rows = computed(() => withPendingDayTasks(answered.value, outbox.overlay, session.standId, plan.day))

  async function load(): Promise<void> {
    const { standId } = session
    const { day } = plan
    if (!standId || !day) return
    const shown = outbox.reading(['putDayTask'], (e) => e.body.standId === standId && e.body.day === day)
    try {
      const read = await outbox.read('dayTasks', { query: { stand: standId, day } })
      if (day === plan.day && standId === session.standId) answered.value = read
      shown()
    } catch (e) {
      // Without an answer there is what this tablet holds.
      if (!noAnswer(e)) throw e
    }
  }
  watch(
    () => [session.standId, plan.day],
    () => (answered.value = []),
  )
  watch(() => [session.standId, plan.day, plan.loads], load, { immediate: true })

  const inState = (state: DayTaskRow['state']): DayTaskRow[] => rows.value.filter((r) => r.state === state)
  const done = computed(() => new Set(inState('done').map((r) => r.task)))
  const put = computed(() => new Set(inState('put').map((r) => r.task)))
  /** Where they stand, in minutes of the day. */
  function placed(state: DayTaskRow['state']): Plan {
    const from = opens()
    if (!from) return new Map()
    return new Map(inState(state).map((r) => [r.task, { startMin: minuteOf(from, r.startsAt), personId: r.hands }]))
  }
  /** @returns whether it was taken */
  async function tell(task: string, state: DayTaskRow['state'], { startMin, personId }: Placed): Promise<boolean> {
    const { standId } = session
    const { day } = plan
    const known = rows.value.find((r) => r.task === task)
    const body = { standId, day, task, state, startsAt: momentOf(opens()!, startMin), hands: personId }
    said.value = ''
    try {
      await outbox.keep('putDayTask', {
        key: uuid(),
        // The same from every tablet: two that tick at once tick one thing.
        params: { id: known?.id ?? rowId(standId, `${day} ${task}`) },
        body: { ...body, version: known?.version ?? 0 },
      })
      return true
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      // Somebody else was faster: what they told is shown, and said where it is another thing.
      const theirs = e.code === 'stale' ? (e.problem.current as DayTaskRow) : null
      if (theirs?.state !== state) said.value = ofError(e)
      return false
    } finally {
      await load()
    }
  }
  /** As it was before anybody touched it. */
  function undo(task: string): Promise<boolean> {
    const r = rows.value.find((x) => x.task === task)!
    return tell(task, 'open', { startMin: minuteOf(opens()!, r.startsAt), personId: r.hands })
  }
  return { done, put, placed, tell, undo, said }
}
