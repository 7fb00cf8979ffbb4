import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT } from './paths'
import { say, Stop } from './say'

/** An earlier revision of this checkout, in a folder of its own. */
export interface Revision {
  folder: string
  /** brings the database of OLVEX_DATABASE_URL up to where that revision has it, and loads its demo */
  prepare(): void
  /** @returns where its program begins */
  build(): string
}

/**
 * A copy of a revision for as long as the work takes: gone afterwards.
 * @throws Stop where this checkout has no such revision, or it cannot be installed
 */
export async function withRevision(revision: string, work: (r: Revision) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'olvex-revision-'))
  const run = (command: string, args: string[]): string =>
    execFileSync(command, args, { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] })
  /** In the sources of that revision, which know how it is prepared and built. */
  const within = (script: string): string => run(process.execPath, ['--import', 'tsx', '--eval', script]).trim()
  try {
    if (spawnSync('git', ['clone', '-q', ROOT, folder]).status !== 0) throw new Stop('This is no checkout of git.')
    if (spawnSync('git', ['checkout', '-q', revision], { cwd: folder }).status !== 0)
      throw new Stop(`This checkout has no revision ${revision}.`)
    const lockOf = (at: string): string => readFileSync(join(at, 'package-lock.json'), 'utf8')
    if (lockOf(folder) === lockOf(ROOT))
      cpSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'), { recursive: true, verbatimSymlinks: true })
    else run('npm', ['ci', '--no-audit', '--no-fund'])
    await work({
      folder,
      prepare: () => {
        within(`import { prepareDatabase } from './scripts/lib/prepare'
          import { closeDatabase } from './server/db/connect'
          void prepareDatabase(true, () => undefined).then(closeDatabase)`)
      },
      build: () => {
        say(`Building ${revision}.`)
        return within(`import { ensureBuild } from './scripts/lib/build'
          void ensureBuild().then((entry) => console.log(entry))`)
      },
    })
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
