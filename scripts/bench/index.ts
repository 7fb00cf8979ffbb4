import { readFileSync } from 'node:fs'
import { withInstallation } from '../lib/installation'
import { say } from '../lib/say'
import { countStolen, inPercent } from '../lib/stolen'
import { benchApi, benchCrowd, benchMemory, threeYears } from './api'
import { benchBrowser, benchFruit } from './browser'
import { benchCore } from './core'
import { benchCount, benchSpread } from './count'
import { benchCups } from './cups'
import { benchDrinks, benchWork } from './drinks'
import { benchBatch, benchMake } from './make'
import { benchPlan } from './plan'
import { benchHold, benchServe } from './serve'
import { benchTaste } from './taste'
import { benchTill } from './till'

// npm run bench: the figures of docs/performance.md. On a private installation of its own.
const print = (rows: [string, string, string][]): void =>
  rows.forEach(([what, got, hold]) => say(`| ${what} | ${got} | ${hold} |`))

/** Runs a part and says what share of the processors others took meanwhile. */
async function measured(part: () => [string, string, string][] | Promise<[string, string, string][]>): Promise<void> {
  const stolen = countStolen()
  print(await part())
  print([['of the processors, taken by others meanwhile', inPercent(stolen()), '']])
}
say('| figure | measured | to hold |\n| --- | --- | --- |')
await measured(benchCore)
await measured(benchWork)
await measured(benchPlan)
await measured(benchBatch)
await measured(benchHold)
await measured(benchSpread)
await measured(benchTaste)

await withInstallation('bench', { OLVEX_LOG_LEVEL: 'warn' }, async ({ app }) => {
  const { url } = app
  await measured(() => benchBrowser(url))
  await measured(() => benchApi(url, 'the demo'))
  const rows = await threeYears()
  await measured(() => benchFruit(url))
  await measured(() => benchApi(url, `three years (${Math.round(rows / 1000)} 000 rows)`))
  await measured(() => benchCrowd(url, 'three years'))
  const resident = (): number =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${app.child.pid}/status`, 'utf8'))![1]) / 1024
  await measured(() => benchMemory(url, resident))
  // Last: the menu is another one after it.
  await measured(() => benchDrinks(url))
})
// By itself: batches that are left open are on every other page.
await withInstallation('bench-make', { OLVEX_LOG_LEVEL: 'warn' }, ({ app }) => measured(() => benchMake(app.url)))
await withInstallation('bench-serve', { OLVEX_LOG_LEVEL: 'warn' }, ({ app }) => measured(() => benchServe(app.url)))
await withInstallation('bench-count', { OLVEX_LOG_LEVEL: 'warn' }, ({ app }) => measured(() => benchCount(app.url)))
await withInstallation('bench-till', { OLVEX_LOG_LEVEL: 'warn' }, ({ app }) => measured(() => benchTill(app.url)))
await withInstallation('bench-cups', { OLVEX_LOG_LEVEL: 'warn' }, ({ app }) => measured(() => benchCups(app.url)))
