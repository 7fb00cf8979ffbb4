import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join, relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { closeDatabase } from '../server/db/connect'
import { startApp, stopApp } from './lib/app-server'
import { freePort } from './lib/ports'
import { audit } from './lib/audit'
import { controls, memoryProbe, type Running } from './lib/controls'
import { startBench, stopBench, type BenchProcess } from './lib/bench-process'
import { ensureBuild } from './lib/build'
import { withClock } from './lib/clocks'
import { withFleet } from './lib/fleet'
import { fleetControls } from './lib/fleet-controls'
import { PrivateDatabase } from './lib/mariadb'
import { newcomer } from './lib/newcomer'
import { placesFor, ROOT } from './lib/paths'
import { prepareDatabase } from './lib/prepare'
import { say, sayStop } from './lib/say'

// bin/test runs lint, types, audit, unit, newcomer, api, cluster and e2e; bin/test PART … runs those parts; bin/test
// PART -- NAME … only the test files of these names. Everything it starts is its own.
const PARTS = ['lint', 'types', 'audit', 'unit', 'newcomer', 'api', 'cluster', 'e2e'] as const
type Part = (typeof PARTS)[number]
const words = process.argv.slice(2)
const cut = words.includes('--') ? words.indexOf('--') : words.length
const asked = words.slice(0, cut) as Part[]
const only = words.slice(cut + 1)
const unknown = asked.filter((p) => !PARTS.includes(p))
if (unknown.length) {
  say(`bin/test knows the parts ${PARTS.join(', ')}; not ${unknown.join(', ')}.`)
  process.exit(2)
}
const parts = asked.length ? asked : PARTS

const work = mkdtempSync(join(tmpdir(), 'olvex-test-'))
/** The day the tests live in: pictures and plans do not depend on when they are run. */
const NOW = '2026-11-25T10:40:00Z'
let passed = 0
let failed = 0
/** What failed, by name: said once more at the end, where it is seen without the rest. */
const failures: string[] = []
/** Runs of Jest so far: each writes what it found to a file of its own. */
let jests = 0
const bin = (name: string) => join(ROOT, 'node_modules/.bin', name)

/**
 * Longer than any part takes on a slow machine: what hangs is ended and counted as failed, so that the rest is still
 * seen.
 */
const LIMIT_MS = 30 * 60_000

function run(command: string, args: string[], env: Record<string, string> = {}): Promise<boolean> {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } })
    const limit = setTimeout(() => {
      say(
        `\n-- Ended after ${LIMIT_MS / 60_000} minutes; what ran then:\n${spawnSync('ps', ['-eo', 'pid,ppid,etimes,stat,wchan:20,args'], { encoding: 'utf8' }).stdout ?? ''}`,
      )
      child.kill('SIGKILL')
    }, LIMIT_MS)
    const end = (ok: boolean): void => {
      clearTimeout(limit)
      done(ok)
    }
    child.once('error', () => end(false)).once('exit', (code) => end(code === 0))
  })
}
/** @param what it is called where it fails */
function count(ok: boolean, what: string): void {
  if (ok) passed++
  else failed++
  if (!ok) failures.push(what)
}
interface Assertion {
  fullName: string
  status: string
  failureMessages: string[]
}
async function jest(project: string, env: Record<string, string> = {}, named: string[] = only): Promise<void> {
  const out = join(work, `${project}${++jests}.json`)
  const ok = await run(
    bin('jest'),
    [
      '--selectProjects',
      project,
      '--json',
      `--outputFile=${out}`,
      ...(project !== 'unit' ? ['--runInBand', '--forceExit'] : []),
      ...named,
    ],
    env,
  )
  if (!existsSync(out)) return count(false, `${project}: nothing was written`)
  const r = JSON.parse(readFileSync(out, 'utf8')) as {
    numPassedTests: number
    numFailedTests: number
    numFailedTestSuites: number
    testResults: { name: string; status: string; assertionResults: Assertion[] }[]
  }
  for (const file of r.testResults.filter((t) => t.status === 'failed')) {
    const tests = file.assertionResults
      .filter((a) => a.status === 'failed')
      .map((a) => [a.fullName, ...a.failureMessages.map((message) => faultOf({ message }))].join('\n    '))
    for (const test of tests.length ? tests : ['the file itself'])
      failures.push(`${relative(ROOT, file.name)}: ${test}`)
  }
  passed += r.numPassedTests
  failed += Math.max(r.numFailedTests, r.numFailedTestSuites, ok ? 0 : 1)
}
async function playwright(projects: string[], env: Record<string, string>): Promise<void> {
  const out = join(work, `${projects[0]}.json`)
  const ok = await run(
    bin('playwright'),
    [
      'test',
      '-c',
      'tests/e2e/playwright.config.ts',
      '--pass-with-no-tests',
      ...only,
      ...projects.flatMap((p) => ['--project', p]),
    ],
    { ...env, OLVEX_E2E_REPORT: out, OLVEX_E2E_WORK: join(work, projects[0]!) },
  )
  if (!ok) showPages(join(work, projects[0]!, 'results'))
  if (!existsSync(out)) return count(false, `e2e ${projects.join(' ')}: nothing was written`)
  const { stats, suites } = JSON.parse(readFileSync(out, 'utf8')) as {
    stats: { expected: number; unexpected: number; flaky: number }
    suites: Suite[]
  }
  failures.push(...suites.flatMap(failedSpecs))
  passed += stats.expected
  failed += Math.max(stats.unexpected + stats.flaky, ok ? 0 : 1)
}

/** As the report of Playwright has them: files, groups in them, and tests with what each try of them ended by. */
interface Suite {
  suites?: Suite[]
  specs: { ok: boolean; file: string; line: number; title: string; tests: { results: Try[] }[] }[]
}
interface Try {
  errors: Fault[]
  attachments: { name: string; path?: string }[]
}
interface Fault {
  message: string
  location?: { file: string; line: number }
}
/** Where it failed and by what, in one line: a run whose output was cut to its end still says it. */
function faultOf({ message, location }: Fault): string {
  const said = stripVTControlCharacters(message).split('\n').slice(0, 6).join(' ').replace(/\s+/g, ' ').slice(0, 300)
  return `${location ? `${relative(ROOT, location.file)}:${location.line}: ` : ''}${said}`
}
/** What stood on the page where a try ended, from its heading on: most of what is to be known, in a few lines. */
function pageOf({ attachments }: Try): string[] {
  const path = attachments.find((a) => a.name === 'error-context')?.path
  if (path === undefined || !existsSync(path)) return []
  const page = pageIn(readFileSync(path, 'utf8'))
  return page
    .slice(Math.max(0, page.indexOf('main')))
    .slice(0, 2000)
    .split('\n')
}
/** What comes before the page itself is general advice. */
const pageIn = (context: string): string => context.slice(Math.max(0, context.indexOf('```yaml')))
const failedSpecs = (suite: Suite): string[] => [
  ...suite.specs
    .filter((s) => !s.ok)
    .map((s) => {
      const tries = s.tests.flatMap((t) => t.results)
      const faults = tries.flatMap((r) => r.errors)
      return [`${s.file}:${s.line}: ${s.title}`, ...faults.map(faultOf), ...tries.flatMap(pageOf)].join('\n    ')
    }),
  ...(suite.suites ?? []).flatMap(failedSpecs),
]

/** What the page looked like where a test failed, and what the servers said: the folder itself is gone afterwards. */
function showPages(folder: string): void {
  if (!existsSync(folder)) return
  for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((f) =>
    f.endsWith('error-context.md'),
  )) {
    say(`\n-- ${file}\n${pageIn(readFileSync(join(folder, file), 'utf8')).slice(0, 9000)}`)
  }
  for (const s of running) {
    const told = readFileSync(s.app.log, 'utf8')
      .slice(-2000)
      .replace(/^Listening on .*\n/gm, '')
    if (told.trim()) say(`\n-- ${s.app.log}\n${told}`)
  }
}

const running: Running[] = []
const benches: BenchProcess[] = []
/** Every database that was started, also where the program beside it never was. */
const databases: [PrivateDatabase, string][] = []

async function installation(name: string, withDemo: boolean, more: Record<string, string> = {}): Promise<Running> {
  const places = placesFor(join(work, name))
  const db = new PrivateDatabase(places)
  await db.start()
  databases.push([db, places.socketDir])
  process.env.OLVEX_DATABASE_URL = db.url
  if (withDemo) process.env.OLVEX_NOW = NOW
  await prepareDatabase(withDemo, () => undefined)
  await closeDatabase()
  delete process.env.OLVEX_NOW
  const entry = await ensureBuild(() => say('Building.'))
  const port = await freePort()
  const env: Record<string, string> = {
    OLVEX_DATABASE_URL: db.url,
    OLVEX_DEMO: '1',
    OLVEX_LOG_LEVEL: 'warn',
    ...(withDemo ? { OLVEX_NOW: NOW } : {}),
    ...more,
  }
  const stand = { places, db, entry, port, env, app: await startApp(entry, places, port, env) }
  running.push(stand)
  return stand
}
async function restart(s: Running): Promise<void> {
  await stopApp(s.app)
  await s.db.stop()
  await s.db.start()
  s.app = await startApp(s.entry, s.places, s.port, s.env)
}

/** Tests of what earlier releases left behind: they take as long as all the rest. */
const EARLIER = ['tests/api/migrate.test.ts', 'tests/api/releases.test.ts']
/** Rows of years: what else is taken, kept or counted in their database would take its time with them. */
const YEARS = ['tests/api/years.test.ts']
/** The files of these, or of all tests of the interface, that were asked for. */
const askedOf = (files: string[]): string[] =>
  files.filter((file) => !only.length || only.some((name) => basename(file).startsWith(name)))

/** What the tests of the interface are told of the installations that they ask. */
async function apiOf(
  names: [own: string, empty: string],
): Promise<{ env: Record<string, string>; end(): Promise<void> }> {
  const [own, empty] = [
    await installation(names[0], false, memoryProbe(join(work, `${names[0]}-memory`))),
    await installation(names[1], false),
  ]
  const control = await controls(own, empty)
  const env = {
    OLVEX_TEST_CONTROL: control.url,
    OLVEX_TEST_EMPTY: empty.app.url,
    OLVEX_TEST_DATA: own.places.data,
    OLVEX_TEST_URL: own.app.url,
    OLVEX_DATABASE_URL: own.db.url,
    OLVEX_BUILD: join(own.entry, '..', '..'),
  }
  return { env, end: () => control.close() }
}
async function api(): Promise<void> {
  const all = readdirSync(join(ROOT, 'tests/api')).map((name) => join('tests/api', name))
  const rest = all.filter((file) => file.endsWith('.test.ts') && ![...EARLIER, ...YEARS].includes(file))
  const [earlier, years, others] = [askedOf(EARLIER), askedOf(YEARS), askedOf(rest)]
  if (!earlier.length && !years.length && !others.length) return count(false, `api: no test of ${only.join(', ')}`)
  const here = await apiOf(['api', 'empty'])
  const other = await installation('other', false)
  const fuzzed = await installation('fuzzed', true)
  const env = { ...here.env, OLVEX_TEST_OTHER: other.app.url, OLVEX_TEST_FUZZ: fuzzed.app.url }
  // A database that nobody ends meanwhile.
  const old = earlier.length ? await apiOf(['old', 'old-empty']) : null
  const long = years.length ? await installation('years', false) : null
  const beside = async (): Promise<void> => {
    if (old) await jest('api', { ...env, ...old.env }, earlier)
    if (long) await jest('api', { OLVEX_TEST_URL: long.app.url, OLVEX_DATABASE_URL: long.db.url }, years)
  }
  await Promise.all([beside(), others.length ? jest('api', env, others) : null])
  await here.end()
  await old?.end()
}
/** Two app processes, each of which prefers another node of three; the clock of one is ahead. */
async function cluster(): Promise<void> {
  const envOf = (app: number): Record<string, string> => (app === 1 ? withClock({ aheadS: 30 }) : {})
  await withFleet('test', { preferred: (app) => app, envOf }, async (f) => {
    const control = await fleetControls(f)
    await jest('cluster', {
      OLVEX_TEST_URL: f.url,
      OLVEX_CLUSTER_NODES: JSON.stringify(f.cluster.nodes.map((_, i) => f.cluster.urlOf(i))),
      OLVEX_CLUSTER_APPS: JSON.stringify(f.apps.map((a) => a.url)),
      OLVEX_CLUSTER_CONTROL: control.url,
    })
    control.close()
  })
}
async function e2e(): Promise<void> {
  const benchOf = async (): Promise<BenchProcess> => {
    const bench = await startBench()
    benches.push(bench)
    return bench
  }
  const [bench, other] = [await benchOf(), await benchOf()]
  const [own, demo] = [
    await installation('own', false),
    await installation('demo', true, { OLVEX_BENCH: bench.address }),
  ]
  // Batches move lots and sign standards: on a demo of their own, with a bench of its own.
  const morning = await installation('morning', true, { OLVEX_BENCH: other.address })
  const empty = await installation('empty', false)
  const control = await controls(own, empty)
  const env = {
    OLVEX_E2E_BENCH: bench.address,
    OLVEX_E2E_OWN: own.app.url,
    OLVEX_E2E_DEMO: demo.app.url,
    OLVEX_E2E_MORNING: morning.app.url,
    OLVEX_E2E_CONTROL: control.url,
  }
  // One after the other: a browser and a server take both processors of a small machine, and what waits for neither
  // fails by its clock.
  await playwright(['whole-job'], env)
  // The data must outlive a stop of everything. At once: what is planned is planned for a day, which may turn.
  await restart(own)
  if (!only.length || only.some((name) => 'after-restart'.includes(name))) await playwright(['after-restart'], env)
  await playwright(['anywhere', 'make'], { ...env, OLVEX_E2E_BENCH: other.address })
  // Two calls: one ends after half an hour, whatever it has still to do.
  await playwright(['tablet'], env)
  await playwright(['offline', 'phone', 'base'], env)
  await control.close()
}

async function inTurn(these: readonly Part[]): Promise<void> {
  for (const part of these) {
    say(`\n== ${part}`)
    const at = Date.now()
    try {
      await runs[part]()
    } catch (e) {
      // What the others find is wanted all the same.
      sayStop(e)
      count(false, `${part}: ${(e as Error).message}`)
    }
    say(`== ${part}: ${((Date.now() - at) / 1000).toFixed(0)} s`)
  }
}
const runs: Record<Part, () => Promise<void>> = {
  lint: async () => {
    count(await run(bin('prettier'), ['--check', '--log-level', 'warn', '.']), 'lint: prettier')
    count(await run(bin('eslint'), ['.', '--max-warnings', '0']), 'lint: eslint')
  },
  types: async () => count(await run(process.execPath, ['--import', 'tsx', 'scripts/types.ts']), 'types'),
  audit: async () => {
    const sound = audit()
    if (sound !== null) count(sound, 'audit')
  },
  unit: () => jest('unit'),
  newcomer: async () => {
    const before = failed
    const place = join(work, 'newcomer')
    await newcomer(place, (what, ok) => {
      say(`${ok ? '✓' : '✗'} ${what}`)
      count(ok, `newcomer: ${what}`)
    })
    if (failed > before) say(readFileSync(join(place, 'newcomer.log'), 'utf8'))
  },
  api,
  cluster,
  e2e,
}

const started = Date.now()
try {
  // What only reads the sources goes beside the unit tests: each takes one processor.
  const reading = parts.filter((p) => ['lint', 'types', 'audit'].includes(p))
  await Promise.all([inTurn(reading), inTurn(parts.filter((p) => p === 'unit'))])
  await inTurn(parts.filter((p) => p !== 'unit' && !reading.includes(p)))
} finally {
  for (const b of benches) stopBench(b)
  for (const s of running) await stopApp(s.app)
  for (const [db, socketDir] of databases) {
    await db.stop()
    rmSync(socketDir, { recursive: true, force: true })
  }
  rmSync(work, { recursive: true, force: true })
}
say(`\nTime: ${((Date.now() - started) / 1000).toFixed(0)} s`)
for (const failure of failures) say(`✗ ${failure}`)
say(`${passed} passed, ${failed} failed`)
process.exit(failed ? 1 : 0)
