import { join } from 'node:path'
import { ROOT } from './paths'

/** For a server under test: its clock is ahead of all others, or goes faster once it is told to (SIGUSR2). */
export const withClock = ({ aheadS = 0, pace = 1 }: { aheadS?: number; pace?: number }): Record<string, string> => ({
  NODE_OPTIONS: `--import ${JSON.stringify(join(ROOT, 'scripts/lib/clock.mjs'))}`,
  OLVEX_CLOCK_AHEAD_S: String(aheadS),
  OLVEX_CLOCK_PACE: String(pace),
})
