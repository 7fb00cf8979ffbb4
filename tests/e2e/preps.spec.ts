import type { Page } from '@playwright/test'
import {
  answered,
  asCrew,
  asOwner,
  choose,
  expect,
  fromTemplate,
  input,
  record,
  saved,
  shown,
  signOff,
  test,
} from './steps'

// The second stop: a prep from a template to litres on the shelf, and into a drink.

const step = (page: Page, out: string) => page.locator(`[data-test=step-${out}]`)

test('a hot syrup is cooled, changed, signed, made, on the shelf, and in a drink with its cost', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'spice-syrup', 'Ginger root syrup')
  await expect(page.locator('[data-test=makes]')).toContainText('1.605 L')
  await expect(page.locator('[data-test=keeps-days]')).toHaveText('7 days cold')
  // A number where it stands: everything follows.
  await input(page, 'take-sugar').fill('1200')
  await expect(page.locator('[data-test=makes]')).toContainText('52.')
  await expect(step(page, 'hot')).toContainText('Hot syrup burns')
  // A step more, to another place, and what cannot be: said, and nothing moves.
  await choose(page, 'add-step', 'Strain')
  await expect(step(page, 'strain')).toBeVisible()
  await page.locator('[data-test=up-strain]').click()
  await expect(page.locator('.run > li').last()).toHaveAttribute('data-test', 'step-syrup')
  await page.locator('[data-test=up-hot]').click()
  await expect(page.locator('[data-test=refused]')).toContainText('before what it works on is made')
  await page.locator('[data-test=remove-spice]').click()
  await expect(page.locator('[data-test=refused]')).toContainText('nothing left to work on')
  await page.locator('[data-test=remove-strain]').click()
  await expect(step(page, 'strain')).toHaveCount(0)
  await page.locator('[data-test=undo]').click()
  await expect(step(page, 'strain')).toBeVisible()
  await page.locator('[data-test=remove-strain]').click()
  await saved(page)
  await signOff(page)
  await record(page, '3250')
  await expect(page.locator('[data-test=lots]')).toContainText('3.25 L of 3.25 L')
  // What if there were more ginger, for longer: which of the two makes the difference; and back.
  await input(page, 'take-spice').fill('300')
  await input(page, 'number-steeped-minutes').fill('60')
  const changes = page.locator('[data-test=what-if] [data-test=change]')
  await expect(changes.filter({ hasText: 'Ginger' })).toContainText('150 g → 300 g')
  await expect(changes.filter({ hasText: 'Steep' })).toContainText('40 → 60')
  await expect(changes.filter({ hasText: 'Steep' })).toContainText('waiting +20 min')
  await page.locator('[data-test=drop]').click()
  await expect(page.locator('[data-test=what-if]')).toHaveCount(0)
  await expect(input(page, 'take-spice')).toHaveValue('150')
  await saved(page)

  await page.goto('/preps')
  const card = page.locator('[data-test=prep]', { hasText: 'Ginger root syrup' })
  await expect(card).toContainText('3.25 L there')
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: 'Watermelon basil' }).click()
  await choose(page, 'add-layer', 'Ginger root syrup')
  await saved(page)
  await expect(page.locator('table')).toContainText(['Ginger root syrup'])
  await page.locator('tr', { hasText: 'Ginger root syrup' }).locator('[data-test^=remove-]').click()
  await saved(page)
})

test('a base strained and rinsed is made out of what is there, by the crew, without a connection', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'rinsed-base', 'Pineapple base')
  await expect(step(page, 'second')).toContainText('°Bx')
  await signOff(page)
  const out = page.context()
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=sign-out]').click()
  await expect(page).toHaveURL(/sign-in/)
  await asCrew(page)
  await page.goto('/preps')
  const card = page.locator('[data-test=prep]', { hasText: 'Pineapple base' })
  await out.setOffline(true)
  await card.getByRole('button').click()
  await input(page, 'made-out').fill('0')
  await page.locator('[data-test=save-making]').click()
  await expect(page.locator('[data-test=making-form]')).toContainText('above nothing')
  await input(page, 'made-out').fill('1400')
  await input(page, 'made-minutes').fill('18')
  await page.locator('[data-test=save-making]').click()
  await expect(page.locator('[data-test=making-form]')).toHaveCount(0)
  await expect(card).toContainText('1.40 L there')
  await out.setOffline(false)
  await expect(page.locator('[data-test=connection]')).toHaveCount(0)
  await page.reload()
  await expect(card).toContainText('1.40 L there')

  // In a drink it costs what its fruit does.
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=sign-out]').click()
  await asOwner(page)
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: 'Watermelon basil' }).click()
  await choose(page, 'add-layer', 'Pineapple base')
  await saved(page)
  const row = page.locator('tr', { hasText: 'Pineapple base' })
  await expect(page.locator('[data-test=missing]')).toContainText('Pineapple')
  await input(page, 'price-pineapple').fill('1.80')
  await answered(page, '/prices', () => page.locator('[data-test=save-price-pineapple]').click())
  await expect(row.locator('td.cost button')).toContainText(/0\.\d\d/)
  await row.locator('[data-test^=remove-]').click()
  await saved(page)
})

test('a culture stays off until the approval of the authority is written down', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'cultured-base', 'Cultured lemonade base')
  await expect(page.locator('[data-test=keeps]')).toContainText('stays off until')
  await signOff(page)
  await page.locator('[data-test=record]').click()
  await input(page, 'made-out').fill('3700')
  await page.locator('[data-test=save-making]').click()
  await expect(page.locator('[data-test=making-form]')).toContainText('special process')
  await page.locator('[data-test=save-approval]').click()
  await expect(page.locator('[data-test=keeps]')).toContainText('Type the number')
  await input(page, 'approval-number').fill('HV-204')
  await input(page, 'approval-date').fill('02/11/2026')
  await page.keyboard.press('Enter')
  await input(page, 'approval-words').fill('pH 3.8 or below before it is served')
  await page.locator('[data-test=save-approval]').click()
  await expect(page.locator('[data-test=approval]')).toContainText('HV-204')
  await saved(page)
  // Signed with it, it can be made, and the lot carries it on its label.
  await answered(page, '/sign-off', () => page.locator('[data-test=sign-off]').click())
  await expect(input(page, 'made-out')).toHaveValue('3700')
  await answered(page, '/batches', () => page.locator('[data-test=save-making]').click())
  await page.locator('[data-test=lots] a').first().click()
  await expect(page.locator('[data-test=lot-approval]')).toContainText('no. HV-204')
  await expect(page.locator('[data-test=lot-label]')).toContainText('In it, heaviest first: Water')
  await page.goBack()
  await expect(page.locator('[data-test=makes] dd').first()).toBeVisible()
  expect(await shown(page, '[data-test=makes] dd')).toBeGreaterThan(3)
})

test('a can’s label becomes a milk that matches it, made of a carton that was opened', async ({ page }) => {
  await asOwner(page)
  await page.goto('/store?tab=ingredients')
  for (const [key, price, pack] of [['whole-milk', '1.10', '1']] as const) {
    await page.locator(`[data-test=price-${key}]`).click()
    await input(page, 'pack-price').fill(price)
    await input(page, 'pack-size').fill(pack)
    await answered(page, '/prices', () => page.locator('[data-test=save-price]').click())
  }
  await page.goto('/preps')
  await page.locator('[data-test=from-label]').click()
  await page.locator('[data-test=match]').click()
  await expect(page.locator('[data-test=from-label]')).toContainText('Type a number')
  await input(page, 'label-name').fill('Sweet milk')
  for (const [field, text] of [
    ['serving', '38'],
    ['sugars', '60'],
    ['fat', '3.3'],
    ['protein', '3'],
    ['net', '397'],
    ['price', '2.90'],
  ] as const)
    await input(page, `label-${field}`).fill(text)
  await page.locator('[data-test=match]').click()
  await expect(page.locator('[data-test=from-label]')).toContainText('weigh more than the serving')
  await input(page, 'label-sugars').fill('20.5')
  await page.locator('[data-test=match]').click()
  await expect(page.locator('[data-test=label-takes]')).toContainText('boiled away')
  await expect(page.locator('[data-test=label-off]')).toHaveCount(0)
  await expect(page.locator('[data-test=make-or-buy]')).toContainText('the can costs €2.90')
  await answered(page, '/recipes/', () => page.locator('[data-test=label-take]').click())
  await expect(page.locator('[data-test=makes]')).toContainText('397 g')
  await expect(page.locator('[data-test=prep-cost]')).toContainText('€')
  await expect(page.locator('[data-test=keeps-days]')).toHaveText('3 days cold')
  await signOff(page)
  const prep = page.url()

  // A carton is opened: a lot of its own, first to be used.
  await page.goto('/store?tab=shelf')
  const milk = page.locator('[data-test=pack][data-item=whole-milk]')
  await expect(milk).toHaveCount(1)
  await milk.click()
  await page.locator('[data-test=juice-how] [data-value=open]').click()
  await input(page, 'juice-ml').fill('1000')
  await answered(page, '/events', () => page.locator('[data-test=save-juice]').click())
  await expect(milk).toHaveCount(2)
  await page.goto(prep)
  await page.locator('[data-test=record]').click()
  await input(page, 'made-out').fill('250')
  const taken = page.locator('[data-test=making-form] .use', { hasText: 'Whole milk' })
  await expect(taken).toHaveCount(1)
  await answered(page, '/batches', () => page.locator('[data-test=save-making]').click())
  await expect(page.locator('[data-test=lots]')).toContainText('250 mL of 250 mL')
  // Of the carton some is left; the others are as they were.
  await page.goto('/store?tab=shelf')
  await expect(milk.filter({ hasText: /\d\d\d? mL/ })).toHaveCount(1)
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: 'Watermelon basil' }).click()
  await choose(page, 'add-layer', 'Sweet milk')
  await saved(page)
  const row = page.locator('tr', { hasText: 'Sweet milk' })
  await expect(row).toContainText('€')
  await row.locator('[data-test^=remove-]').click()
  await saved(page)
})
