import type { Span } from '#core/schedule'

// The axis of a day: minutes on which nobody's hands are on anything for long are drawn short, so that a night in
// between leaves room for the morning.

/** Without hands for longer than this, min, a stretch is drawn as if it were so long. */
const LONGEST_IDLE_MIN = 45

export interface Axis {
  /** where a minute stands, 0 to 100; beyond the ends where it lies beyond them */
  at: (minute: number) => number
  /** the minute that stands there */
  minuteAt: (percent: number) => number
  /** stretches that are drawn shorter than they are */
  short: readonly Span[]
}

/** @param busy when hands are on something, in any order */
export function axisOf(fromMin: number, toMin: number, busy: readonly Span[]): Axis {
  const knots = [{ minute: fromMin, drawn: 0 }]
  const short: Span[] = []
  let last = fromMin
  let drawn = 0
  const on = [...busy].sort((a, b) => a.fromMin - b.fromMin)
  for (const s of [...on, { fromMin: toMin, toMin }]) {
    if (s.fromMin - last > LONGEST_IDLE_MIN) {
      drawn += LONGEST_IDLE_MIN
      short.push({ fromMin: last, toMin: s.fromMin })
    } else if (s.fromMin > last) drawn += s.fromMin - last
    if (s.fromMin > last) knots.push({ minute: s.fromMin, drawn })
    last = Math.max(last, s.fromMin)
    if (s.toMin <= last) continue
    drawn += s.toMin - last
    last = s.toMin
    knots.push({ minute: last, drawn })
  }
  const all = Math.max(1, drawn)
  /** Along the knots from one side to the other; beyond them as fast as it goes in the middle. */
  function along(x: number, from: 'minute' | 'drawn', to: 'minute' | 'drawn'): number {
    const next = knots.findIndex((k) => k[from] >= x)
    if (next === 0) return knots[0]![to] + (x - knots[0]![from])
    const [a, b] = next < 0 ? [knots.at(-1)!, null] : [knots[next - 1]!, knots[next]!]
    if (!b || b[from] === a[from]) return a[to] + (x - a[from])
    return a[to] + ((x - a[from]) * (b[to] - a[to])) / (b[from] - a[from])
  }
  return {
    at: (minute) => (100 * along(minute, 'minute', 'drawn')) / all,
    minuteAt: (percent) => along((percent * all) / 100, 'drawn', 'minute'),
    short,
  }
}
