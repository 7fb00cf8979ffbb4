import type { Span } from './problem'

// What of a resource is taken, and when.

interface Taken extends Span {
  amount: number
}

/** So many or so much of something at once, and what is taken of it. */
export class Busy {
  private readonly taken: Taken[] = []
  constructor(readonly capacity: number) {}

  take(span: Span, amount: number): void {
    if (span.toMin > span.fromMin && amount > 0) this.taken.push({ ...span, amount })
  }

  /**
   * Whether so much more goes into a span.
   * @returns null where it does; else the latest moment at which it would have to be over
   */
  blockedUntil(span: Span, amount: number): number | null {
    if (span.toMin <= span.fromMin || amount <= 0) return null
    if (amount > this.capacity + TINY) return -Infinity
    const meets = this.taken.filter((t) => t.fromMin < span.toMin && t.toMin > span.fromMin)
    if (!meets.length) return null
    let latest: number | null = null
    // What is taken is most where something begins.
    for (const at of [span.fromMin, ...meets.map((t) => t.fromMin).filter((m) => m > span.fromMin)]) {
      const there = meets.filter((t) => t.fromMin <= at && t.toMin > at)
      const sum = there.reduce((n, t) => n + t.amount, 0)
      if (sum + amount <= this.capacity + TINY) continue
      // Of those that meet there, the one that begins last has to begin after it is over.
      const over = Math.max(...there.map((t) => t.fromMin))
      latest = latest === null ? over : Math.min(latest, over)
    }
    return latest
  }
}
/** Of an amount, what is no difference. */
const TINY = 1e-9

/** Somebody, when they are there and what their hands are on. */
export class Hands {
  private readonly taken: Span[] = []
  constructor(
    readonly id: string,
    private readonly there: readonly Span[],
  ) {}

  take(span: Span): void {
    if (span.toMin > span.fromMin) this.taken.push(span)
  }
  get busyMin(): number {
    return this.taken.reduce((n, t) => n + t.toMin - t.fromMin, 0)
  }

  /** As {@link Busy.blockedUntil}: null where these hands are free; -Infinity where they never are before. */
  blockedUntil(span: Span): number | null {
    const meets = this.taken.filter((t) => t.fromMin < span.toMin && t.toMin > span.fromMin)
    if (meets.length) return Math.min(...meets.map((t) => t.fromMin))
    if (this.there.some((s) => s.fromMin <= span.fromMin && s.toMin >= span.toMin)) return null
    const before = this.there.map((s) => s.toMin).filter((m) => m < span.toMin)
    return before.length ? Math.max(...before) : -Infinity
  }
}
