import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from './paths'

export interface BenchProcess {
  address: string
  child: ChildProcess
}

/**
 * The simulated bench as a process of its own on loopback, on a free port where none is named. It ends with this one.
 */
export function startBench(port = 0): Promise<BenchProcess> {
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts/devices.ts'), String(port)], {
    cwd: ROOT,
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  return new Promise((resolve, reject) => {
    child.once('error', reject).once('exit', (code) => reject(new Error(`The simulated bench ended with ${code}.`)))
    child.stdout.once('data', (d) => resolve({ address: `127.0.0.1:${/bench (\d+)/.exec(String(d))![1]}`, child }))
  })
}
export function stopBench(bench: BenchProcess | undefined): void {
  bench?.child.kill('SIGTERM')
}
