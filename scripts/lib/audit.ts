import { spawnSync } from 'node:child_process'
import { ROOT } from './paths'
import { say } from './say'

/**
 * Known flaws of what ships, as the registry lists them: high and critical ones fail.
 * @returns null where the registry does not answer, which is said
 */
export function audit(): boolean | null {
  const { stdout } = spawnSync('npm', ['audit', '--omit=dev', '--json'], {
    cwd: ROOT,
    encoding: 'utf8',
    timeout: 60_000,
  })
  try {
    const { metadata } = JSON.parse(stdout) as { metadata: { vulnerabilities: Record<string, number> } }
    const { high = 0, critical = 0 } = metadata.vulnerabilities
    say(`Known flaws of what ships: ${high} high, ${critical} critical.`)
    return high + critical === 0
  } catch {
    say('Skipped: the package registry does not answer questions about known flaws from here.')
    return null
  }
}
