// When in a day its cups are sold: shares of its hours, and how fast it goes from here.

/** Cups of an hour of the stand's clock, of some days together. */
export interface HourCups {
  /** 0 to 23 */
  hour: number
  cups: number
}

const [HOURS, MIN_PER_H] = [24, 60]
/**
 * Before anything is known all hours that ever sold are alike; that is worth so many cups. Common practice, no source.
 */
const WORTH_CUPS = 40

/**
 * Share of a day's cups in each of its 24 hours: what was seen, with even hours worth some cups (Dirichlet prior,
 * textbooks of Bayesian statistics, memory). An hour between the first and the last that sold anything is one of them.
 * Null where nothing was sold yet.
 */
export function hourShares(seen: readonly HourCups[]): number[] | null {
  const cups = Array.from({ length: HOURS }, (_, hour) =>
    seen.reduce((n, s) => (s.hour === hour ? n + Math.max(0, s.cups) : n), 0),
  )
  const [first, last] = [cups.findIndex((n) => n > 0), cups.findLastIndex((n) => n > 0)]
  if (first < 0) return null
  const all = cups.reduce((sum, n) => sum + n, 0) + WORTH_CUPS
  const even = WORTH_CUPS / (last - first + 1)
  return cups.map((n, hour) => (hour < first || hour > last ? 0 : (n + even) / all))
}

/**
 * How many times as fast it goes some minutes from now as in the hour that is just over.
 * @param shares of {@link hourShares} @param nowMin minutes of the stand's clock since midnight
 * @returns 1 wherever nothing says otherwise
 */
export function timesAhead(shares: readonly number[] | null, nowMin: number): (min: number) => number {
  if (!shares) return () => 1
  const shareAt = (min: number): number => shares[Math.floor(min / MIN_PER_H) % HOURS] ?? 0
  const past = (nowMin % MIN_PER_H) / MIN_PER_H
  const justNow = shareAt(nowMin) * past + shareAt(Math.max(0, nowMin - MIN_PER_H)) * (1 - past)
  // It is open at an hour at which it never was: nobody knows how it goes on.
  if (!(justNow > 0)) return () => 1
  return (min) => shareAt(nowMin + min) / justNow
}

/** Hours that bring this share of a usual day's cups, or more, are a usual day. Common practice, no source. */
const WHOLE_DAY = 0.95
/**
 * The share of a usual day's cups that come while it is open; 1 where these are its usual hours, or more of them: what
 * hours sell at which it was never open is not known, and not added.
 * @param shares of {@link hourShares} @param opensMin, closesMin minutes of the stand's clock since midnight; one that
 *   closes before it opens closes on the next day
 */
export function openShare(shares: readonly number[], opensMin: number, closesMin: number): number {
  const until = closesMin > opensMin ? closesMin : closesMin + HOURS * MIN_PER_H
  let open = 0
  for (let h = 0; h < 2 * HOURS; h++) {
    const minutes = Math.min(until, (h + 1) * MIN_PER_H) - Math.max(opensMin, h * MIN_PER_H)
    open += (shares[h % HOURS]! * Math.max(0, minutes)) / MIN_PER_H
  }
  return open >= WHOLE_DAY ? 1 : open
}
