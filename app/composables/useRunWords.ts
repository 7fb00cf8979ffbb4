import { useI18n } from 'vue-i18n'
import { msLeft, wholeOf, type Clock, type Job } from '#core/batch'
import { itemKey } from '#core/recipe'
import { dayOf, type Instant } from '#core/time'
import { useSession } from '~/stores/session'

const [SECOND, MINUTE, HOUR] = [1000, 60, 3600]
const two = (n: number): string => String(n).padStart(2, '0')

/** Words of a batch under way: its steps and its clocks. The words of `make` and `lab` are there where it is used. */
export function useRunWords() {
  const { t } = useI18n({ useScope: 'global' })
  const { name, n, time, weekday } = useFormat()
  const session = useSession()
  /** Which load it is of a step that goes in several. */
  function loadOf(step: string): string {
    const load = /-load-(\d+)$/.exec(step)?.[1]
    return load && wholeOf(step) !== step ? t('make.load', { n: n(Number(load)) }) : ''
  }
  /** What is done, of what, which load of it. */
  function stepName({ op, step, weighs }: Pick<Job, 'op' | 'step' | 'weighs'>): string {
    const of = weighs
      .slice(0, 2)
      .map((w) => name(itemKey(w.item)))
      .join(', ')
    return [t(`step.${op}`), of, loadOf(step)].filter(Boolean).join(' · ')
  }
  /** What a clock stands at: until it rings, or since when. */
  function left(clock: Clock, now: Instant): string {
    const s = Math.round(msLeft(clock, now) / SECOND)
    const [h, m, sec] = [
      Math.floor(Math.abs(s) / HOUR),
      Math.floor((Math.abs(s) % HOUR) / MINUTE),
      Math.abs(s) % MINUTE,
    ]
    const text = h ? `${h}:${two(m)}:${two(sec)}` : `${m}:${two(sec)}`
    if (s > 0) return text
    const on = dayOf(clock.ringsAt, session.zone)
    const since = on === dayOf(now, session.zone) ? time(clock.ringsAt) : `${weekday(on)} ${time(clock.ringsAt)}`
    return t('make.since', { time: since })
  }
  return { stepName, loadOf, left }
}
