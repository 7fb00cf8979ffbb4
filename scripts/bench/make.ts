import { v7 as uuid } from 'uuid'
import { chromium, type Page } from '@playwright/test'
import { checkEvent, fold, soFar, type BatchEvent } from '../../core/batch'
import { Evaluator, scaledDocument, shippedContext, startingDrink } from '../../core/recipe'
import { ARGS, signedIn } from './browser'

type Row = [string, string, string]
const middle = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!
const ms = (v: number): string => `${v.toFixed(v < 10 ? 1 : 0)} ms`

const both = (all: readonly number[]): string => `${ms(middle(all))} (${ms(Math.max(...all))})`

/** So many things added to a pot, and read of it. */
function told(count: number, pot: string): BatchEvent[] {
  const at = (n: number): string => new Date(Date.UTC(2026, 10, 28, 8) + n * 1000).toISOString()
  return [
    { id: 'd', at: at(0), by: '', kind: 'done', step: pot },
    ...Array.from({ length: count }, (_, i): BatchEvent => {
      const of = { id: `e${i}`, at: at(i + 1), by: '' }
      const amount = { value: 1, unit: 'g' as const }
      return i % 3
        ? { ...of, kind: 'added', to: pot, item: { ingredient: 'white-sugar' }, amount, lotId: null, why: null }
        : { ...of, kind: 'read', of: pot, reading: { tempC: 20 } }
    }),
  ]
}

/** One more event of a batch of many: folded, worked out, looked at. */
export function benchBatch(): Row[] {
  const planned = scaledDocument(startingDrink('lemonade', null, 300), 40)
  const evaluator = new Evaluator(shippedContext())
  return [500, 2000].map((count): Row => {
    const events = told(count, planned.output)
    const note: BatchEvent = { id: 'x', at: events.at(-1)!.at, by: '', kind: 'note', text: 'cloudy' }
    const took = Array.from({ length: 5 }, () => {
      const from = performance.now()
      const actual = fold(planned, events)
      void evaluator.evaluate(actual.document).jug.brix.value
      void evaluator.evaluate(soFar(actual)!).jug.brix.value
      checkEvent(note, { planned, events, evaluate: (d) => evaluator.evaluate(d), now: note.at, vesselMl: null })
      return performance.now() - from
    })
    return [
      `a batch of ${count} events: folded, worked out twice, one more looked at`,
      ms(middle(took)),
      count > 500 ? '1 s' : '250 ms',
    ]
  })
}

/**
 * Takes what is asked for, one thing a second, until the end is asked for.
 * @returns ms from each touch to the next thing painted
 */
async function touches(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const took: number[] = []
    const asked = '[data-test=weigh] h2, [data-test=step] h2, [data-test=end-form] h2'
    for (let i = 0; i < 4; i++) {
      const button = document.querySelector<HTMLButtonElement>('[data-test=take], [data-test=done]')
      if (!button) break
      await new Promise((done) => setTimeout(done, 1000))
      const [before, at] = [document.querySelector(asked)?.textContent, performance.now()]
      button.click()
      while (document.querySelector(asked)?.textContent === before && performance.now() - at < 3000)
        await new Promise(requestAnimationFrame)
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done, 0)))
      took.push(performance.now() - at)
    }
    return took
  })
}
async function begun(page: Page, url: string, name: string): Promise<void> {
  await page.goto(`${url}/make`)
  await page.locator('[data-test=begin-other]').click()
  await page.locator('[data-test=pick]').getByRole('button', { name }).click()
  await page.locator('[data-test=begin]').click()
  await page.locator('[data-test=weigh]').waitFor()
}

/** A touch to the next thing, with a connection and without; a batch page of 500 events. */
export async function benchMake(url: string): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  const drinks = ['Rhubarb lemon cooler', 'Melon lime agua fresca', 'Carrot apple turmeric']
  const [online, offline]: [number[], number[]] = [[], []]
  for (const drink of drinks) {
    await begun(page, url, drink)
    online.push(...(await touches(page)))
    await begun(page, url, drink)
    await page.context().setOffline(true)
    offline.push(...(await touches(page)))
    await page.context().setOffline(false)
  }
  const long = await batchOf500(page, url)
  const opened: number[] = []
  for (let i = 0; i < 5; i++) {
    await page.goto(`${url}/make`)
    const link = page.locator(`[data-run="${long}"] a`)
    await link.waitFor()
    opened.push(
      await page.evaluate(async (id) => {
        const at = performance.now()
        document.querySelector<HTMLAnchorElement>(`[data-run="${id}"] a`)!.click()
        while (!document.querySelector('[data-test=pot-now]')) await new Promise(requestAnimationFrame)
        document.querySelector<HTMLButtonElement>('[data-test=to-record]')!.click()
        while (!document.querySelector('[data-test=events]')) await new Promise(requestAnimationFrame)
        await new Promise((done) => requestAnimationFrame(() => setTimeout(done, 0)))
        return performance.now() - at
      }, long),
    )
  }
  const off = await driftInAnHour(page, url)
  await browser.close()
  return [
    [`a touch to the next thing painted, median of ${online.length} (slowest)`, both(online), '100 ms'],
    ['the same without a connection', both(offline), '100 ms'],
    [
      'a batch of 500 events: run page and what happened, opened from the shelf, median of 5',
      ms(middle(opened)),
      '500 ms',
    ],
    ['a clock, after an hour of its page: seconds off', `${off} s`, '1 s'],
  ]
}
/** What a clock of ten minutes shows at the end of an hour of its page, against what it should. @returns s */
async function driftInAnHour(page: Page, url: string): Promise<number> {
  await page.clock.install()
  await page.goto(`${url}/make`)
  await page.locator('[data-test=begin-nothing]').click()
  await page.locator('[data-test=begin]').click()
  await page.locator('[data-test=set-timer]').waitFor()
  // From here on by the page's own clock: the server's does not run ahead with it.
  await page.context().setOffline(true)
  await page.clock.runFor('51:00')
  await page.locator('[data-test=set-timer]').click()
  await page.locator('[data-test=timer-10]').click()
  const shown = async (): Promise<number> => {
    const text = await page.locator('[data-test=own-timer]').innerText()
    const s = text.split(':').reduce((sum, part) => sum * 60 + Number(part), 0)
    if (!Number.isFinite(s)) throw new Error(`The clock shows ${text}.`)
    return s
  }
  const before = await shown()
  await page.clock.runFor('09:00')
  return Math.abs(before - (await shown()) - 9 * 60)
}

/** A pot from nothing with 500 events, told to the server as a tablet tells them. @returns its id */
async function batchOf500(page: Page, url: string): Promise<string> {
  const id = uuid()
  const post = async (path: string, data: object): Promise<void> => {
    const reply = await page.request.post(`${url}/api/v1/${path}`, { data, headers: { 'idempotency-key': uuid() } })
    if (!reply.ok()) throw new Error(await reply.text())
  }
  const stands = (await (await page.request.get(`${url}/api/v1/stands`)).json()) as { id: string }[]
  await post('runs', { id, standId: stands[0]!.id, name: 'Long', times: 1 })
  for (let i = 0; i < 500; i++) {
    const item = { ingredient: i % 2 ? 'white-sugar' : 'water' }
    const event =
      i % 3 || !i
        ? { kind: 'added', to: 'pot', item, amount: { value: 5, unit: 'g' }, lotId: null, why: null }
        : { kind: 'read', of: 'pot', reading: { tempC: 20 } }
    await post(`runs/${id}/events`, { id: uuid(), event })
  }
  return id
}
