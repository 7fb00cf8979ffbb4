import { readFileSync, writeFileSync } from 'node:fs'
import { format, resolveConfig } from 'prettier'
import { regionsOfCldr } from './lib/cldr'
import { join } from 'node:path'
import { ROOT } from './lib/paths'
import { say } from './lib/say'

// npm run regions: writes core/region/table.ts from CLDR's supplemental data.
const { currencies, letter, usMeasures, firstDays, version } = regionsOfCldr((name) =>
  JSON.parse(readFileSync(join(ROOT, `node_modules/cldr-core/supplemental/${name}.json`), 'utf8')),
)
const path = join(ROOT, 'core/region/table.ts')
const text = `// Written by \`npm run regions\`. Source: Unicode CLDR ${version}, supplemental data.

/** Currencies in use (ISO 4217), each with its regions (ISO 3166). */
export const CURRENCIES: readonly (readonly [currency: string, regions: string])[] = ${JSON.stringify(currencies)}

/** Regions whose paper is Letter; A4 elsewhere. */
export const LETTER: readonly string[] = ${JSON.stringify(letter)}

/** Regions that measure in pounds, fluid ounces and degrees Fahrenheit. */
export const US_MEASURES: readonly string[] = ${JSON.stringify(usMeasures)}

/** Where a week begins with another day than Monday: 0 Sunday, 5 Friday, 6 Saturday. */
export const FIRST_DAYS: Readonly<Record<string, number>> = ${JSON.stringify(firstDays)}
`
writeFileSync(path, await format(text, { ...(await resolveConfig(path)), parser: 'typescript' }))
say(`Written: ${path}`)
