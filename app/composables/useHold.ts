import {
  ahead,
  cupsLeft,
  cupsPerHour,
  fillMin,
  drinkMlOf,
  holdClocks,
  levelMlOf,
  outAt,
  overOf,
  roomMl,
  strengthOf,
  type Ahead,
} from '#core/hold'
import { hourShares, timesAhead } from '#core/demand'
import { sizesOf, type CupSize } from '#core/scale'
import { minuteOfDay, minutesAfter } from '#core/time'
import { shownUnit } from '#core/units/system'
import { useDemand } from '~/stores/demand'
import { useSession } from '~/stores/session'
import { useServe, type HoldView } from '~/stores/serve'
import { fillOf, mainOfPrep } from '~/utils/colours'

/** What is looked at less often than once a second: what becomes of a vessel. */
const LOOK_MS = 20_000

/** A vessel at the hatch as it is now, and what becomes of it. */
export function useHold(view: () => HoldView, now: Ref<string>) {
  const serve = useServe()
  const { n } = useFormat()
  const session = useSession()
  const demand = useDemand()
  const serving = useServing()
  const { minutesOf } = useBatchOf()
  const slowly = computed(() => Math.floor(Date.parse(now.value) / LOOK_MS) * LOOK_MS)
  const content = computed(() => serve.contentAt(view(), now.value))
  const levelMl = computed(() => (content.value ? levelMlOf(content.value) : 0))
  const drinkMl = computed(() => (content.value ? drinkMlOf(content.value) : 0))
  const strength = computed(() => content.value && strengthOf(content.value))
  const sizes = computed((): CupSize[] => {
    const { standard } = view()
    return standard ? sizesOf(standard) : []
  })
  const usual = computed(() => sizes.value[0]?.drinkMl ?? 300)
  const pace = computed(() => cupsPerHour(view().events, view().hold.at, new Date(slowly.value).toISOString()))
  const roomLeftMl = computed(() => (content.value && view().ctx ? roomMl(content.value, view().ctx!) : 0))
  const shares = computed(() => hourShares(demand.log?.hours ?? []))
  /**
   * Where it goes from here, at the pace of the last hour, and as the hours of these weeks go on; null where that is
   * not known.
   */
  const becomes = computed((): Ahead | null => {
    const { ctx, bounds } = view()
    const at = serve.contentAt(
      view(),
      new Date(Math.max(slowly.value, Date.parse(view().told?.at ?? now.value))).toISOString(),
    )
    if (!ctx || !bounds || !at || pace.value === null) return null
    const times = timesAhead(shares.value, minuteOfDay(new Date(slowly.value), session.zone))
    return ahead(at, { cupsPerHour: pace.value, drinkMl: usual.value, times }, bounds, ctx)
  })
  /** What was made of it and is in no vessel yet, mL. */
  const stockMl = computed(() =>
    serving.made.value.filter((m) => m.recipe.id === view().hold.recipeId).reduce((sum, m) => sum + m.onHandMl, 0),
  )
  const fillInMin = computed(() => becomes.value && fillMin(becomes.value))
  /** Min from now until a batch of it has to be begun to be there in time; null where some of it is made. */
  const beginInMin = computed((): number | null => {
    const { recipe, hold } = view()
    if (!recipe || fillInMin.value === null || stockMl.value >= usual.value) return null
    const minutes = minutesOf(recipe, hold.vessel.capacityMl)
    return minutes === null ? null : Math.max(0, fillInMin.value - minutes)
  })
  const inMinutes = (min: number | null | undefined): string | null =>
    min === null || min === undefined || min <= 0 ? null : minutesAfter(new Date(slowly.value).toISOString(), min)
  const clocks = computed(() =>
    content.value ? holdClocks(content.value, view().hold.control, view().hold.at, view().hold.washMin) : [],
  )
  const over = computed(() =>
    strength.value ? overOf(clocks.value, view().hold.control, strength.value.tempC, now.value, view().isTcs) : null,
  )
  /** What has lain in it for long enough. */
  const mustComeOut = computed(() => (content.value?.laid.things ?? []).filter((e) => outAt(e) <= now.value))
  const mustWash = computed(() => clocks.value.some((c) => c.kind === 'wash' && c.endsAt <= now.value))
  const isWeak = computed(() => !!strength.value && !!view().bounds && strength.value.brix < view().bounds!.leastBrix)
  const cups = computed(() => (content.value ? cupsLeft(content.value, usual.value) : 0))
  const fill = computed(() => fillOf(mainOfPrep.value(view().hold.recipeId) ?? 'water'))
  /** Marks of the vessel in what the stand reads litres in. */
  const marks = computed(() => {
    const { capacityMl } = view().hold.vessel
    const { unit, times } = shownUnit('L', session.units)
    const perMl = times / 1000
    const step = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20].find((s) => (capacityMl * perMl) / s <= 6) ?? 50
    const count = Math.floor((capacityMl * perMl) / step)
    return Array.from({ length: count }, (_, i) => ({
      ml: ((i + 1) * step) / perMl,
      text: `${n((i + 1) * step, step < 1 ? 1 : 0)}${i === count - 1 ? ` ${unit}` : ''}`,
    }))
  })
  return {
    content,
    levelMl,
    drinkMl,
    strength,
    sizes,
    usual,
    pace,
    roomLeftMl,
    becomes,
    inMinutes,
    clocks,
    over,
    mustWash,
    mustComeOut,
    isWeak,
    cups,
    fill,
    marks,
    stockMl,
    fillInMin,
    beginInMin,
  }
}
export type HoldInHand = ReturnType<typeof useHold>
