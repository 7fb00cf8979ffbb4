import type { Browser, Page } from '@playwright/test'
import { answered, choose, expect, input, lotOf, OWN, test } from './steps'

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

/** A household pot in cups and spoons: kept as typed, a cup follows, and it becomes a standard. */
async function aPot(page: Page): Promise<void> {
  const saved = () => expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  const amounts = { 'lemon-juice': '1 1/4 cup', 'white-sugar': '20 tbsp', water: '4 3/4 cup' }
  await page.locator('[data-test=cup-or-pot] [data-value=pot]').click()
  for (const [layer, text] of Object.entries(amounts)) await input(page, `amount-${layer}`).fill(text)
  // By hand: 10 and 38 fl oz, and 250 g of sugar that take some 0.62 mL a gram: 53.2 fl oz, 4.1 cups of 12.85.
  await expect(page.locator('[data-test=pot-makes]')).toContainText('Some 1.66 qt: 4.1 cups of 12.8 fl oz')
  await saved()
  await page.locator('[data-test=cup-or-pot] [data-value=cup]').click()
  await expect(input(page, 'amount-lemon-juice')).toHaveCount(0)
  await page.locator('[data-test=sign-off]').click()
  await expect(page.locator('[data-test=sign-off]')).toContainText('Signed off as standard 2')
  await page.reload()
  for (const [layer, text] of Object.entries(amounts))
    await expect(input(page, `amount-${layer}`)).toHaveValue(text.replace('1 1/4', '1.25').replace('4 3/4', '4.75'))
  await page.goto('/drinks')
  await expect(page.locator('[data-test=drink]').first()).toContainText('standard 2')
}

/** In Spanish, typed as people do on a tablet: without accents, and with words of the other language. */
async function isFound(page: Page): Promise<void> {
  await page.keyboard.press('/')
  for (const [typed, found] of [
    ['limon', 'Limón amarillo'],
    ['pina', 'Piña'],
    ['azucar', 'Azúcar blanca'],
    ['tangerine', 'Mandarina'],
  ] as const) {
    await input(page, 'find').fill(typed)
    await expect(page.getByRole('dialog').getByText(found, { exact: true })).toBeVisible()
  }
  await input(page, 'find').fill('cuarzo')
  await expect(page.getByRole('dialog')).toContainText('Prueba con menos letras o con otra palabra')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
}

/** What nobody knows of a thing is asked once; what is typed stays while settings change; other money is asked for. */
async function whatIsAsked(page: Page): Promise<void> {
  const field = page.locator('.amount', { has: input(page, 'kg') })
  const settings = await page.context().newPage()
  await page.locator('[data-test=drink]').first().click()
  await choose(page, 'on-cup-add', 'Sugar cane')
  const garnish = page.locator('[data-test=on-cup-sugarcane] .amount')
  await input(page, 'on-cup-g-sugarcane').fill('2 pieces')
  await page.locator('[data-test=ask-piece] input').fill('7')
  await page.locator('[data-test=weighed]').click()
  await expect(garnish).toContainText('= 14 g')
  await input(page, 'on-cup-g-sugarcane').fill('1/4 cup')
  await page.locator('[data-test=ask-cup] input').fill('120')
  await page.locator('[data-test=weighed]').click()
  await expect(garnish).toContainText('= 30 g')
  await expect(input(page, 'on-cup-g-sugarcane')).toHaveValue('1/4 cup')
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  await page.goto('/fruit')
  await page.locator('[data-test=weigh-in]').click()
  await choose(page, 'fruit', 'Sugar cane')
  // Pounds stay pounds, whatever the stand says meanwhile.
  await input(page, 'kg').fill('4.4')
  await settings.goto('/store?tab=stand')
  const form = settings.locator('form', { has: settings.locator('[data-test=units]') })
  await settings.locator('[data-test=units] [data-value=metric]').click()
  await answered(settings, '/stands/', () => form.locator('button[type=submit]').click())
  // A field that is empty follows the stand; what is being typed does not.
  const price = page.locator('.amount', { has: input(page, 'price') })
  await expect(price).toContainText('/kg')
  await expect(field).toContainText('lb')
  await expect(input(page, 'kg')).toHaveValue('4.4')
  await answered(page, '/lots', () => page.locator('[data-test=save]').click())
  await expect(lotOf(page, 'sugarcane')).toContainText('2.00 kg')
  await expect(settings.locator('[data-test=business-form]')).toContainText('There are prices already')
  await settings.goto('/store?tab=ingredients')
  await settings.locator('[data-test=read-list]').click()
  const buffer = Buffer.from('fruit;pack;price\nLime;5 kg;€12.50\n')
  const list = { name: 'list.csv', mimeType: 'text/csv', buffer }
  await settings.locator('[data-test=list-file]').setInputFiles(list)
  await expect(settings.locator('[data-test=list-money]')).toContainText('€')
  await expect(settings.locator('[data-test=list-save]')).toHaveCount(0)
  await settings.locator('[data-test=list-money-ours]').click()
  await expect(settings.locator('[data-test=list-save]')).toBeVisible()
}

for (const [name, place] of Object.entries(PLACES))
  test(`in ${name}: from nothing to a costed cup`, async ({ browser }) => {
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

    if (name === 'Mexico') await isFound(page)
    if (name === 'Japan') {
      await input(page, 'sell').fill('600.5')
      await expect(page.locator('[data-test=cost-card]')).toContainText('There are no coins for 600.5')
      await expect(input(page, 'sell')).toHaveValue('600.5')
      await input(page, 'sell').fill('600')
    }
    if (name === 'the United States') {
      await asPeopleHaveThem(page)
      await aPot(page)
      await whatIsAsked(page)
    }

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
