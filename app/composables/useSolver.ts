import type { Program, Solution } from '#core/solve'
import type { SolveAnswer, SolveAsk } from '~/workers/solve'

/** The worker is gone: what was asked of it has no answer. */
export class SolverStopped extends Error {}

/** Solves programs in a worker of this page; it is started by the first question, and ends with the page. */
export function useSolver() {
  let worker: Worker | null = null
  let last = 0
  const waiting = new Map<number, { done: (s: Solution) => void; failed: (e: Error) => void }>()

  function start(): Worker {
    const made = new Worker(new URL('../workers/solve.ts', import.meta.url), { type: 'module' })
    made.onmessage = ({ data }: MessageEvent<SolveAnswer>) => {
      waiting.get(data.id)?.done(data.solution)
      waiting.delete(data.id)
    }
    made.onerror = () => stop()
    return made
  }
  function solve(program: Program): Promise<Solution> {
    worker ??= start()
    const id = ++last
    return new Promise((done, failed) => {
      waiting.set(id, { done, failed })
      worker!.postMessage({ id, program } satisfies SolveAsk)
    })
  }
  function stop(): void {
    worker?.terminate()
    worker = null
    const open = [...waiting.values()]
    waiting.clear()
    for (const { failed } of open) failed(new SolverStopped())
  }
  onBeforeUnmount(stop)
  return { solve, stop }
}
