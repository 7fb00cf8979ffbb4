import type { Browser, Page } from '@playwright/test'
import { answered, asCrew, asOwner, choose, expect, input, test } from './steps'

// A blind test at a stand: dealt on a tablet, tasted on phones that have no session, and what it says.

/** A phone that nobody is signed in on. */
async function phone(browser: Browser, of: Page, code: string, seat: number): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB', hasTouch: true })
  const page = await context.newPage()
  await page.goto(`${new URL(of.url()).origin}/tasting`)
  await page.locator('[data-test=taster-code] input').fill(code.toLowerCase())
  await page.locator('[data-test=taster-enter]').click()
  await page.locator(`[data-test=take-${seat}]`).click()
  return page
}
async function deal(page: Page, kind: string, names: string[], tasters: string): Promise<void> {
  await page.goto('/taste/new')
  await page.locator('[data-test=panel-kind]').click()
  await page.locator('.ox-menu .v-list-item', { hasText: kind }).first().click()
  for (const [i, name] of names.entries()) await input(page, `sample-other-${i}`).fill(name)
  await input(page, 'panel-tasters').fill(tasters)
  await answered(page, '/panels', () => page.locator('[data-test=panel-save]').click())
  await expect(page.locator('[data-test=panel-page]')).toBeVisible()
}
/** What is in each seat's cups, by the card. */
const cardOf = async (page: Page): Promise<{ code: string; name: string }[][]> =>
  page
    .locator('[data-test=key] tr')
    .evaluateAll((rows) =>
      rows.map((r) =>
        [...r.querySelectorAll('td')].map((td) => ({
          code: td.querySelector('b')!.textContent!.trim(),
          name: td.querySelector('span')!.textContent!.trim(),
        })),
      ),
    )
const odd = (cups: { code: string; name: string }[]): string =>
  cups.find((c) => cups.filter((x) => x.name === c.name).length === 1)!.code

test('tasters on phones tell bottled from fresh; who may not have it gets none; the key stays hidden until the end', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000)
  await asOwner(page)
  await test.step('what cannot be dealt says so', async () => {
    await page.goto('/taste')
    await page.locator('[data-test=new-panel]').click()
    await expect(page.locator('[data-test=fewest]')).toContainText('5 right of 6')
    await input(page, 'panel-tasters').fill('2')
    await expect(page.locator('[data-test=panel-form]')).toContainText('Two tongues are no panel')
    await page.locator('[data-test=panel-save]').click()
    await expect(page.locator('[data-test=panel-wrong]')).toContainText('Say what stands in each cup')
  })
  await deal(page, 'Find the odd one', ['Bottled juice', 'Fresh juice'], '6')
  const code = (await page.locator('[data-test=panel-code]').innerText()).trim()
  const card = await cardOf(page)
  expect(card).toHaveLength(6)
  await page.locator('[data-test=poured]').click()
  await expect(page.locator('[data-test=key-hidden]')).toBeVisible()

  await test.step('three phones: a wrong code, a seat that is taken, an answer', async () => {
    const first = await phone(browser, page, code, 0)
    await first.locator('[data-test=sit]').click()
    await expect(first.locator('[data-test=taste-answer]')).not.toContainText('Fresh')
    await first.locator('[data-test=taste-send]').click()
    await expect(first.locator('[data-test=taste-answer]')).toContainText('Something is not said yet')
    await first.locator(`[data-test=cup-${odd(card[0]!)}]`).click()
    await first.locator('[data-test=taste-send]').click()
    await expect(first.locator('[data-test=taster-done]')).toContainText('Thank you')
    await first.context().close()
    for (const seat of [1, 2]) {
      const other = await phone(browser, page, code, seat)
      await other.locator('[data-test=sit]').click()
      await other.locator(`[data-test=cup-${odd(card[seat]!)}]`).click()
      await other.locator('[data-test=taste-send]').click()
      await expect(other.locator('[data-test=taster-done]')).toBeVisible()
      await other.context().close()
    }
    await expect(page.locator('[data-test=seat-2]')).toContainText('tasted')
    await expect(page.locator('[data-test=taste-result]')).toHaveCount(0)
  })
  await test.step('the tablet goes round for the others, also without a connection', async () => {
    await page.locator('[data-test=to-pass]').click()
    for (const seat of [3, 4, 5]) {
      if (seat === 4) await page.context().setOffline(true)
      await page.locator('[data-test=pass-here]').click()
      await page.locator('[data-test=sit]').click()
      const right = odd(card[seat]!)
      const pick = seat === 5 ? card[seat]!.find((c) => c.code !== right)!.code : right
      await page.locator(`[data-test=cup-${pick}]`).click()
      await page.locator('[data-test=taste-send]').click()
      await page.locator('[data-test=pass-next]').click()
    }
    await page.context().setOffline(false)
    await page.locator('[data-test=pass-back]').click()
  })
  await test.step('five of six found it: they can tell', async () => {
    await expect(page.locator('[data-test=result-sentence]')).toContainText('5 of 6 found the odd cup: they can tell')
    await expect(page.locator('[data-test=at-tablet]')).toContainText('3 of them')
    await page.locator('[data-test=panel-end]').click()
    await expect(page.locator('[data-test=key]')).toContainText('Fresh juice')
    await page.goto('/taste')
    await expect(page.locator('[data-test=panel]').first()).toContainText('6 of 6 tasted')
  })
})

test('an order of three by one tablet; the key that is opened early is said', async ({ page }) => {
  test.setTimeout(120_000)
  await asOwner(page)
  await page.goto('/taste/new')
  await page.locator('[data-test=panel-kind]').click()
  await page.locator('.ox-menu .v-list-item', { hasText: 'Put them in order' }).first().click()
  await expect(page.locator('[data-test=sample-2]')).toBeVisible()
  await choose(page, 'sample-choice-0', 'Rhubarb lemon cooler, made')
  for (const i of [1, 2]) await input(page, `sample-other-${i}`).fill(`Trial ${i}`)
  await input(page, 'panel-tasters').fill('3')
  await answered(page, '/panels', () => page.locator('[data-test=panel-save]').click())
  await expect(page.locator('[data-test=key] tr')).toHaveCount(3)
  const card = await cardOf(page)
  await page.locator('[data-test=poured]').click()
  await page.locator('[data-test=open-key]').click()
  await answered(page, '/events', () => page.locator('[data-test=open-key]').click())
  await page.locator('[data-test=to-pass]').click()
  for (const cups of card) {
    await page.locator('[data-test=pass-here]').click()
    await page.locator('[data-test=sit]').click()
    for (const name of ['Trial 2', 'Rhubarb lemon cooler', 'Trial 1'])
      await page.locator(`[data-test=cup-${cups.find((c) => c.name === name)!.code}]`).click()
    await page.locator('[data-test=taste-send]').click()
    await page.locator('[data-test=pass-next]').click()
  }
  await page.locator('[data-test=pass-back]').click()
  await expect(page.locator('[data-test=result-sentence]')).toContainText('Trial 2, Rhubarb lemon cooler, Trial 1')
  await expect(page.locator('[data-test=not-blind]')).toBeVisible()
})

test('a ladder says its grams and what it cannot hold; a crew member learns it, and only the owner sees it too', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000)
  await asCrew(page)
  await page.goto('/taste/ladder')
  await expect(page.locator('[data-test=ladder-empty]')).toBeVisible()
  await choose(page, 'ladder-drink', 'Rhubarb lemon cooler, made as')
  await choose(page, 'ladder-added', 'Lemon juice')
  await expect(page.locator('[data-test=ladder-limit]')).toContainText('do not fit')
  await page.locator('[data-test=ladder-of] [data-value=ta]').click()
  await expect(page.locator('[data-test=rung]')).toHaveCount(4)
  await input(page, 'ladder-rungs').fill('9')
  await expect(page.locator('[data-test=ladder-limit]')).toContainText('2 to 7 cups')
  await input(page, 'ladder-rungs').fill('3')
  await expect(page.locator('[data-test=rung]')).toHaveCount(3)
  await page.locator('[data-test=learn]').click()
  await page.locator('[data-test=lesson-set]').click()
  for (let i = 0; i < 8; i++) {
    const cups = page.locator('[data-test=lesson-cup]')
    const rungs = await cups.evaluateAll((all) => all.map((c) => Number((c as HTMLElement).dataset.rung)))
    const right = rungs.indexOf(Math.max(...rungs))
    // The last pair is a step apart, and is missed.
    const say = cups.nth(i === 7 ? 1 - right : right)
    if (i === 7) await answered(page, '/trainings', () => say.click())
    else await say.click()
  }
  await expect(page.locator('[data-test=lesson-end]')).toContainText(/You tell steps of about 0\.1[45] g\/100 mL/)
  await expect(page.locator('[data-test=training]').first()).toContainText('g/100 mL')
  const owner = await (await browser.newContext({ locale: 'en-GB' })).newPage()
  await owner.goto(new URL(page.url()).origin)
  await asOwner(owner)
  await owner.goto(`${new URL(page.url()).origin}/taste/ladder`)
  await expect(owner.locator('[data-test=training]').first()).toContainText('sour')
  await owner.context().close()
})
