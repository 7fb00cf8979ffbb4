import { readFileSync } from 'node:fs'
import { CORE_VERSION } from '../../core/recipe'
import { fixedFigures } from '../laws/fixed-figures'
import { judge } from '../laws/laws'
import { randomDocument } from '../laws/random-documents'

// 20 000 of them run in the bench, and a few where each of thousands of changes is tried.
const DOCUMENTS = 'OLVEX_PROPERTY_MS' in globalThis ? 20 : 300

it(`${DOCUMENTS} random recipes of 2 to 40 steps keep every law, and nine in ten of them can be made`, () => {
  const limits: string[] = []
  for (let seed = 1; seed <= DOCUMENTS; seed++) {
    const verdict = judge(randomDocument(seed, 2 + (seed % 39)))
    if ('limit' in verdict) limits.push(verdict.limit)
    else expect([seed, verdict.broken]).toEqual([seed, []])
  }
  expect(limits.length).toBeLessThanOrEqual(Math.max(3, DOCUMENTS / 10))
})

it('the core’s number stands for its figures: what moves them moves it', () => {
  const known = JSON.parse(readFileSync(`tests/laws/figures/${CORE_VERSION}.json`, 'utf8')) as object
  expect(fixedFigures()).toEqual(known)
})
