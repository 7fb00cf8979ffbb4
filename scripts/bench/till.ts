import { chromium } from '@playwright/test'
import { ARGS, signedIn } from './browser'

// The file of a till as its owner takes it in: read by a worker, then told to the server a thousand lines at a time.

type Row = [string, string, string]
const LINES = 50_000
const MS_PER_LINE = 20_000

/** So many lines of one product, one after the other until now. */
function file(): Buffer {
  const from = Date.now() - LINES * MS_PER_LINE
  const lines = Array.from({ length: LINES }, (_, i) => {
    const at = new Date(from + i * MS_PER_LINE).toISOString()
    return `${i + 1};${at.slice(8, 10)}/${at.slice(5, 7)}/${at.slice(0, 4)} ${at.slice(11, 16)};Lemonade;1;3.50`
  })
  return Buffer.from(['Receipt;Date;Product;Quantity;Total', ...lines].join('\n'))
}

/** @returns how long 50 000 lines take: read, and taken in */
export async function benchTill(url: string): Promise<Row[]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  await page.goto(`${url}/serve/till`)
  const field = page.locator('[data-test=till-file]')
  await field.waitFor()
  const opened = performance.now()
  await field.setInputFiles({ name: 'till.csv', mimeType: 'text/csv', buffer: file() })
  await page.locator('[data-test=till-product] .v-select').waitFor({ timeout: 60_000 })
  const read = performance.now() - opened
  await page.locator('[data-test=till-product] .v-select').click()
  await page.locator('.ox-menu .v-list-item').nth(1).click()
  const took = performance.now()
  await page.locator('[data-test=till-take]').click()
  // It says how many are in while they go in.
  await page.locator('[data-test=till-result]', { hasText: '50,000 new' }).waitFor({ timeout: 300_000 })
  const taken = performance.now() - took
  await browser.close()
  const s = (ms: number): string => `${(ms / 1000).toFixed(1)} s`
  return [['the file of a till of 50 000 lines: read; taken in, with its progress', `${s(read)}; ${s(taken)}`, '20 s']]
}
