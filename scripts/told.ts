import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { told } from '../tests/laws/told'
import { ROOT } from './lib/paths'
import { say } from './lib/say'

// npm run told: writes down what figures tell when they are opened, for tests/unit/told.test.ts. Read the difference.
const file = join(ROOT, 'tests/laws/told.txt')
writeFileSync(file, told())
say(`Written: ${file}`)
