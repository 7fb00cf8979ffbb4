import type { Page } from '@playwright/test'
import {
  answered,
  asCrew,
  asOwner,
  choose,
  chooseFrom,
  expect,
  fromMenu,
  input,
  openDrink,
  shown,
  test,
  weighIn,
} from './steps'

// Water in the jar, and two fruits at once: what comes out has a name of its own, costs what went in, and goes into a
// drink.
const NAME = 'Pineapple mango jar'
const jug = (page: Page) => page.locator('[data-test=juice-lot]', { hasText: NAME })
const called = (page: Page) => page.locator('[data-test=base-name] input[type=text]')
const pineapple = (page: Page) => page.locator('[data-test=lot][data-fruit=pineapple]', { hasText: '6.00 kg' }).first()

test('fruit pressed with water, and with other fruit, is costed and goes into a drink', async ({ page }) => {
  await asOwner(page)
  for (const [fruit, kg, price] of [
    ['Pineapple', '6', '1.5'],
    ['Mango', '3', '3'],
  ] as const) {
    await weighIn(page, fruit, kg, price)
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=weigh-in-form]')).toHaveCount(0)
  }

  await test.step('one fruit with water: a yield of the juice in it, between what is sure and what is likely', async () => {
    await pineapple(page).locator('[data-test=press]').click()
    await input(page, 'taken').fill('0.85')
    await input(page, 'juice').fill('0.575')
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=doubt]')).toContainText('Was water added?')
    await page.locator('[data-test=doubt] button').first().click()
    await page.locator('[data-test=more-mix]').click()
    await input(page, 'water').fill('225')
    await expect(page.locator('[data-test=base-said]')).toContainText('≈ 0.37 L of it is juice of the fruit')
    await expect(page.locator('[data-test=base-said]')).toContainText('between 0.35 L and 0.37 L')
    await expect(called(page)).toHaveValue('Pineapple with water')
    await expect(page.locator('[data-test=press-form]')).toContainText('432')
    await answered(page, '/presses', () => page.locator('[data-test=save]').click())
    await expect(page.locator('[data-test=pressed]')).toContainText('0.58 L of Pineapple with water')
    await page.locator('[data-test=panel-done]').click()
    await expect(pineapple(page)).toContainText('≈ 432 mL/kg')
  })

  await test.step('two fruits: a yield to neither, the cost of both', async () => {
    await pineapple(page).locator('[data-test=press]').click()
    await input(page, 'taken').fill('2')
    await input(page, 'juice').fill('1.8')
    await page.locator('[data-test=more-mix]').click()
    await input(page, 'water').fill('250')
    await input(page, 'loads').fill('2')
    await page.locator('[data-test=add-also]').click()
    await chooseFrom(page, 'also-lot-0', /^\s*Mango/)
    await input(page, 'also-kg-0').fill('9')
    await expect(page.locator('[data-test=also]')).toContainText('3')
    await input(page, 'also-kg-0').fill('1')
    await called(page).fill(NAME)
    // 2 kg at 1.50 and 1 kg at 3, in 1.8 L
    await expect(page.locator('[data-test=base-cost]')).toContainText('3.33')
    await answered(page, '/presses', () => page.locator('[data-test=save]').click())
    await expect(page.locator('[data-test=pressed]')).toContainText(`1.80 L of ${NAME}`)
    await page.locator('[data-test=panel-done]').click()
    await expect(jug(page)).toContainText('1.80')
  })

  await test.step('in a drink, with what is in it and what it costs', async () => {
    await openDrink(page, 'Melon lime')
    const cost = () => shown(page, '[data-test=cost-card] .big .num')
    const before = await cost()
    await choose(page, 'add-layer', NAME)
    const layer = page.locator('tr', { hasText: NAME })
    await expect(layer).toBeVisible()
    await expect.poll(cost).toBeGreaterThan(before)
    await layer.locator('[data-test^=remove-]').click()
  })

  await test.step('in the store it says what it is made of', async () => {
    await fromMenu(page, 'store')
    await page.locator('[data-test=filter] input').fill(NAME)
    await expect(page.locator('main')).toContainText(NAME)
  })
})

test('crew make it again under its name, and its story is told on both lots', async ({ page }) => {
  await asCrew(page)
  await pineapple(page).locator('[data-test=press]').click()
  await input(page, 'taken').fill('1')
  await input(page, 'juice').fill('0.7')
  await page.locator('[data-test=more-mix]').click()
  await input(page, 'water').fill('300')
  await called(page).fill(NAME.toUpperCase())
  await answered(page, '/presses', () => page.locator('[data-test=save]').click())
  await page.locator('[data-test=panel-done]').click()
  await expect(jug(page)).toHaveCount(2)
  await page.locator('[data-test=lot][data-fruit=mango] [data-test=open-lot]').first().click()
  await expect(page.locator('[data-test=story-several]')).toContainText(`with other fruit: 1.80 L of ${NAME}`)
})

test('fruit is peeled now and pressed later, by its kilos as purchased', async ({ page }) => {
  await asOwner(page)
  await page.locator('[data-test=lot][data-fruit=mango] [data-test=open-lot]').first().click()
  await page.locator('[data-test=do-peel]').click()
  await input(page, 'kg').fill('1')
  await page.locator('[data-test=save-event]').click()
  await expect(page.locator('[data-test=event-peel]')).toContainText('Weigh the peeled fruit, or what came off it')
  await input(page, 'peeled-kg').fill('1.2')
  await page.locator('[data-test=save-event]').click()
  await expect(page.locator('[data-test=event-peel]')).toContainText('1,200 g, and 1,000 g were taken')
  await input(page, 'peeled-kg').fill('0.7')
  await input(page, 'part-g-0').fill('130')
  await expect(page.locator('[data-test=peel-left]')).toContainText('0.70 kg of peeled fruit, 70 % of what was taken')
  await page.locator('[data-test=save-event]').click()
  await expect(page.locator('[data-test=story-peel]')).toContainText('Peeled 1.00 kg: 0.70 kg left, peel 130 g')
  await page.locator('[data-test=peeled-of]').click()
  await expect(page.locator('h1')).toContainText('Mango, peeled 0.70 kg')
  await expect(page.locator('[data-test=paid]')).toHaveText('€3.00')
  await page.locator('[data-test=lot-press]').click()
  await input(page, 'taken').fill('0.35')
  await input(page, 'juice').fill('0.3')
  await page.locator('[data-test=save]').click()
  // 0.3 L of half a kilo as purchased
  await expect(page.locator('[data-test=story-press]')).toContainText('Pressed 0.50 kg: 0.30 L, 600 mL/kg')
})

test('packs come in, go down, and come off the buying list', async ({ page }) => {
  await asOwner(page)
  await fromMenu(page, 'store')
  await page.locator('[data-test=tab-shelf]').click()
  await page.locator('[data-test=take-in]').click()
  await page.locator('[data-test=save-pack]').click()
  await expect(page.locator('[data-test=pack-form]')).toContainText('Choose what is in the packs')
  await choose(page, 'pack-what', 'White sugar')
  await input(page, 'packs').fill('2,5')
  await input(page, 'pack-size').fill('1')
  await page.locator('[data-test=save-pack]').click()
  await expect(page.locator('[data-test=pack-form]')).toContainText('2.5 packs cannot be')
  await input(page, 'packs').fill('3')
  await input(page, 'pack-price-paid').fill('0.95')
  await answered(page, '/packs', () => page.locator('[data-test=save-pack]').click())
  const sugar = page.locator('[data-test=pack][data-item=white-sugar]')
  await expect(sugar).toContainText('3.00 kg')
  await sugar.click()
  await input(page, 'juice-ml').fill('500')
  await answered(page, '/events', () => page.locator('[data-test=save-juice]').click())
  await expect(sugar).toContainText('2.50 kg')
  await page.goto('/buy')
  await expect(page.locator('[data-test=pieces]')).toContainText('on the shelf')
})
