import { connect } from 'node:net'
import { expect, test as base, type Locator, type Page } from '@playwright/test'

/** Every page of every test: no script error, and nothing the content policy had to stop. */
export const test = base.extend<{ watched: void }>({
  watched: [
    async ({ page }, use) => {
      const wrong: string[] = []
      page.on('pageerror', (e) => wrong.push(e.message))
      page.on('console', (m) => {
        if (/Content.Security.Policy/i.test(m.text())) wrong.push(m.text())
      })
      page.on('dialog', (d) => {
        wrong.push(`a dialog: ${d.message()}`)
        void d.dismiss()
      })
      await use()
      expect(wrong).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

export const OWN = { business: 'Corner Drinks', stand: 'Corner', owner: 'Eli', login: 'eli', password: 'peel-and-pith' }
export const input = (page: Page, name: string) =>
  page.locator(`[data-test="${name}"] input, input[data-test="${name}"]`).first()

export async function signIn(page: Page, login: string, password: string): Promise<void> {
  await page.goto('/sign-in')
  await input(page, 'login').fill(login)
  await input(page, 'password').fill(password)
  await page.locator('[data-test=enter]').click()
  await stands(page)
}
async function stands(page: Page): Promise<void> {
  await expect(page).toHaveURL(/\/fruit$/)
  // The address changes before the page stands: keys that are pressed until then go nowhere.
  await expect(page.locator('[data-test=brand]')).toBeVisible()
  await expect(page.locator('h1').first()).toBeVisible()
}
/** Signed in without the door, which other tests go through: a page less to load. */
async function letIn(page: Page, login: string, password: string): Promise<void> {
  const { origin } = new URL(await urlOf(page))
  const answer = await page.request.post(`${origin}/api/v1/session`, { data: { login, password }, headers: { origin } })
  expect(answer.status()).toBe(200)
  await page.goto(`${origin}/fruit`)
  await stands(page)
}
/** The address of the installation that a page is of, which only the page knows. */
async function urlOf(page: Page): Promise<string> {
  const answer = await page.request.get('/api/health')
  return answer.url()
}
export const asOwner = (page: Page) => letIn(page, 'owner', 'tart-and-cold')
export const asCrew = (page: Page) => letIn(page, 'crew', 'press-and-pour')

/** Longer than it takes to put all files of the page on the tablet, on a machine that is busy with something else. */
const KEPT_MS = 60_000
/** The page is kept on the tablet once its service worker is in charge. */
export async function settled(page: Page): Promise<void> {
  const isKept = async (): Promise<boolean> => (await navigator.serviceWorker.ready).active?.state === 'activated'
  await page.waitForFunction(isKept, undefined, { timeout: KEPT_MS })
  await page.reload()
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await expect(page.locator('h1')).toBeVisible()
}

/** The number in a text such as 1,250 g. */
export const amountIn = (text: string): number => Number(text.replace(/[^\d.]/g, ''))

export async function choose(page: Page, field: string, text: string): Promise<void> {
  await input(page, field).fill(text)
  await listed(page, new RegExp(`^\\s*${text}`)).click()
}
const listed = (page: Page, text: string | RegExp): Locator =>
  page.locator('.ox-menu .v-list-item').filter({ hasText: text }).first()
/**
 * An entry of a field's list, however far down: of a long one only what is in sight is drawn, and one that is just
 * being read may be drawn anew.
 */
export async function chooseFrom(page: Page, field: string, text: string | RegExp): Promise<void> {
  const entry = listed(page, text)
  const list = page.locator('.ox-menu .v-list')
  await expect(async () => {
    if (!(await list.isVisible())) await page.locator(`[data-test=${field}]`).first().click({ timeout: 1000 })
    if (await entry.isVisible()) return await entry.click({ timeout: 1000 })
    await list.evaluate((el) => {
      const isAtEnd = el.scrollTop + el.clientHeight >= el.scrollHeight - 1
      el.scrollTop = isAtEnd ? 0 : el.scrollTop + el.clientHeight / 2
    })
    throw new Error(`${String(text)} is not in sight`)
  }).toPass({ timeout: 30_000, intervals: [100] })
}
/** Chosen when the field says so: a list that is just being loaded may be drawn anew under the pointer. */
export async function chooseFruit(page: Page, fruit: string): Promise<void> {
  await expect(async () => {
    await choose(page, 'fruit', fruit)
    await expect(page.locator('[data-test=fruit]').first()).toContainText(fruit, { timeout: 2000 })
  }).toPass({ timeout: 30_000 })
}
export async function atStand(page: Page, name: string): Promise<void> {
  await expect(async () => {
    await page.locator('[data-test=brand]').click()
    await page.getByText(name).last().click({ timeout: 2000 })
    await expect(page.locator('header')).toContainText(name, { timeout: 2000 })
  }).toPass({ timeout: 30_000 })
}
/** A page behind the brand: one click on it, one on the page. */
export async function fromMenu(page: Page, item: string): Promise<void> {
  await page.locator('[data-test=brand]').click()
  await page.locator(`[data-test=menu-${item}]`).click()
  await expect(page).toHaveURL(new RegExp(`/${item}$`))
}
export async function weighIn(page: Page, fruit: string, kg: string, price: string): Promise<void> {
  await page.locator('[data-test=weigh-in]').click()
  await chooseFruit(page, fruit)
  await input(page, 'kg').fill(kg)
  await input(page, 'price').fill(price)
}
/** Waits until the server has answered a write: what is shown may be what this page hopes for. */
export async function answered(page: Page, path: string, act: () => Promise<unknown>): Promise<void> {
  await Promise.all([
    page.waitForResponse((r) => r.url().includes(path) && r.request().method() !== 'GET' && r.ok()),
    act(),
  ])
}
/** The lot of a fruit that says `text`, such as its kilos; the first to be used where nothing is said. */
export const lotOf = (page: Page, fruit: string, text: string | RegExp = '') =>
  page.locator(`[data-test=lot][data-fruit=${fruit}]`).filter({ hasText: text }).first()
export async function openPress(page: Page, fruit: string, text: string | RegExp = ''): Promise<void> {
  await lotOf(page, fruit, text).locator('[data-test=press]').click()
  await expect(page.locator('[data-test=press-form]')).toBeVisible()
}
export async function openDrink(page: Page, name: string): Promise<void> {
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: name }).click()
  await expect(page.locator('.glass')).toBeVisible()
}
/** The number a figure shows. */
export async function shown(page: Page, selector: string): Promise<number> {
  return Number((await page.locator(selector).first().innerText()).replace(/[^\d.,-]/g, '').replace(',', ''))
}

// A prep from its template to a lot on the shelf.
export const saved = (page: Page) => expect(page.locator('[data-test=draft-state]')).toHaveText('saved')

export async function fromTemplate(page: Page, key: string, name: string): Promise<void> {
  await page.goto('/preps')
  await page.locator('[data-test=new-prep]').click()
  await answered(page, '/recipes/', () => page.locator(`[data-test=template-${key}]`).click())
  await expect(input(page, 'name')).toBeVisible()
  await input(page, 'name').fill(name)
  await saved(page)
}
export async function signOff(page: Page): Promise<void> {
  await answered(page, '/sign-off', () => page.locator('[data-test=sign-off]').click())
  await expect(page.locator('[data-test=sign-off]')).toContainText('Signed off as standard 1')
}
export async function record(page: Page, ml: string): Promise<void> {
  await page.locator('[data-test=record]').click()
  await input(page, 'made-out').fill(ml)
  await answered(page, '/batches', () => page.locator('[data-test=save-making]').click())
}

/** Tells the simulated bench what to show. */
export function bench(...commands: string[]): Promise<void> {
  const [host, port] = process.env.OLVEX_E2E_BENCH!.split(':')
  return new Promise((done, failed) => {
    let answers = 0
    const socket = connect(Number(port), host!)
      .on('error', failed)
      .on('data', (d) => {
        answers += (String(d).match(/^(ok|\?.*)$/gm) ?? []).length
        if (answers >= commands.length) {
          socket.destroy()
          done()
        }
      })
    socket.write(commands.map((c) => `${c}\n`).join(''))
  })
}
