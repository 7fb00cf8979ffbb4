import { readFileSync } from 'node:fs'
import { told } from '../laws/told'

it('figures tell what they told: names, units, how sure, from where', () =>
  expect(told()).toBe(readFileSync('tests/laws/told.txt', 'utf8')))
