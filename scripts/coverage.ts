import { join } from 'node:path'
import { readFileSync, writeFileSync } from 'node:fs'
import { PRESSES, WORLDS, coverage } from '../tests/laws/yield-worlds'
import { ROOT } from './lib/paths'
import { say } from './lib/say'

// npm run coverage: how often the next lot lies where 90 of 100 are said to, in stands that are made up, written into
// the table of docs/yields.md.
const RUNS = 6000
const file = join(ROOT, 'docs/yields.md')
const rows = Object.keys(WORLDS).map(
  (world) => `| ${world} | ${PRESSES.map((n) => coverage(world, n, RUNS).toFixed(1)).join(' | ')} |`,
)
const text = readFileSync(file, 'utf8')
const [before, after] = [text.indexOf('| world'), text.indexOf('\n\n', text.indexOf('| world'))]
const head = `| world | ${PRESSES.join(' | ')} |\n| --- |${PRESSES.map(() => ' --- |').join('')}`
writeFileSync(file, `${text.slice(0, before)}${head}\n${rows.join('\n')}${text.slice(after)}`)
say(`Written: ${file}`)
