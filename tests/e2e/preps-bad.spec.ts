import type { Browser, Page } from '@playwright/test'
import { answered, asOwner, choose, expect, fromTemplate, input, saved, signOff, test } from './steps'

// What cannot be is said where it is typed, keeps what was typed, and changes nothing.
const run = (page: Page) => page.locator('section.sheet', { has: page.locator('.run') })

test('numbers that no step can work with', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'reduced-sweet-milk', 'Too much milk')
  const target = input(page, 'number-thick-target')
  const was = await target.inputValue()
  for (const [typed, sentence] of [
    ['9000', 'is behind already'],
    ['40', 'is less than what is not water'],
  ] as const) {
    await target.fill(typed)
    await expect(run(page)).toContainText(sentence)
    await expect(target).toHaveValue(typed)
    await expect(page.locator('[data-test=sign-off]')).toBeDisabled()
  }
  await target.fill(was)
  await expect(page.locator('[data-test=sign-off]')).toBeEnabled()

  await fromTemplate(page, 'strained-base', 'Base of no jar')
  const blend = page.locator('[data-op=blend]').first()
  await blend.getByText('More numbers').click()
  const jar = blend.locator('[data-test$=-jarMl] input').first()
  await jar.fill('0')
  await expect(run(page)).toContainText('is not between 50 and')
  await jar.fill('')
  await blend.locator('[data-test^=split-]').click()
  await input(page, 'loads').fill('1')
  await page.locator('[data-test=split]').click()
  await expect(page.locator('[data-test=refused]')).toContainText('12')

  // More sugar than the water holds is no mistake: liquor, and a rest on the bottom.
  await fromTemplate(page, 'syrup-1-1-weight', 'Saturated')
  await input(page, 'take-sugar').fill('4000')
  await expect(page.locator('[data-test=flag]').first()).toContainText('more than')
  await expect(page.locator('[data-test=sign-off]')).toBeEnabled()
  // Ice in place of more water than there is heat for.
  await choose(page, 'add-step', 'Chill with ice for water')
  await choose(page, 'add-second', 'Ice')
  await input(page, 'number-chillWithIce-toC').fill('1')
  await expect(run(page)).toContainText(/ice|freez/i)
  await expect(page.locator('[data-test=refused]')).toHaveCount(0)
  await page.goto('/preps?template=a-template-of-before')
  await expect(page.locator('[data-test=template-gone]')).toContainText('no longer there')
  await expect(page.locator('[data-test=templates]')).toBeVisible()
})

test('a prep that would be made of itself is refused by the way there', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'syrup-1-1-weight', 'First of two')
  await signOff(page)
  const first = page.url()
  await fromTemplate(page, 'syrup-2-1-weight', 'Second of two')
  await page.locator('[data-test^=add-to-]').first().click()
  await choose(page, 'choose-for-' + (await firstMany(page)), 'First of two')
  await saved(page)
  await signOff(page)
  await page.goto(first)
  await page.locator('[data-test^=add-to-]').first().click()
  await choose(page, 'choose-for-' + (await firstMany(page)), 'Second of two')
  await expect(run(page)).toContainText('First of two → Second of two → First of two')
})
const firstMany = async (page: Page): Promise<string> =>
  (await page.locator('[data-test^=add-to-]').first().getAttribute('data-test'))!.slice('add-to-'.length)

test('a making of more than went in, a use-by before it, and two people who sign at once', async ({
  page,
  browser,
}) => {
  await asOwner(page)
  await fromTemplate(page, 'raw-sugar-syrup', 'Weighed syrup')
  await signedByTwo(page, browser)
  await page.goto('/store?tab=shelf')
  await page.locator('[data-test=take-in]').click()
  await choose(page, 'pack-what', 'Panela')
  await input(page, 'packs').fill('2')
  await input(page, 'pack-size').fill('1')
  await input(page, 'pack-price-paid').fill('3.40')
  await answered(page, '/packs', () => page.locator('[data-test=save-pack]').click())
  await page.goto('/preps')
  await page.locator('[data-test=prep]', { hasText: 'Weighed syrup' }).locator('a').first().click()
  await expect(input(page, 'name')).toHaveValue('Weighed syrup')
  await page.locator('[data-test=record]').click()
  await page.locator('[data-test=made-unit] [data-value=g]').click()
  await input(page, 'made-out').fill('1900')
  await input(page, 'use-panela').fill('500')
  await input(page, 'made-use-by').fill('01/11/2026')
  await page.keyboard.press('Enter')
  await page.locator('[data-test=save-making]').click()
  const form = page.locator('[data-test=making-form]')
  await expect(form).toContainText('before the day that it was made')
  await input(page, 'made-use-by').fill('28/11/2026')
  await page.keyboard.press('Enter')
  await page.locator('[data-test=save-making]').click()
  await expect(form).toContainText('1,900 g came out, and 1,000 g went in')
  await expect(input(page, 'made-out')).toHaveValue('1900')
  await input(page, 'use-panela').fill('950')
  await answered(page, '/batches', () => page.locator('[data-test=save-making]').click())
  await expect(page.locator('[data-test=lots]')).toContainText('1,900 g of 1,900 g')
  await asItWasPaid(page)
})

/** Told so, a drink counts the lots on the shelf: 950 g of panela at 3.40 €/kg are in 1 900 g. */
async function asItWasPaid(page: Page): Promise<void> {
  const count = async (as: 'paid' | 'standard'): Promise<void> => {
    await page.goto('/store?tab=stand')
    const form = page.locator('form', { has: page.locator('[data-test=countPreps]') })
    await form.locator(`[data-test=countPreps] [data-value=${as}]`).click()
    await answered(page, '/stands/', () => form.locator('button[type=submit]').click())
  }
  await count('paid')
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: 'Carrot apple' }).click()
  await input(page, 'add-layer').fill('Weighed')
  await expect(page.locator('.ox-menu')).toContainText('on the shelf')
  await choose(page, 'add-layer', 'Weighed syrup')
  const row = page.locator('tr', { hasText: 'Weighed syrup' })
  await row.locator('td.cost button').click()
  const sum = page.locator('[data-test=sum]')
  await sum.getByRole('button', { name: /cost of a gram/ }).click()
  for (let within = 0; within < 2; within++) await sum.locator('.parts button').first().click()
  await expect(sum).toContainText('0.0017')
  await expect(sum).toContainText('What was paid for what is in the lots')
  await page.keyboard.press('Escape')
  await row.locator('[data-test^=remove-]').click()
  await saved(page)
  await count('standard')
}

/** Of two who sign the same text at once one is first; there is one standard, and the other is told. */
async function signedByTwo(page: Page, browser: Browser): Promise<void> {
  const other = await browser.newPage({ baseURL: new URL(page.url()).origin, locale: 'en-GB' })
  await asOwner(other)
  await other.goto(page.url())
  await expect(other.locator('[data-test=sign-off]')).toBeEnabled()
  await Promise.all([page, other].map((p) => p.locator('[data-test=sign-off]').click()))
  for (const p of [page, other])
    await expect(p.locator('[data-test=sign-off]')).toContainText('Signed off as standard 1')
  expect(await Promise.all([page, other].map((p) => p.getByRole('alert').count()))).toContain(1)
  await other.close()
}

test('sixty steps are worked out as typed', async ({ page }) => {
  await asOwner(page)
  await fromTemplate(page, 'syrup-1-1-weight', 'Sixty steps')
  const id = page.url().split('/').pop()!
  const put = await page.evaluate(async (recipe) => {
    const { recipes } = await (await fetch('/api/v1/recipes')).json()
    const { draft, version } = recipes.find((r: { id: string }) => r.id === recipe)
    const rests = Array.from({ length: 57 }, (_, i) => ({
      op: 'rest',
      in: [i ? `rest-${i}` : draft.output],
      out: `rest-${i + 1}`,
      minutes: 1,
    }))
    const body = { kind: 'prep', name: 'Sixty steps', family: 'lemonade', version }
    const r = await fetch(`/api/v1/recipes/${recipe}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
      body: JSON.stringify({ ...body, draft: { ...draft, steps: [...draft.steps, ...rests], output: 'rest-57' } }),
    })
    return r.status
  }, id)
  expect(put).toBe(200)
  await page.reload()
  await expect(page.locator('.run > li')).toHaveCount(60)
  await input(page, 'number-rest-57-minutes').fill('11')
  await expect(page.locator('[data-test=makes]')).toContainText('waiting 67 min')
  await saved(page)
})

test('what a stand has, and for how much: the jar, the pot that is too small, loads, a by-product that is kept', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/store?tab=vessels')
  const piece = page.locator('[data-test=new-equipment]')
  await page.locator('[data-test=new-kind] [data-value=jar]').click()
  await piece.locator('[data-test=name] input').fill('Giant jar')
  await piece.locator('[data-test=save-document]').click()
  await expect(piece).toContainText('Type a number')
  await piece.locator('[data-test=capacityMl] input').fill('0')
  await piece.locator('[data-test=save-document]').click()
  await expect(piece).toContainText('between 50 mL and 50')
  await piece.locator('[data-test=capacityMl] input').fill('4000')
  await answered(page, '/equipment/', () => piece.locator('[data-test=save-document]').click())
  await expect(page.locator('[data-test=equipment-jar]')).toHaveCount(2)

  await fromTemplate(page, 'rinsed-base', 'Base by the jar')
  await input(page, 'wanted').fill('9 L')
  await expect(page.locator('[data-test=bound]')).toContainText('Giant jar, 4,000 mL')
  await page.locator('[data-test=whole-jars] input').click()
  await expect(page.locator('[data-test=comes-to]')).not.toContainText('9.00 L')
  await input(page, 'wanted').fill('90 L')
  await expect(page.locator('[data-test=misfit]').first()).toContainText(/too much for|more than fits/)
  await input(page, 'wanted').fill('0')
  await expect(page.locator('[data-test=how-much]')).toContainText('above')
  await input(page, 'wanted').fill('3 L')
  await page.locator('[data-test=whole-jars] input').click()
  await page.locator('[data-test=write-it]').click()
  await expect(page.locator('[data-test=makes]')).toContainText('3.00')
  const blend = page.locator('[data-op=blend]').first()
  await blend.locator('[data-test^=split-]').click()
  await input(page, 'loads').fill('3')
  await page.locator('[data-test=split]').click()
  await expect(page.locator('[data-op=blend]')).toHaveCount(3)
  await saved(page)
  await signOff(page)
  // Pulp that is kept is a lot of its own.
  await page.locator('[data-test=record]').click()
  await input(page, 'made-out').fill('2900')
  // Acid by taste: each spoon is kept.
  await choose(page, 'add-what', 'Citric acid')
  for (const spoon of ['1/2 tsp', '2']) {
    await input(page, 'add-g').fill(spoon)
    await page.locator('[data-test=add-it]').click()
  }
  await expect(page.locator('[data-test=added-one]')).toHaveCount(2)
  const left = page.locator('[data-test=left-over]')
  await left.locator('[data-test=keep-pulp] input').click()
  await input(page, 'kept-g-pulp').fill('0')
  await page.locator('[data-test=save-making]').click()
  await expect(page.locator('[data-test=making-form]')).toContainText('Type how much was kept')
  await input(page, 'kept-g-pulp').fill('180')
  await answered(page, '/batches', () => page.locator('[data-test=save-making]').click())
  await page.goto('/fruit')
  await expect(page.locator('[data-test=kept]')).toContainText('pulp, Base by the jar')
})
