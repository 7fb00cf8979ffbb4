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

  for (const [key, lens] of [['2', 'sugar'], ['3', 'acid'], ['4', 'money'], ['1', 'volume']] as const) {
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
  await expect(page.locator('.sip')).toContainText('1.0 °C')

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
  const [a, b] = [await (await browser.newContext({ baseURL })).newPage(), await (await browser.newContext({ baseURL })).newPage()]
  for (const p of [a, b]) {
    await asOwner(p)
    await openDrink(p, 'Melon lime')
  }
  await input(a, 'amount-lime-juice').fill('22')
  await a.keyboard.press('Enter')
  await expect(a.locator('[data-test=draft-state]')).toHaveText('saved')
  await input(b, 'amount-lime-juice').fill('25')
  await expect(b.locator('[data-test=stale]')).toContainText('Changed meanwhile')
  await expect(input(b, 'amount-lime-juice')).toHaveValue('25')
  await b.locator('[data-test=take-theirs]').click()
  await expect(input(b, 'amount-lime-juice')).toHaveValue('22')
})

test('keys go to a stop, find a drink, and list themselves', async ({ page }) => {
  await asOwner(page)
  await expect(async () => {
    await page.keyboard.press('g')
    await page.keyboard.press('p')
    await expect(page).toHaveURL(/\/plan$/, { timeout: 3000 })
  }).toPass({ timeout: 20_000 })
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Find anything')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await expect(input(page, 'find')).toBeFocused()
  await input(page, 'find').fill('turm')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/drinks\//)
  await page.keyboard.press('g')
  await page.keyboard.press('m')
  await expect(page.locator('main')).toContainText('Here a batch will run step by step')
})
