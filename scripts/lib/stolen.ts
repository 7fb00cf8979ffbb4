import { readFileSync } from 'node:fs'

// A virtual machine does not have its processors to itself: a figure taken while others had much of them is theirs, and
// says so beside it.

/** A jiffy of /proc/stat, on every Linux of today. */
const JIFFY_MS = 10

/** What the kernel says of its processors (Linux); nothing where it says nothing. */
function procStat(): string {
  try {
    return readFileSync('/proc/stat', 'utf8')
  } catch {
    return ''
  }
}
/**
 * Jiffies of all processors since the start, those that they worked, and those that there was work for and others got:
 * proc(5).
 */
function jiffies(stat: string): { all: number; stolen: number; worked: number } {
  const times = stat.split('\n')[0]!.trim().split(/\s+/).slice(1, 9).map(Number)
  const [user = 0, nice = 0, system = 0, idle = 0, waits = 0, irq = 0, soft = 0, stolen = 0] = times
  const worked = user + nice + system + irq + soft
  return { all: worked + idle + waits + stolen, stolen, worked }
}

type Jiffies = ReturnType<typeof jiffies>
/** Begins to count. @returns what it came to since then; null where the kernel says nothing */
function counted(read: () => string, of: (before: Jiffies, now: Jiffies) => number): () => number | null {
  const before = jiffies(read())
  return () => {
    const now = jiffies(read())
    return now.all > before.all ? of(before, now) : null
  }
}
/** The share of the processors that others took, 0 to 1. */
export const countStolen = (read = procStat): (() => number | null) =>
  counted(read, (before, now) => (now.stolen - before.stolen) / (now.all - before.all))
/**
 * ms that processors of this machine worked: how long something takes while others have most of them is theirs, and
 * what it costs is ours.
 */
export const countWorked = (read = procStat): (() => number | null) =>
  counted(read, (before, now) => (now.worked - before.worked) * JIFFY_MS)
/** As it stands beside a figure. */
export const inPercent = (share: number | null): string =>
  share === null ? 'not known' : `${(100 * share).toFixed(1)} %`
