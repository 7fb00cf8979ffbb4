import type { Browser, Page } from '@playwright/test'
import { expect, input, OWN, test } from './steps'

// From nothing to a costed cup, as a stand somewhere: its money, its marks, its units and its clock.
const control = (path: string): Promise<string> =>
  fetch(process.env.OLVEX_E2E_CONTROL! + path, { method: 'POST' }).then((r) => r.text())

/** What a newcomer touches: a field that is typed into, or something that is pressed. */
class Hand {
  touches = 0
  constructor(readonly page: Page) {}
  async type(field: string, text: string): Promise<void> {
    this.touches++
    await input(this.page, field).fill(text)
  }
  async press(selector: string): Promise<void> {
    this.touches++
    await this.page.locator(selector).first().click()
  }
}
const MOST_TOUCHES = 25

interface Place {
  locale: string
  timeZone: string
  /** price of a kilo or a pound of lemons, of sugar, of ice; what an hour costs, and what a cup is sold at */
  prices: Record<'lemon' | 'white-sugar' | 'ice' | 'labour' | 'sell', string>
  /** what the page shows of its money and of the drink */
  money: RegExp
  drink: string
  said: string
}
const PLACES: Record<string, Place> = {
  Mexico: {
    locale: 'es-MX',
    timeZone: 'America/Mexico_City',
    prices: { lemon: '38', 'white-sugar': '28.5', ice: '6', labour: '60', sell: '45' },
    money: /^\$\d+\.\d\d$/,
    drink: '300',
    said: 'peso mexicano (MXN) · gramos y litros',
  },
  'the United States': {
    locale: 'en-US',
    timeZone: 'America/New_York',
    prices: { lemon: '1.80', 'white-sugar': '0.85', ice: '0.30', labour: '16', sell: '5' },
    money: /^\$\d+\.\d\d$/,
    drink: '12.85',
    said: 'US Dollar (USD) · pounds and fluid ounces',
  },
  Japan: {
    locale: 'ja-JP',
    timeZone: 'Asia/Tokyo',
    prices: { lemon: '650', 'white-sugar': '240', ice: '90', labour: '1200', sell: '600' },
    money: /^[￥¥]\d+$/,
    drink: '300',
    said: 'Japanese Yen (JPY) · grams and litres',
  },
}

async function openedIn(browser: Browser, place: Place): Promise<Page> {
  const base = await control('/make-empty')
  const { locale, timeZone: timezoneId } = place
  const context = await browser.newContext({
    baseURL: base,
    locale,
    timezoneId,
    viewport: { width: 1280, height: 800 },
  })
  const page = await context.newPage()
  await page.clock.install()
  return page
}

/** Cups, spoons and ounces: said in mL, kept as typed; and a look at a drink in ounces changes nothing of it. */
async function asPeopleHaveThem(page: Page): Promise<void> {
  const juice = input(page, 'amount-lemon-juice')
  const row = page.locator('.amount.dense', { has: juice })
  const signed = page.locator('[data-test=sign-off]')
  await page.reload()
  await expect(juice).toHaveValue(/^1\.\d+$/)
  await expect(signed).toBeDisabled()
  await juice.fill('1/4 cup')
  await expect(row).toContainText('= 59.15 mL')
  await expect(signed).toBeEnabled()
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  await juice.fill('2 oz')
  await page.locator('[data-test=ounce-volume]').click()
  await expect(row).toContainText('= 59.15 mL')
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  await page.reload()
  await expect(juice).toHaveValue('2')
  for (const [text, sentence] of [
    ['1/0 cup', 'divides by nothing'],
    ['1 1/2/3', 'is no amount'],
    ['3 stones', 'no unit “stones”'],
    ['98 °F', 'another kind of unit'],
    ['1,234', 'Is 1,234 meant as'],
  ] as const) {
    await juice.fill(text)
    await expect(row).toContainText(sentence)
    await expect(juice).toHaveValue(text)
  }
  await juice.fill('2')
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
}

for (const [name, place] of Object.entries(PLACES))
  test(`in ${name}: from nothing to a costed cup`, async ({ browser }) => {
    test.setTimeout(180_000)
    const page = await openedIn(browser, place)
    const hand = new Hand(page)
    await page.goto('/')
    await expect(page.locator('[data-test=where-said]')).toContainText(place.said)
    const started = Date.now()
    for (const field of ['business', 'stand', 'owner', 'login', 'password'] as const) await hand.type(field, OWN[field])
    await hand.press('[data-test=begin]')
    await expect(page).toHaveURL(/\/fruit$/)
    await expect(page.locator('[data-test=empty]')).toBeVisible()
    await hand.press('nav a[href="/drinks"]')
    await hand.press('[data-test=start-lemonade]')
    await expect(page.locator('.glass')).toBeVisible()
    await expect(input(page, 'volume')).toHaveValue(place.drink)
    for (const key of ['lemon', 'white-sugar', 'ice'] as const) {
      await hand.type(`price-${key}`, place.prices[key])
      await hand.press(`[data-test=save-price-${key}]`)
      await expect(page.locator(`[data-test=price-of-${key}]`)).toHaveCount(0)
    }
    await hand.type('labour', place.prices.labour)
    await hand.press('[data-test=save-labour]')
    await expect(page.locator('[data-test=missing]')).toHaveCount(0)
    const cost = page.locator('[data-test=cost-card] [data-test=cost-whole] .num')
    await expect(cost).toHaveText(place.money)
    expect([hand.touches <= MOST_TOUCHES, Date.now() - started < 180_000]).toEqual([true, true])
    console.log(`${name}: a costed cup with ${hand.touches} touches`)

    await input(page, 'sell').fill(place.prices.sell)
    await expect(page.locator('[data-test=draft-state]')).toHaveText(/saved|guardado/)
    await page.locator('[data-test=sign-off]').click()
    await expect(page.locator('[data-test=sign-off]')).toContainText(
      /^Signed off as standard 1|^Firmado como estándar 1/,
    )

    if (name === 'the United States') await asPeopleHaveThem(page)

    // The day turns at the stand’s own midnight.
    await page.locator('nav a[href="/plan"]').click()
    const dayThere = (ahead: number): string =>
      new Intl.DateTimeFormat('en-CA', { timeZone: place.timeZone }).format(Date.now() + ahead)
    const today = dayThere(0)
    const field = page.locator('[data-today]').first()
    await expect(field).toHaveAttribute('data-day', today)
    const tomorrow = dayThere(24 * 36e5)
    const wall = new Date(new Date().toLocaleString('en-US', { timeZone: place.timeZone }))
    const left = 24 * 36e5 - ((wall.getHours() * 60 + wall.getMinutes()) * 60 + wall.getSeconds()) * 1000
    // The tablet's clock goes on by itself: nobody tells it that it is not tomorrow yet.
    await page.context().setOffline(true)
    await page.clock.fastForward(left + 20 * 60_000)
    await page.locator('nav a[href="/fruit"]').click()
    await page.locator('nav a[href="/plan"]').click()
    await expect(field).toHaveAttribute('data-today', tomorrow)
    await page.context().close()
  })
