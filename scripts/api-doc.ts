import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { contract, type Endpoint } from '../shared/contract'
import { ROOT } from './lib/paths'

// npm run api-doc: writes the table of routes in docs/api.md anew; a test holds it to the contract.
const file = join(ROOT, 'docs/api.md')
const HEAD = '| route | role | what |\n| --- | --- | --- |\n'
const text = readFileSync(file, 'utf8')
const rows = (Object.values(contract) as Endpoint[]).map(
  (e) => `| \`${e.method} ${e.path}\` | ${e.role} | ${e.summary} |`,
)
writeFileSync(file, text.slice(0, text.indexOf(HEAD)) + HEAD + rows.join('\n') + '\n')
