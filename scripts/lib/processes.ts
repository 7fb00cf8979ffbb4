const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

export const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

/** Asks a process to end, and waits; where it does not, it is ended. */
export async function endProcess(pid: number, withinMs = 30_000): Promise<void> {
  try {
    process.kill(pid, 'SIGTERM')
    for (let waited = 0; waited < withinMs && alive(pid); waited += 50) await pause(50)
    if (alive(pid)) process.kill(pid, 'SIGKILL')
  } catch {
    // It ended by itself meanwhile.
  }
}

/**
 * A command that ends when the process that starts it does, however that ends: the kernel sends it SIGTERM, at which
 * both the database and our server finish what they are at. `setpriv` of util-linux asks for that and becomes the
 * command.
 */
export const withUs = (command: string, args: string[]): [string, string[]] => [
  'setpriv',
  ['--pdeathsig', 'TERM', '--', command, ...args],
]

/** Where Debian keeps servers: not in the path of a normal user. */
export const serverPath = (): string => `${process.env.PATH ?? '/usr/bin:/bin'}:/usr/local/sbin:/usr/sbin:/sbin`
