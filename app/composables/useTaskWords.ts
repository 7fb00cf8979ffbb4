import { useI18n } from 'vue-i18n'
import type { DayTask } from '#core/schedule'
import { dayOf } from '#core/time'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

/** Words of a day's tasks and of their times; the words of `clock` and `lab` are there where it is used. */
export function useTaskWords() {
  const { t } = useI18n({ useScope: 'global' })
  const { name, weekday, locale, n } = useFormat()
  const drinks = useDrinks()
  const session = useSession()
  const madeName = (id: string): string => drinks.byId.get(id)?.name ?? name(id)
  /** What a task is: what is done, of what, which loads of it, and what is cleaned after it. */
  function nameOf({ making, does, loads, cleanMin }: DayTask): string {
    const of = madeName(making)
    const step = t(does === 'chilling' ? 'clock.cold' : `step.${does}`)
    const what = does === 'pressing' ? t('clock.pressing', { name: of }) : t('clock.step', { step, name: of })
    const all = loads ? n(loads.of) : ''
    const which = !loads
      ? ''
      : loads.from === loads.to
        ? t('clock.load', { n: n(loads.to), of: all })
        : t('clock.loads', { from: n(loads.from), to: n(loads.to), of: all })
    const then = cleanMin ? t('clock.clean', { piece: t(does === 'pressing' ? 'clock.ofPress' : 'clock.ofJar') }) : ''
    return [what, which, then].filter(Boolean).join(', ')
  }
  /** The time of a moment, with the day where that is another. @param zone of the stand */
  function timeWithDay(at: string, day: string, zone = session.zone): string {
    const time = formatTime(at, locale.value, session.region, zone)
    const on = dayOf(at, zone)
    return on === day ? time : `${weekday(on)} ${time}`
  }
  return { madeName, nameOf, timeWithDay }
}
