import { chromium, type Browser, type Page } from '@playwright/test'

export const ARGS = ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update']
const RUNS = 5

export async function signedIn(browser: Browser, url: string): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await page.goto(`${url}/sign-in`)
  await page.locator('[data-test=login] input').fill('owner')
  await page.locator('[data-test=password] input').fill('tart-and-cold')
  await page.locator('[data-test=enter]').click()
  await page.waitForURL('**/fruit')
  return page
}

/** First field ready with an empty cache, the JavaScript that took, and a key press to painted figures. */
export async function benchBrowser(url: string): Promise<[string, string, string][]> {
  const ready: number[] = []
  let kilobytes = 0
  const launched = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  for (let i = 0; i < RUNS; i++) {
    // A context of its own has an empty cache.
    const context = await launched.newContext()
    const page = await context.newPage()
    let bytes = 0
    page.on('response', async (r) => {
      if (r.url().endsWith('.js')) bytes += Number(r.headers()['content-length'] ?? 0)
    })
    const at = performance.now()
    await page.goto(`${url}/sign-in`, { waitUntil: 'commit' })
    const field = page.locator('[data-test=login] input')
    await field.press('x', { timeout: 20000 })
    ready.push(performance.now() - at)
    kilobytes = bytes / 1024
    await context.close()
  }
  await launched.close()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  await page.goto(`${url}/drinks`)
  await page.locator('[data-test=drink]').first().click()
  await page.locator('[data-test=amount-lemon-juice] input').focus()
  const paint = await page.evaluate(async () => {
    const input = document.querySelector<HTMLInputElement>('[data-test=amount-lemon-juice] input')!
    const took: number[] = []
    for (let i = 0; i < 20; i++) {
      await new Promise((done) => setTimeout(done, 60))
      const at = performance.now()
      input.value = String(20 + i)
      input.dispatchEvent(new Event('input', { bubbles: true }))
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done, 0)))
      took.push(performance.now() - at)
    }
    return took.sort((a, b) => a - b)[10]!
  })
  await browser.close()
  return [
    [
      `first field accepts a key, empty cache, median of ${RUNS}`,
      `${(ready.sort((a, b) => a - b)[Math.floor(RUNS / 2)]! / 1000).toFixed(2)} s`,
      '1.5 s',
    ],
    ['JavaScript for it, compressed', `${kilobytes.toFixed(0)} kB`, '300 kB'],
    ['a typed digit to painted figures, median of 20', `${paint.toFixed(1)} ms`, 'next frame'],
  ]
}

/**
 * The Fruit screen over three years of records: until the first lot is there, and from a press that is saved to its
 * figures.
 */
export async function benchFruit(url: string): Promise<[string, string, string][]> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  const shown: number[] = []
  for (let i = 0; i < RUNS; i++) {
    await page.goto(`${url}/fruit`, { waitUntil: 'commit' })
    await page.locator('[data-test=lot]').first().waitFor()
    shown.push(await page.evaluate(() => performance.now()))
  }
  const shelf: number[] = []
  for (let i = 0; i < RUNS; i++) {
    await page.goto(`${url}/preps`, { waitUntil: 'commit' })
    await page.locator('[data-test=prep]').first().waitFor()
    shelf.push(await page.evaluate(() => performance.now()))
  }
  await page.goto(`${url}/fruit`)
  await page.locator('[data-test=lot]').first().waitFor()
  const saved: number[] = []
  for (let i = 0; i < RUNS; i++) {
    await page.locator('[data-test=lot][data-fruit=carrot] [data-test=press]').first().click()
    await page.locator('[data-test=taken] input').fill('0.5')
    await page.locator('[data-test=juice] input').fill('0.25')
    saved.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) => {
            const at = performance.now()
            const seen = new MutationObserver(() => {
              if (document.querySelector('[data-test=pressed]')) {
                seen.disconnect()
                requestAnimationFrame(() => done(performance.now() - at))
              }
            })
            seen.observe(document.body, { childList: true, subtree: true })
            document.querySelector<HTMLElement>('[data-test=save]')!.click()
          }),
      ),
    )
    await page.locator('[data-test=panel-done]').click()
  }
  await browser.close()
  const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!
  return [
    [
      'Fruit screen, from loading to the first lot, median of 5, three years',
      `${(median(shown) / 1000).toFixed(2)} s`,
      '1 s',
    ],
    [
      'shelf of preps, 4 000 makings, from loading to the first jar, median of 5',
      `${(median(shelf) / 1000).toFixed(2)} s`,
      '1 s',
    ],
    ['press saved to new figures, median of 5, three years', `${median(saved).toFixed(0)} ms`, '300 ms'],
  ]
}
