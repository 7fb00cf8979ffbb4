import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { closeDatabase } from '../server/db/connect'
import { DEMO_PIN, DEMO_SIGN_INS } from '../server/db/demo'
import { startApp, stopApp, type AppServer } from './lib/app-server'
import { portIsFree } from './lib/ports'
import { startBench, stopBench, type BenchProcess } from './lib/bench-process'
import { ensureBuild } from './lib/build'
import { flagsOf } from './lib/flags'
import { PrivateDatabase } from './lib/mariadb'
import { holdFolderOrStop, leftApp, type Held } from './lib/one-starter'
import { alive, endProcess } from './lib/processes'
import { placesFor } from './lib/paths'
import { prepareDatabase } from './lib/prepare'
import { say, sayStop, Stop } from './lib/say'

const DEFAULT_PORT = 4620
const RESTARTS = 3
const RESTARTS_WITHIN_MS = 10 * 60_000

const HELP = `bin/demo [--empty] [--fresh [--yes]] [--port N]

  --empty  start without the demo: a first-run form makes business, stand and owner
  --fresh  throw the data away and start anew, after asking
  --yes    do not ask`

function readFlags() {
  try {
    return flagsOf(
      {
        options: {
          fresh: { type: 'boolean' },
          yes: { type: 'boolean' },
          empty: { type: 'boolean' },
          port: { type: 'string' },
          help: { type: 'boolean' },
        },
      },
      HELP,
    ).values
  } catch (e) {
    sayStop(e)
    process.exit(1)
  }
}
const flags = readFlags()
if (flags.help) {
  say(HELP)
  process.exit(0)
}

const port = Number(flags.port ?? process.env.OLVEX_PORT ?? DEFAULT_PORT)
const kind = flags.empty ? 'own' : 'demo'
// An own business and the demo never share data.
const places = placesFor(`${process.env.OLVEX_DATA ?? '.olvex'}/${kind}`)
const halfLoaded = join(places.data, 'demo-half-loaded')
const db = new PrivateDatabase(places)
let app: AppServer | undefined
let bench: BenchProcess | undefined
let held: Held | undefined
let ending = false
/** How long a backup or restore that is at work is waited for. */
const COMMAND_S = 60

async function end(code: number): Promise<void> {
  if (ending) return
  ending = true
  if (app || db.pid) say('\nStopping.')
  stopBench(bench)
  await stopApp(app)
  await closeDatabase()
  await db.stop()
  held?.release()
  process.exit(code)
}

async function askBeforeFresh(): Promise<void> {
  if (flags.yes) return
  if (!process.stdin.isTTY)
    throw new Stop('--fresh throws the data away and there is nobody to ask here. Add --yes if that is what you want.')
  const asked = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await asked.question(`Throw away everything in ${places.data} and start anew? Type yes: `)
  asked.close()
  if (answer.trim().toLowerCase() !== 'yes') throw new Stop('Nothing was changed.')
}

async function start(): Promise<void> {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`A port is a number from 1 to 65535, not ${flags.port ?? process.env.OLVEX_PORT}.`)
  held = holdFolderOrStop(places, COMMAND_S)
  const left = leftApp(places)
  if (left) {
    say('An earlier start left its program running. It is ended, and started anew.')
    await endProcess(left)
  }
  if (!(await portIsFree(port)))
    throw new Stop(`Port ${port} is taken by another program. Choose another one: bin/demo --port ${port + 1}`)
  if (flags.fresh) await askBeforeFresh()
  const entry = await ensureBuild(
    () => say('Building Olvex, once for these sources: usually one to three minutes.'),
    (s) => say(`Built in ${s} s.`),
  )
  if (process.env.OLVEX_DATABASE_URL) say('Using the database of OLVEX_DATABASE_URL.')
  else {
    say('Starting the database: a few seconds, some more the first time.')
    await db.start()
    process.env.OLVEX_DATABASE_URL = db.url
    if (flags.fresh || existsSync(halfLoaded)) await db.empty()
  }
  process.env.OLVEX_DATA = places.data
  const fresh = await prepareDatabase(!flags.empty, say, halfLoaded)
  bench = await startBench()
  await serve(entry)
  held.tell({ what: 'server', url: app!.url })
  say(`\nOlvex is at ${app!.url}\n`)
  if (flags.empty)
    say(fresh ? 'The first page asks for your business, your stand and you.' : 'Sign in as the owner you made.')
  else {
    for (const s of DEMO_SIGN_INS) say(`  ${s.role.padEnd(6)} sign in as ${s.login.padEnd(6)} password ${s.password}`)
    say(`  crew may use the PIN ${DEMO_PIN} on a tablet that the owner enrols under People`)
  }
  say('\nCtrl-C stops it. What you entered is kept.')
}

async function serve(entry: string): Promise<void> {
  app = await startApp(entry, places, port, {
    OLVEX_DATABASE_URL: process.env.OLVEX_DATABASE_URL!,
    OLVEX_DEMO: flags.empty ? '' : '1',
    OLVEX_BENCH: bench!.address,
  })
}

/** Looks after database and server: a dead one is started again, three times in ten minutes at most. */
async function watch(entry: string): Promise<void> {
  let restarts: number[] = []
  for (;;) {
    await new Promise((done) => setTimeout(done, 1000))
    if (ending) return
    // The devices are stand-ins: they come back without ado, where they were.
    if (bench!.child.exitCode !== null || bench!.child.signalCode !== null)
      bench = await startBench(Number(bench!.address.split(':')[1])).catch(() => bench)
    const deadDb = db.pid > 0 && !alive(db.pid)
    const deadApp = app!.child.exitCode !== null || app!.child.signalCode !== null
    if (!deadDb && !deadApp) continue
    restarts = [...restarts.filter((at) => at > Date.now() - RESTARTS_WITHIN_MS), Date.now()]
    if (restarts.length > RESTARTS)
      throw new Stop('It ended more than three times in ten minutes and is not started again.', places.logs)
    say(`The ${deadDb ? 'database' : 'program'} ended by itself; starting it again.`)
    if (deadDb) await db.start()
    if (deadApp) await serve(entry)
  }
}

// Ctrl-C, a kill, and the terminal that is closed.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void end(0))
// A terminal that is gone takes no more sentences: that is no reason to stop half-way.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined)
try {
  await start()
  await watch(await ensureBuild())
} catch (e) {
  if (!ending) {
    sayStop(e)
    await end(1)
  }
}
