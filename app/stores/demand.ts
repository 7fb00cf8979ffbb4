import { defineStore } from 'pinia'
import { demandOf, forecastOf, hourShares, inOpenHours, openShare, type DemandModel, type Forecast } from '#core/demand'
import { minutesOfClock, weekdayOf } from '#core/time'
import type { Reply, ServiceDay } from '#shared/contract'
import { withPendingService } from '~/outbox/pending'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { usePlan } from './plan'
import { useSession } from './session'

/** Cups that nobody has planned or sold yet are taken for so many. */
const UNKNOWN_CUPS = 20

/** What days like the one that is planned have sold. */
export const useDemand = defineStore('demand', () => {
  const session = useSession()
  const plan = usePlan()
  const log = shallowRef<Reply<'demand'> | null>(null)
  const told = shallowRef<ServiceDay | null>(null)
  onForget(() => {
    log.value = null
    told.value = null
  })
  let asked = ''
  /** Once for a stand and a day; without a connection there is none. */
  async function load(): Promise<void> {
    const key = `${session.standId} ${plan.day}`
    if (!session.standId || !plan.day || asked === key) return
    asked = key
    log.value = null
    const answer = await useOutbox()
      .read('demand', { query: { stand: session.standId, day: plan.day } })
      .catch(() => null)
    if (asked !== key) return
    log.value = answer
    if (!answer) asked = ''
  }
  /** When it opens and closes on that day; null where nobody has said. */
  const service = computed(() => withPendingService(told.value, useOutbox().overlay, session.standId, plan.day))
  let askedHours = ''
  async function loadHours(): Promise<void> {
    const key = `${session.standId} ${plan.day} ${plan.loads}`
    if (!session.standId || !plan.day || askedHours === key) return
    askedHours = key
    const answer = await useOutbox()
      .read('serviceDay', { query: { stand: session.standId, day: plan.day } })
      .catch(() => null)
    if (askedHours === key) told.value = answer?.service ?? null
  }
  const shares = computed(() => hourShares(log.value?.hours ?? []))
  /** Of a usual day's cups, the share that comes in the hours of that day; 1 where nothing is known of either. */
  const open = computed(() => {
    const of = service.value
    return of && shares.value ? openShare(shares.value, minutesOfClock(of.opensAt), minutesOfClock(of.closesAt)) : 1
  })
  const models = computed(() => {
    const out = new Map<string, DemandModel>()
    const { days = [], planned = [] } = log.value ?? {}
    for (const id of new Set(days.flatMap((d) => d.drinks.map((x) => x.recipeId)))) {
      const sold = days.flatMap(({ day, tags, drinks }) => {
        const of = drinks.find((x) => x.recipeId === id)
        return of ? [{ weekday: weekdayOf(day), tags, cups: of.cups, soldOut: of.soldOut }] : []
      })
      const cups = planned.find((p) => p.recipeId === id)?.cups
      out.set(id, demandOf(sold, { cups: cups && cups > 0 ? cups : UNKNOWN_CUPS }))
    }
    return out
  })
  /** Null where nothing of it was sold yet. */
  function forecast(recipeId: string): Forecast | null {
    const model = models.value.get(recipeId)
    if (!model || open.value === 0) return null
    return inOpenHours(forecastOf(model, { weekday: weekdayOf(plan.day), tags: log.value?.tags ?? [] }), open.value)
  }
  return { log, load, loadHours, service, open, forecast }
})
