import { QueryTypes } from 'sequelize'
import { database } from '../server/db/connect'
import type { AppServer } from './lib/app-server'
import { withClock } from './lib/clocks'
import { withFleet } from './lib/fleet'
import { flagsOf } from './lib/flags'
import { withInstallation } from './lib/installation'
import { say, sayStop } from './lib/say'
import { asOwner } from './lib/sign-in'
import { countStolen, countWorked, inPercent } from './lib/stolen'
import { saturday } from './load/day'
import { caller, openStands, standardsOf } from './load/stands'
import { ARRIVAL_S, Saturday } from './load/tablets'

// npm run load: a busy Saturday of many stands at ten times real time, with one server and one database, and with two
// servers and a cluster of three nodes.
const SEED = 20
const HELP = 'npm run load [-- --stands=40 --tablets=5 --since=12 --from=12 --hours=1 --speed=10 --only=one|cluster]'
const number = { type: 'string' } as const
const { values } = flagsOf(
  {
    options: {
      stands: number,
      tablets: number,
      since: number,
      from: number,
      hours: number,
      speed: number,
      only: number,
    },
  },
  HELP,
)
const STANDS = Number(values.stands ?? 40)
const TABLETS = Number(values.tablets ?? 5)
const FROM_H = Number(values.from ?? 12)
/** What the day had brought by then is told first, as fast as it goes and with nobody looking. */
const SINCE_H = Number(values.since ?? FROM_H)
const HOURS = Number(values.hours ?? 1)
const SPEED = Number(values.speed ?? 10)
/** What a read and a write may take, 95 of 100 of them. */
const MOST = { reads: 100, writes: 200 }

const at = (all: readonly number[], share: number): number =>
  all.toSorted((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * share))] ?? NaN
const figures = (all: readonly number[]): string =>
  [0.5, 0.95, 0.99].map((p) => at(all, p).toFixed(0)).join(' / ') + ` ms over ${all.length}`

/** Rows, and bytes of tables with their indexes. */
async function held(): Promise<{ rows: number; mb: number }> {
  const tables = await database().query<{ name: string; bytes: string }>(
    `SELECT table_name AS name, data_length + index_length AS bytes FROM information_schema.tables
      WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'`,
    { type: QueryTypes.SELECT },
  )
  let rows = 0
  for (const { name } of tables) {
    const [count] = await database().query<{ n: number }>(`SELECT COUNT(*) AS n FROM \`${name}\``, {
      type: QueryTypes.SELECT,
    })
    rows += Number(count!.n)
  }
  return { rows, mb: tables.reduce((sum, t) => sum + Number(t.bytes), 0) / 2 ** 20 }
}

/** min of the day that are looked at by themselves: a machine may be quiet for some of them, and not for others. */
const PART_MIN = HOURS > 1 ? 60 : 6
/** Each part of the day: whether it gets slower as the day fills up, and what others took meanwhile. */
function byParts(day: Saturday): (atS: number) => void {
  let [reads, writes, stolen, worked] = [0, 0, countStolen(), countWorked()]
  return (atS) => {
    const { taken } = day
    const [read, written] = [taken.reads.slice(reads), taken.writes.slice(writes)]
    const workedMs = worked()
    const each = workedMs === null ? 'not known' : (workedMs / (read.length + written.length)).toFixed(2)
    const of = `reads ${figures(read)}; writes ${figures(written)}; ${each} ms of a processor a request`
    const time = `${Math.floor(atS / 3600)}:${String((atS / 60) % 60).padStart(2, '0')}`
    say(`  ${time}  ${of}; others took ${inPercent(stolen())}`)
    ;[reads, writes, stolen, worked] = [taken.reads.length, taken.writes.length, countStolen(), countWorked()]
  }
}

/** @param apps the servers: from when the day begins their clocks go as fast as it */
async function measure(label: string, url: string, apps: readonly AppServer[]): Promise<void> {
  const owner = caller(url, await asOwner(url))
  const standards = await standardsOf(owner)
  say(`${label}: opening ${STANDS} stands with ${TABLETS} tablets each.`)
  // A minute before the first deed.
  const openedAt = new Date(Date.now() - (FROM_H - SINCE_H) * 3600e3 - 60e3).toISOString()
  const stands = await openStands(url, STANDS, TABLETS, standards, owner, openedAt)
  const plan = saturday(SEED, STANDS, TABLETS, FROM_H * 60, (FROM_H + HOURS) * 60)
  say(`${label}: ${plan.length} deeds in ${HOURS} h, at ${SPEED} times real time.`)
  const day = new Saturday([url], stands, standards, SPEED)
  if (SINCE_H < FROM_H) {
    const sooner = saturday(SEED, STANDS, TABLETS, SINCE_H * 60, FROM_H * 60)
    const at = performance.now()
    await day.sooner(sooner, FROM_H * 3600)
    const seconds = ((performance.now() - at) / 1000).toFixed(0)
    say(`${label}: ${sooner.length} deeds since ${SINCE_H}:00 told first, in ${seconds} s.`)
  }
  const before = await held()
  const began = performance.now()
  const stolen = countStolen()
  await day.run(plan, PART_MIN * 60, () => {
    for (const { child } of apps) child.kill('SIGUSR2')
    return byParts(day)
  })
  const others = stolen()
  const after = await held()
  const { reads, writes, seen, wrong, lateMs, bytes } = day.taken
  const seconds = (performance.now() - began) / 1000 - ARRIVAL_S
  say(
    `${label}: ${seconds.toFixed(0)} s, ${((reads.length + writes.length) / seconds).toFixed(0)} requests a second; of the processors others took ${inPercent(others)}`,
  )
  say(`  reads   ${figures(reads)} (half, 95 and 99 of 100)`)
  say(`  writes  ${figures(writes)}`)
  say(`  seen by another tablet of the stand after ${figures(seen)}, of which the wait for its turn is up to 400 ms`)
  say(`  ${(bytes / 2 ** 20 / seconds).toFixed(1)} MB a second; begun at most ${lateMs.toFixed(0)} ms late`)
  const perHour = 1 / (STANDS * HOURS)
  say(
    `  ${((after.rows - before.rows) * perHour).toFixed(0)} rows a stand and hour, ${((after.mb - before.mb) * perHour * 1024).toFixed(0)} kB`,
  )
  for (const [what, n] of wrong) say(`  wrong: ${n} × ${what}`)
  const isSlow = at(reads, 0.95) > MOST.reads || at(writes, 0.95) > MOST.writes
  if (isSlow) say(`  over what it may be: reads ${MOST.reads} ms, writes ${MOST.writes} ms`)
  if (isSlow || wrong.size) process.exitCode = 1
}

const clock = withClock({ pace: SPEED })
try {
  if (values.only !== 'cluster')
    await withInstallation('load', clock, (s) => measure('one server, one database', s.app.url, [s.app]))
  if (values.only !== 'one')
    await withFleet('load', { env: clock }, (f) => measure('two servers, three nodes', f.url, f.apps))
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
