import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { chmodSync, cpSync, existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { freePort, HOST } from './ports'
import { adoptBuild } from './build'
import { ROOT } from './paths'

// A first start as somebody has it who is not root: nothing in the environment, no sbin in the path, LANG=C, a folder
// with a space and an accent. Root becomes nobody for it; anybody else stays who they are.
const FOLDER = 'olvex, jugos y limón'
const FIRST_START_MS = 9 * 60_000
const NOBODY = 65534

type Check = (what: string, ok: boolean) => void

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
const asRoot = process.getuid?.() === 0

/** A copy of the checkout as it stands. What npm installed is linked: it is the same, and a minute is saved. */
function copyTo(folder: string): void {
  const files = spawnSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
    .stdout.split('\0')
    .filter(Boolean)
  for (const file of files.filter((f) => existsSync(join(ROOT, f)))) cpSync(join(ROOT, file), join(folder, file))
  const linked = spawnSync('cp', ['-al', join(ROOT, 'node_modules'), folder])
  if (linked.status !== 0) spawnSync('cp', ['-a', join(ROOT, 'node_modules'), folder])
  // Folders and our own files become nobody's; what is linked stays as it is.
  if (asRoot) {
    spawnSync('find', [folder, '-type', 'd', '-exec', 'chown', `${NOBODY}:${NOBODY}`, '{}', '+'])
    spawnSync('find', [
      folder,
      '-path',
      join(folder, 'node_modules'),
      '-prune',
      '-o',
      '-type',
      'f',
      '-exec',
      'chown',
      `${NOBODY}:${NOBODY}`,
      '{}',
      '+',
    ])
  }
}

export async function newcomer(work: string, check: Check): Promise<void> {
  const folder = join(work, FOLDER)
  const home = join(work, 'home')
  mkdirSync(folder, { recursive: true })
  mkdirSync(home)
  // Whoever it is must be able to get there.
  for (const path of [dirname(work), work]) chmodSync(path, 0o711)
  if (asRoot) spawnSync('chown', [`${NOBODY}:${NOBODY}`, home])
  copyTo(folder)
  const env = { PATH: `${dirname(process.execPath)}:/usr/bin:/bin`, LANG: 'C', HOME: home }
  const start = (command: string, args: string[]): ChildProcess => {
    const whole = asRoot
      ? ['setpriv', `--reuid=${NOBODY}`, `--regid=${NOBODY}`, '--clear-groups', '--', command, ...args]
      : [command, ...args]
    return spawn(whole[0]!, whole.slice(1), { cwd: folder, env, stdio: ['ignore', 'pipe', 'pipe'] })
  }
  const ended = (child: ChildProcess): Promise<number | null> =>
    new Promise((done) => {
      if (child.exitCode !== null || child.signalCode !== null) done(child.exitCode)
      else child.once('exit', done)
    })
  const heard = (child: ChildProcess): { text: string } => {
    const all = { text: '' }
    for (const stream of [child.stdout!, child.stderr!]) stream.on('data', (d: Buffer) => (all.text += d.toString()))
    return all
  }
  const until = async (holds: () => boolean | Promise<boolean>, ms: number): Promise<boolean> => {
    for (let waited = 0; waited < ms; waited += 250) {
      if (await holds()) return true
      await pause(250)
    }
    return false
  }
  await ended(start('git', ['init', '-q']))
  await ended(start('git', ['add', '-A']))

  const port = await freePort()
  const url = `http://${HOST}:${port}`
  const up = (): Promise<boolean> =>
    fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
  const demo = (): ChildProcess => start('bin/demo', ['--port', String(port)])

  const first = demo()
  const said = heard(first)
  check(
    'bin/demo comes up',
    (await until(() => said.text.includes('Olvex is at') || first.exitCode !== null, FIRST_START_MS)) &&
      first.exitCode === null,
  )
  check(
    'and says what it does and how long that takes',
    /Building Olvex.*usually/.test(said.text) && /Loading the demo.*seconds/.test(said.text),
  )
  check(
    'the first page is there',
    await fetch(url).then(
      async (r) => r.ok && (await r.text()).includes('<div id="__nuxt"'),
      () => false,
    ),
  )
  const body = JSON.stringify({ login: 'owner', password: 'tart-and-cold' })
  check(
    'the owner of the demo signs in',
    await fetch(`${url}/api/v1/session`, {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/json' },
    }).then(
      (r) => r.ok,
      () => false,
    ),
  )

  const second = demo()
  const answer = heard(second)
  check(
    'a second start from the same folder says that the first one runs, and where',
    (await ended(second)) === 1 && answer.text.includes(`at ${url}`) && (await up()),
  )

  first.kill('SIGKILL')
  check(
    'what a killed starter had started ends with it',
    await until(async () => !(await up()) && processesOf(folder).length === 0, 20_000),
  )
  const third = demo()
  const again = heard(third)
  check(
    'and the next start comes up',
    (await until(() => again.text.includes('Olvex is at') || third.exitCode !== null, 90_000)) && (await up()),
  )
  third.kill('SIGHUP')
  check(
    'a closed terminal ends all of it',
    (await ended(third)) === 0 && !(await up()) && processesOf(folder).length === 0,
  )

  adoptBuild(folder)

  // One file of them: that it can be run there is what is asked, and all of them run elsewhere.
  const unit = start('bin/test', ['unit', '--', 'core/time'])
  const results = heard(unit)
  check('bin/test runs there', (await ended(unit)) === 0 && /[1-9]\d* passed, 0 failed/.test(results.text))
  writeFileSync(
    join(work, 'newcomer.log'),
    [said, answer, again, results].map((h) => h.text.slice(-1500)).join('\n--\n'),
  )
}

/** Processes that name the folder, by their command line. */
function processesOf(folder: string): string[] {
  const all = spawnSync('ps', ['-eo', 'pid,args', '--no-headers', '-ww'], { encoding: 'utf8' }).stdout.split('\n')
  return all.filter((line) => line.includes(folder) && !/defunct/.test(line))
}
