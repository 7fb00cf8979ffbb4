import wasmUrl from 'highs/runtime?url'
import { loadSolver, type Program, type Solution } from '#core/solve'

// Solves programs away from the page: the solver holds up whoever runs it.
const solver = loadSolver(() => wasmUrl)

export interface SolveAsk {
  id: number
  program: Program
}
export interface SolveAnswer {
  id: number
  solution: Solution
}

self.onmessage = async ({ data }: MessageEvent<SolveAsk>): Promise<void> => {
  self.postMessage({ id: data.id, solution: (await solver)(data.program) } satisfies SolveAnswer)
}
