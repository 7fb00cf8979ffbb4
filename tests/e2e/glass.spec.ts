import type { Request } from '@playwright/test'
import { v7 as uuid } from 'uuid'
import { newDrink, newSyrup, withLayer } from '../../core/recipe'
import { asOwner, choose, expect, input, openDrink, shown, test } from './steps'

test('the glass follows a drag, a key and a typed amount; lenses, sums and the last sip', async ({ page }) => {
  await asOwner(page)
  await openDrink(page, 'Watermelon basil')
  const brix = () => shown(page, '[data-test=sip-jug] td .num')
  const before = await brix()

  const edge = page.locator('[data-test^="edge-prep"]')
  const box = (await edge.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y - 20, { steps: 6 })
  await page.mouse.up()
  const dragged = await brix()
  expect(dragged).toBeGreaterThan(before + 1)
  await edge.focus()
  await page.keyboard.press('PageDown')
  expect(await brix()).toBeLessThan(dragged)
  await input(page, 'amount-watermelon-juice').fill('170,5')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test="layer-watermelon-juice"]')).toContainText('175 g')
  await expect(page.locator('tr.sum')).toContainText('300')

  for (const [key, lens] of [
    ['2', 'sugar'],
    ['3', 'acid'],
    ['4', 'money'],
    ['1', 'volume'],
  ] as const) {
    await page.locator('h2').first().click()
    await page.keyboard.press(key)
    await expect(page.locator(`[data-test=lens-${lens}]`)).toHaveAttribute('aria-selected', 'true')
  }

  await page.locator('[data-test=sip-last] button').first().click()
  await expect(page.locator('[data-test=sum]')).toContainText('Stevens and Baier')
  await page.locator('[data-test=sum] .part').first().click()
  await expect(page.locator('[data-test=sum] h2')).toHaveText('Dissolved, g per 100 g')
  await page.keyboard.press('Escape')

  await page.locator('[data-test=sip]').fill('100')
  // With ice still in it the drink is at its own freezing point: at 13 °Bx of mostly fruit sugar some 0.6 mol/kg, −1.1
  // °C.
  await expect(page.locator('.sip')).toContainText(/[-−]1\.[012]\s°C/)
  await expect(page.locator('.sip')).toContainText('after 20 min in a room of 25 °C')

  await choose(page, 'add-layer', 'Honey')
  await expect(page.locator('[data-test=layer-honey]')).toBeVisible()
  await page.locator('[data-test=remove-honey]').click()
  await page.locator('[data-test=undo]').click()
  await expect(page.locator('[data-test=layer-honey]')).toBeVisible()
  await page.locator('[data-test=remove-honey]').click()
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  await page.reload()
  await expect(page.locator('[data-test="layer-watermelon-juice"]')).toContainText('175 g')
})

test('an edit that somebody else was faster with asks, with both', async ({ browser, baseURL }) => {
  const [a, b] = [
    await (await browser.newContext({ baseURL })).newPage(),
    await (await browser.newContext({ baseURL })).newPage(),
  ]
  for (const p of [a, b]) {
    await asOwner(p)
    await openDrink(p, 'Melon lime')
  }
  // What b typed is under way while a's is saved: b must not learn of that first, as it does every few seconds.
  let letGo = (): void => undefined
  const saved = new Promise<void>((done) => (letGo = done))
  await b.route('**/api/v1/recipes/*', async (route) => {
    await saved
    await route.continue()
  })
  const isSave = (r: Request): boolean => r.method() === 'PUT' && r.url().includes('/api/v1/recipes/')
  const underWay = b.waitForRequest(isSave)
  await input(b, 'amount-lime-juice').fill('25')
  await b.keyboard.press('Enter')
  await underWay
  const faster = a.waitForResponse((r) => isSave(r.request()))
  await input(a, 'amount-lime-juice').fill('22')
  await a.keyboard.press('Enter')
  expect((await faster).status()).toBe(200)
  letGo()
  await expect(b.locator('[data-test=stale]')).toContainText('Changed meanwhile')
  await expect(input(b, 'amount-lime-juice')).toHaveValue('25')
  await b.locator('[data-test=take-theirs]').click()
  await expect(input(b, 'amount-lime-juice')).toHaveValue('22')
})

test('a drink that waits for a prep’s sign-off offers it there, innermost first', async ({ page }) => {
  await asOwner(page)
  const make = async (kind: 'prep' | 'drink', name: string, draft: object): Promise<string> => {
    const id = uuid()
    const r = await page.request.put(`/api/v1/recipes/${id}`, {
      data: { kind, name, family: 'lemonade', draft, version: 0 },
      headers: { 'idempotency-key': uuid() },
    })
    expect(r.status()).toBe(200)
    return id
  }
  const inner = await make('prep', 'Ginger syrup', newSyrup())
  const [, water, stir] = newSyrup().steps
  const take = { op: 'take', out: 'sugar', item: { prep: inner }, amount: { value: 500, unit: 'g' }, tempC: 20 }
  const outer = await make('prep', 'Ginger cordial', { ...newSyrup(), steps: [take, water, stir] })
  const layered = withLayer(newDrink(null, 300), { prep: outer }, { value: 60, unit: 'mL' })
  const drink = await make('drink', 'Ginger cooler', layered)
  await page.goto(`/drinks/${drink}`)
  const limit = page.locator('[data-test=limit]')
  await expect(limit).toContainText('Ginger syrup has not been signed off yet')
  await expect(limit).toContainText('White sugar 1,000 g, Water 1,000 g')
  await page.locator('[data-test=sign-prep]').click()
  await expect(limit).toContainText('Ginger cordial has not been signed off yet')
  await page.locator('[data-test=sign-prep]').press('Enter')
  await expect(page.locator('[data-test=sip-jug]')).toBeVisible()
  await page.locator('[data-test=sign-off]').click()
  await expect(page.locator('[data-test=sign-off]')).toContainText('Signed off as standard 1')
})

test('keys walk the line, find a drink, and list themselves', async ({ page }) => {
  await asOwner(page)
  await expect(async () => {
    await page.keyboard.press(']')
    await expect(page).toHaveURL(/\/preps$/, { timeout: 3000 })
  }).toPass({ timeout: 30_000 })
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Find anything')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await expect(input(page, 'find')).toBeFocused()
  await input(page, 'find').fill('turm')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/drinks\//)
  // From a drink on along the line: plan, make, and back.
  for (const key of [']', ']', '[', ']']) await page.keyboard.press(key)
  await expect(page).toHaveURL(/\/make$/)
  await expect(page.locator('[data-test=make-shelf]')).toBeVisible()
})

test('a search goes without accents, in plurals, and by what others call it; nothing found says what to try', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/drinks')
  await page.locator('[data-test=drink]').first().click()
  const add = page.locator('[data-test=add-layer] input')
  const menu = page.locator('.ox-menu')
  for (const [typed, found] of [
    ['puree', 'Mango purée'],
    ['azucar', 'White sugar'],
    ['tangerines', 'Mandarin juice'],
  ] as const) {
    await add.fill(typed)
    await expect(menu.locator('.v-list-item').filter({ hasText: found }).first()).toBeVisible()
  }
  await add.fill('quartz')
  await expect(menu).toContainText('Try fewer letters, or another word for it')
  await page.keyboard.press('Escape')
  await page.goto('/fruit')
  await expect(page.locator('[data-test=lot]').first()).toBeVisible()
  await page.keyboard.press('/')
  for (const [typed, found] of [
    ['limon', 'Lemon'],
    ['pina', 'Pineapple'],
    ['clementine', 'Mandarin'],
  ] as const) {
    await input(page, 'find').fill(typed)
    await expect(page.getByRole('dialog').getByText(found, { exact: true })).toBeVisible()
  }
  await input(page, 'find').fill('quartz')
  await expect(page.getByRole('dialog')).toContainText('Nothing is called “quartz”. Try fewer letters')
})
