import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { CORE_VERSION } from '../core/recipe'
import { fixedFigures } from '../tests/laws/fixed-figures'
import { ROOT } from './lib/paths'
import { say, sayStop, Stop } from './lib/say'

// npm run core-figures: writes down what the core's number gives, once for each number. Figures that moved are another
// core: its number moves first.
try {
  const folder = join(ROOT, 'tests/laws/figures')
  const file = join(folder, `${CORE_VERSION}.json`)
  if (existsSync(file))
    throw new Stop(`The figures of ${CORE_VERSION} are written down already. Give the core a new number.`)
  mkdirSync(folder, { recursive: true })
  writeFileSync(file, `${JSON.stringify(fixedFigures())}\n`)
  say(`Written: ${file}`)
} catch (e) {
  sayStop(e)
  process.exitCode = 1
}
