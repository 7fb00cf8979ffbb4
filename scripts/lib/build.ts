import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  cpSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { alive, withUs } from './processes'
import { ROOT } from './paths'
import { Stop } from './say'

const SOURCES = ['app', 'core', 'public', 'server', 'shared', 'nuxt.config.ts', 'package-lock.json', 'tsconfig.json']
const KEPT = 3
const BUILDS = join(ROOT, '.build')

function filesBelow(path: string): string[] {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesBelow(join(path, name)))
}

export function sourceHash(): string {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap((s) => filesBelow(join(ROOT, s)))) {
    if (file.endsWith('.test.ts')) continue
    hash.update(file.slice(ROOT.length)).update(readFileSync(file))
  }
  return hash.digest('hex').slice(0, 16)
}

/**
 * The production build of the sources as they are: made once per hash, in a folder a running server is never disturbed
 * in.
 */
export async function ensureBuild(
  onStart: () => void = () => undefined,
  onDone: (seconds: number) => void = () => undefined,
): Promise<string> {
  const hash = sourceHash()
  const target = join(BUILDS, hash)
  const entry = join(target, 'server', 'index.mjs')
  if (existsSync(entry)) return entry
  mkdirSync(BUILDS, { recursive: true })
  const release = await lock(join(BUILDS, 'lock'))
  try {
    if (existsSync(entry)) return entry
    onStart()
    const began = Date.now()
    const making = join(BUILDS, `making-${process.pid}`)
    const log = join(BUILDS, 'build.log')
    const code = await new Promise<number | null>((done) => {
      const out = openSync(log, 'w')
      const [command, args] = withUs(process.execPath, [join(ROOT, 'node_modules/nuxt/bin/nuxt.mjs'), 'build'])
      spawn(command, args, {
        cwd: ROOT,
        stdio: ['ignore', out, out],
        env: {
          ...process.env,
          NODE_ENV: 'production',
          OLVEX_BUILD_OUT: making,
          OLVEX_NUXT_DIR: join(BUILDS, 'nuxt'),
          NUXT_TELEMETRY_DISABLED: '1',
        },
      }).once('exit', done)
    })
    if (code !== 0 || !existsSync(join(making, 'server', 'index.mjs'))) {
      rmSync(making, { recursive: true, force: true })
      const full = /ENOSPC/.test(readFileSync(log, 'utf8'))
      throw new Stop(
        full ? 'The disk is full: the program could not be built.' : 'The program could not be built.',
        log,
      )
    }
    rmSync(target, { recursive: true, force: true })
    renameSync(making, target)
    prune(hash)
    onDone(Math.round((Date.now() - began) / 1000))
    return entry
  } finally {
    release()
  }
}

/** Takes over the build of a copy of this checkout, where it is of the same sources: a minute or two are saved. */
export function adoptBuild(copy: string): void {
  const hash = sourceHash()
  const [made, target] = [join(copy, '.build', hash), join(BUILDS, hash)]
  if (!existsSync(join(made, 'server', 'index.mjs')) || existsSync(target)) return
  mkdirSync(BUILDS, { recursive: true })
  const making = join(BUILDS, `making-${process.pid}`)
  cpSync(made, making, { recursive: true })
  renameSync(making, target)
}

function prune(current: string): void {
  // What a build that was killed left half made.
  for (const half of readdirSync(BUILDS).filter((n) => /^making-\d+$/.test(n) && !alive(Number(n.slice(7)))))
    rmSync(join(BUILDS, half), { recursive: true, force: true })
  const builds = readdirSync(BUILDS)
    .filter((n) => /^[0-9a-f]{16}$/.test(n) && n !== current)
    .sort((a, b) => statSync(join(BUILDS, b)).mtimeMs - statSync(join(BUILDS, a)).mtimeMs)
  for (const old of builds.slice(KEPT - 1)) rmSync(join(BUILDS, old), { recursive: true, force: true })
}

async function lock(file: string): Promise<() => void> {
  for (;;) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' })
      return () => rmSync(file, { force: true })
    } catch {
      const holder = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0
      if (holder && !alive(holder)) rmSync(file, { force: true })
      await new Promise((done) => setTimeout(done, 300))
    }
  }
}
