import { v7 as uuid } from 'uuid'
import { chromium, type Page } from '@playwright/test'
import { ahead, contentOf, type HoldContext, type HoldEvent } from '../../core/hold'
import { streamOf } from '../../core/process'
import { Hold, Person, Pour } from '../../server/db/models'
import { rowOf, rowsOf } from '../../server/db/rows'
import { toJson } from '../../server/db/connect'
import { ARGS, signedIn } from './browser'

type Row = [string, string, string]
const middle = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!
const ms = (v: number): string => `${v.toFixed(v < 10 ? 1 : 0)} ms`

/** A shift of cups out of one vessel, folded, and what becomes of it. */
export function benchHold(): Row[] {
  const at = (min: number): string => new Date(Date.UTC(2026, 10, 28, 8) + min * 60_000).toISOString()
  const drink = streamOf({ sucrose: 11, citric: 0.7 }, 1000, 4)
  const ctx: HoldContext = {
    capacityMl: 8000,
    keptC: null,
    wPerK: 1.5,
    roomC: 25,
    drinkOf: () => drink,
    gramOf: () => null,
  }
  const events = Array.from({ length: 600 }, (_, i): HoldEvent => {
    const of = { id: `e${i}`, at: at(i), by: '' }
    return i % 20
      ? { ...of, kind: 'poured', cups: 1, drinkMl: 300 }
      : { ...of, kind: 'filled', lotId: null, volumeMl: 6000, tempC: 4 }
  })
  const timed = (act: () => unknown): string => {
    const took = Array.from({ length: 5 }, () => {
      const from = performance.now()
      act()
      return performance.now() - from
    })
    return ms(middle(took))
  }
  const now = contentOf(events, at(600), ctx)
  return [
    ['a vessel of 600 events: folded', timed(() => contentOf(events, at(600), ctx)), '50 ms'],
    [
      'what becomes of it in twelve hours',
      timed(() => ahead(now, { cupsPerHour: 2, drinkMl: 300 }, { leastBrix: 0, mostTempC: 99 }, ctx)),
      '50 ms',
    ],
  ]
}

/** So many cups of today, of the vessels that serve. */
async function busyDay(count: number): Promise<void> {
  const holds = await rowsOf(Hold, { transaction: null })
  const person = (await rowOf(Person, { transaction: null }))!
  const nothing = { cupId: null, options: toJson([]), uses: toJson([]), touchedS: toJson([0]), retold: 0, saleId: null }
  const rows = Array.from({ length: count }, (_, i) => {
    const { id: holdId, standId, recipeId, versionId } = holds[i % holds.length]!
    // Over ten hours, as many in each.
    const at = new Date(Date.now() - 60_000 - Math.floor((i / count) * 36e6))
    const of = { id: uuid(), standId, holdId, recipeId, versionId, drinkMl: 0.5, cups: 1, source: 'touch' }
    return { ...of, ...nothing, at, personId: person.id }
  })
  for (let from = 0; from < rows.length; from += 1000) await Pour.bulkCreate(rows.slice(from, from + 1000))
}

/** A touch to its level painted; the hatch, opened on a busy day. */
export async function benchServe(url: string): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  await page.goto(`${url}/serve`)
  await page.locator('[data-test=pour]').first().waitFor()
  const quiet = await touches(page)
  await busyDay(10_000)
  // Told by nobody, it is read once somebody tells something.
  await page.locator('[data-test=pour]').first().click()
  await page.waitForTimeout(1000)
  const opened: number[] = []
  for (let i = 0; i < 5; i++) {
    const at = Date.now()
    await page.goto(`${url}/serve`)
    await page.locator('[data-test=hold-level]').first().waitFor()
    opened.push(Date.now() - at)
  }
  const busy = await touches(page)
  await browser.close()
  return [
    [
      'a touch to the level painted, twenty in a row (slowest)',
      `${ms(middle(quiet))} (${ms(Math.max(...quiet))})`,
      '50 ms',
    ],
    ['the hatch, from loading to the first level, 10 000 cups today, median of 5', ms(middle(opened)), '1 s'],
    [
      'a touch to the level painted, after 10 000 cups (slowest)',
      `${ms(middle(busy))} (${ms(Math.max(...busy))})`,
      '50 ms',
    ],
  ]
}
/** Twenty cups as fast as fingers go. @returns ms from each touch until its count is painted */
const touches = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const took: number[] = []
    const card = document.querySelector('[data-test=hold]')!
    for (let i = 0; i < 20; i++) {
      await new Promise((done) => setTimeout(done, 150))
      const [before, at] = [card.querySelector('[data-test=just-now]')?.textContent, performance.now()]
      card.querySelector<HTMLButtonElement>('[data-test=pour]')!.click()
      while (card.querySelector('[data-test=just-now]')?.textContent === before && performance.now() - at < 3000)
        await new Promise(requestAnimationFrame)
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done, 0)))
      took.push(performance.now() - at)
    }
    return took
  })
