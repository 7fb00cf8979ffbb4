import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from './lib/paths'

// Core, then server, scripts and tests, then the interface: each is checked by itself.
const bin = (name: string) => join(ROOT, 'node_modules/.bin', name)
const STEPS: [string, string[]][] = [
  [bin('tsc'), ['-p', 'tsconfig.core.json']],
  [bin('tsc'), ['-p', 'tsconfig.json']],
  [bin('nuxt'), ['prepare']],
  [bin('vue-tsc'), ['--noEmit', '-p', '.nuxt/tsconfig.app.json']],
  [bin('vue-tsc'), ['--noEmit', '-p', '.nuxt/tsconfig.server.json']],
]
for (const [command, args] of STEPS) {
  const quiet = args[0] === 'prepare'
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
  })
  if (status === 0) continue
  process.stdout.write(`${stdout}${stderr}\n${quiet ? 'nuxt prepare' : `types of ${args.at(-1)}`} failed\n`)
  process.exit(1)
}
