import { parentPort } from 'node:worker_threads'
import { loadSolver, rootBetween, type Program } from '#core/solve'

const solver = loadSolver()
/** Answers each program with its best values, and with where its first column's square is two. */
parentPort!.on('message', async (program: Program) =>
  parentPort!.postMessage({ best: (await solver)(program), root: rootBetween((x) => x * x - 2, 0, 2, 1e-9) }),
)
