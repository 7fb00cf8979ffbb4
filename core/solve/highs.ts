import { lpText, type Solver } from './program'

/**
 * The solver behind {@link Solver}: HiGHS as WebAssembly, loaded when it is first asked for. It runs where it is
 * loaded, on the server or in a worker, and holds that up while it solves.
 * @param locateFile where the .wasm lies, in a browser's worker
 */
export async function loadSolver(locateFile?: (file: string) => string): Promise<Solver> {
  const { default: load } = await import('highs')
  const highs = await load(locateFile ? { locateFile } : undefined)
  return (program) => {
    const { Status, Columns } = highs.solve(lpText(program))
    if (Status !== 'Optimal') return null
    return Object.fromEntries(
      Object.entries(program.columns).map(([name, { whole }]) => {
        const value = (Columns[name] as { Primal?: number } | undefined)?.Primal ?? 0
        return [name, whole ? Math.round(value) : value]
      }),
    )
  }
}
