import { once } from 'node:events'
import { resolve } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Program } from '#core/solve'

describe('a worker', () => {
  it('loads the solver and answers while this thread goes on', async () => {
    const script = JSON.stringify(resolve(__dirname, 'workers/solver.ts'))
    const worker = new Worker(`require('tsx/cjs'); require(${script})`, { eval: true })
    const answer = once(worker, 'message') as Promise<[{ best: Record<string, number>; root: number }]>
    // Packs of 1 and 2.5 kg for 3 and 7 that cover 6 kg: two large ones and one small, 17.
    worker.postMessage({
      minimize: { small: 3, large: 7 },
      rows: [{ terms: { small: 1, large: 2.5 }, least: 6 }],
      columns: { small: { least: 0, most: 9, whole: true }, large: { least: 0, most: 9, whole: true } },
    } satisfies Program)
    let turns = 0
    const clock = setInterval(() => turns++, 5)
    const [{ best, root }] = await answer
    clearInterval(clock)
    await worker.terminate()
    expect(best).toEqual({ small: 1, large: 2 })
    expect(root).toBeCloseTo(Math.SQRT2, 8)
    expect(turns).toBeGreaterThan(1)
  })
})
