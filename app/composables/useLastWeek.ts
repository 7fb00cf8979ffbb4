import { useI18n } from 'vue-i18n'
import { cupsInAll } from '#core/scale'
import { shiftDay } from '#core/time'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { ApiProblem, uuid } from '~/utils/api'

/** The day that is planned as the same day a week before: its cups, and its hours where nobody has said any. */
export function useLastWeek() {
  const plan = usePlan()
  const outbox = useOutbox()
  const session = useSession()
  const drinks = useDrinks()
  const { t } = useI18n()
  const { calendarDay, n } = useFormat()
  const { ofError } = useSentence()
  const said = ref('')
  const busy = ref(false)
  watch(
    () => [plan.day, session.standId],
    () => (said.value = ''),
  )

  async function take(): Promise<void> {
    const { day } = plan
    const { standId } = session
    const before = shiftDay(day, -7)
    busy.value = true
    try {
      const lines = await outbox.read('plan', { query: { stand: standId, day: before } })
      const there = new Set(plan.lines.map((l) => l.recipeId))
      const fresh = lines.filter((l) => cupsInAll(l) > 0 && !there.has(l.recipeId) && isPoured(l.recipeId))
      for (const { id: _id, version: _version, ...told } of fresh)
        await outbox.keep('putPlanLine', { params: { id: uuid() }, body: { ...told, day, version: 0 } })
      await hours(standId, before, day)
      await plan.load()
      const words = { day: calendarDay(before), n: n(fresh.length) }
      said.value = fresh.length ? t('plan.asLastWeek', words) : t('plan.nothingThen', words)
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      said.value = ofError(e)
      await plan.load()
    } finally {
      busy.value = false
    }
  }
  /** What is off the menu is not planned again. */
  const isPoured = (recipeId: string): boolean => drinks.drinks.some((d) => d.id === recipeId)
  async function hours(standId: string, before: string, day: string): Promise<void> {
    const [then, now] = await Promise.all(
      [before, day].map((on) => outbox.read('serviceDay', { query: { stand: standId, day: on } })),
    )
    if (!then!.service || now!.service) return
    const { id: _id, version: _version, ...told } = then!.service
    await outbox.keep('putServiceDay', { key: uuid(), params: { id: uuid() }, body: { ...told, day, version: 0 } })
  }
  return { take, said, busy }
}
