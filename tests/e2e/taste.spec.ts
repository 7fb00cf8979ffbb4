import type { Browser, Page } from '@playwright/test'
import { amountIn, answered, asCrew, asOwner, choose, chooseFrom, expect, input, test } from './steps'

// A blind test at a stand: dealt on a tablet, tasted on phones that have no session, and what it says.

/** A phone that nobody is signed in on, with the code of a test typed. */
async function phone(browser: Browser, of: Page, code: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB', hasTouch: true })
  const page = await context.newPage()
  await page.goto(`${new URL(of.url()).origin}/tasting`)
  await page.locator('[data-test=taster-code] input').fill(code.toLowerCase())
  await page.locator('[data-test=taster-enter]').click()
  return page
}
/** Somebody sits down at a phone, says that one cup is the odd one, and hands it on. */
async function tastes(on: Page, seat: number, cup: string): Promise<void> {
  await on.locator(`[data-test=take-${seat}]`).click()
  await on.locator('[data-test=sit]').click()
  await on.locator(`[data-test=cup-${cup}]`).click()
  await on.locator('[data-test=taste-send]').click()
  await expect(on.locator('[data-test=taster-done]')).toContainText('Thank you')
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

/** The cup that somebody who is wrong takes for the odd one. */
const wrong = (cups: { code: string; name: string }[]): string => cups.find((c) => c.code !== odd(cups))!.code

test('nine tasters on three phones tell bottled from fresh, and what the cheaper one saves; the key stays hidden', async ({
  page,
  browser,
}) => {
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
  await page.locator('[data-test=panel-purpose]').click()
  await page.locator('.ox-menu .v-list-item', { hasText: 'Can we buy it cheaper?' }).click()
  await choose(page, 'sample-choice-0', 'Lemon juice')
  await input(page, 'sample-other-1').fill('Bottled lemon')
  await input(page, 'panel-tasters').fill('9')
  await answered(page, '/panels', () => page.locator('[data-test=panel-save]').click())
  const code = (await page.locator('[data-test=panel-code]').innerText()).trim()
  await expect(page.locator('[data-test=key] tr')).toHaveCount(9)
  const card = await cardOf(page)
  await page.locator('[data-test=poured]').click()
  await expect(page.locator('[data-test=key-hidden]')).toBeVisible()

  await test.step('three phones, handed on twice; what is not said yet is asked for', async () => {
    const phones = await Promise.all([0, 1, 2].map(() => phone(browser, page, code)))
    await phones[0]!.locator('[data-test=take-0]').click()
    await phones[0]!.locator('[data-test=sit]').click()
    await expect(phones[0]!.locator('[data-test=taste-answer]')).not.toContainText('Bottled')
    await phones[0]!.locator('[data-test=taste-send]').click()
    await expect(phones[0]!.locator('[data-test=taste-answer]')).toContainText('Something is not said yet')
    await phones[0]!.locator(`[data-test=cup-${odd(card[0]!)}]`).click()
    await phones[0]!.locator('[data-test=taste-send]').click()
    await expect(phones[0]!.locator('[data-test=taster-done]')).toBeVisible()
    for (let seat = 1; seat < 9; seat++) {
      const on = phones[seat % 3]!
      if (seat >= 3) await on.locator('[data-test=taster-next]').click()
      await tastes(on, seat, seat > 6 ? wrong(card[seat]!) : odd(card[seat]!))
    }
    for (const p of phones) await p.context().close()
  })
  await test.step('seven of nine found it: they can tell; a cup saves so much', async () => {
    await expect(page.locator('[data-test=seat-8]')).toContainText('tasted')
    await expect(page.locator('[data-test=result-sentence]')).toContainText('7 of 9 found the odd cup: they can tell')
    await expect(page.locator('[data-test=at-tablet]')).toHaveCount(0)
    await page.locator('[data-test=panel-end]').click()
    await expect(page.locator('[data-test=key]')).toContainText('Bottled lemon')
    await input(page, 'saving-0').fill('9')
    await input(page, 'saving-1').fill('4')
    await expect(page.locator('[data-test=saved]').first()).toContainText(/saves €0\.\d\d/)
    await page.goto('/taste')
    await expect(page.locator('[data-test=panel]', { hasText: 'Bottled lemon' })).toContainText('9 of 9 tasted')
  })
})

test('a series of small jugs is ranked blind at one tablet, also without a connection, and one becomes the standard', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/drinks')
  // Not one of those whose standard other tests change.
  await page.getByRole('link', { name: 'Carrot apple turmeric' }).first().click()
  await page.locator('[data-test=task-trials]').click()
  await chooseFrom(page, 'trial-varied', 'Lemon juice')
  await answered(page, '/drink-work/', () => page.locator('[data-test=trial-start]').click())
  await page.locator('[data-test=taste-series]').first().click()
  await expect(page.locator('[data-test=panel-about]')).toContainText('goes back to it')
  await expect(page.locator('[data-test=sample-2]')).toContainText('Lemon juice')
  await input(page, 'panel-tasters').fill('6')
  await answered(page, '/panels', () => page.locator('[data-test=panel-save]').click())
  await expect(page.locator('[data-test=key] tr')).toHaveCount(6)
  const card = await cardOf(page)
  const jugs = [...new Set(card.flat().map((c) => c.name))].sort((a, b) => amountIn(a) - amountIn(b))
  await page.locator('[data-test=poured]').click()
  await test.step('the key that is opened early is said', async () => {
    await page.locator('[data-test=open-key]').click()
    await answered(page, '/events', () => page.locator('[data-test=open-key]').click())
  })
  await page.locator('[data-test=to-pass]').click()
  for (const [seat, cups] of card.entries()) {
    if (seat === 2) await page.context().setOffline(true)
    await page.locator('[data-test=pass-here]').click()
    await page.locator('[data-test=sit]').click()
    for (const i of [2, 1, 0])
      await page.locator(`[data-test=cup-${cups.find((c) => c.name === jugs[i])!.code}]`).click()
    await page.locator('[data-test=taste-send]').click()
    await page.locator('[data-test=pass-next]').click()
  }
  await page.context().setOffline(false)
  await page.locator('[data-test=pass-back]').click()
  await expect(page.locator('[data-test=result-sentence]')).toContainText(`more than chance: ${jugs[2]}`)
  await expect(page.locator('[data-test=not-blind]')).toBeVisible()
  await page.locator('[data-test=panel-end]').click()
  await answered(page, '/drink-work/', () => page.locator('[data-test=take-sample-2]').click())
  await expect(page.locator('[data-test=decided]')).toContainText(jugs[2]!)
  await page.locator('[data-test=to-series]').click()
  const series = page.locator('[data-test=series]').first()
  await expect(series.locator('[data-test=sample-2]')).toHaveClass(/kept/)
  await expect(input(page, 'note-2').first()).toHaveValue(/blind: places together 6, of 6 tasters/)
  await series.locator('[data-test=into-draft]').click()
  await page.locator('[data-test=task-glass]').click()
  await answered(page, '/sign-off', () => page.locator('[data-test=sign-off]').click())
})

test('a batch that is told from its standard is corrected', async ({ page }) => {
  await asOwner(page)
  await page.goto('/make')
  await page.locator('[data-test=begin-other]').click()
  await page.locator('[data-test=pick]').getByRole('button', { name: 'Melon lime agua fresca' }).click()
  await page.locator('[data-test=begin]').click()
  const weigh = page.locator('[data-test=weigh] h2')
  for (let i = 0; i < 6 && !(await page.locator('[data-test=end-form]').count()); i++) {
    const before = await page.locator('[data-test=weigh] h2, [data-test=step] h2').first().innerText()
    await page.locator('[data-test=take], [data-test=done]').first().click()
    await expect(page.locator('[data-test=run]').getByRole('heading', { name: before, exact: true })).toHaveCount(0)
  }
  await expect(weigh).toHaveCount(0)
  await page.locator('[data-test=open-pot]').click()
  await page.locator('[data-test=taste-pot]').click()
  await expect(page.locator('[data-test=panel-about]')).toContainText('Two cups of the standard')
  await expect(page.locator('[data-test=sample-1]')).toContainText('today’s pot')
  await input(page, 'panel-tasters').fill('3')
  await answered(page, '/panels', () => page.locator('[data-test=panel-save]').click())
  await expect(page.locator('[data-test=key] tr')).toHaveCount(3)
  const card = await cardOf(page)
  for (const cups of card) expect(cups.filter((c) => c.name.includes('today’s pot'))).toHaveLength(1)
  await page.locator('[data-test=poured]').click()
  await page.locator('[data-test=to-pass]').click()
  for (const cups of card) {
    await page.locator('[data-test=pass-here]').click()
    await page.locator('[data-test=sit]').click()
    await page.locator(`[data-test=cup-${odd(cups)}]`).click()
    await page.locator('[data-test=taste-send]').click()
    await page.locator('[data-test=pass-next]').click()
  }
  await page.locator('[data-test=pass-back]').click()
  await expect(page.locator('[data-test=result-sentence]')).toContainText('3 of 3 found the odd cup: they can tell')
  await page.locator('[data-test=panel-end]').click()
  await page.locator('[data-test=decide-correct]').click()
  await expect(page).toHaveURL(/\/make\/.*ask=pot/)
  await input(page, 'read-ta').fill('1.1')
  await page.locator('[data-test=read-save]').click()
  await page.locator('[data-test=word-too-sour]').click()
  await page.locator('[data-test=fix-find]').click()
  const fixed = page.locator('[data-test^=fixed-]').first()
  await expect(fixed).toBeVisible()
  await fixed.click()
  await page.locator('[data-test=close-pot]').click()
  await page.locator('[data-test=to-record]').click()
  await expect(page.locator('[data-test=tasted]')).toContainText('3 of 3 found it. To be corrected.')
})

test('a ladder says its grams and what it cannot hold; a crew member learns it, and only the owner sees it too', async ({
  page,
  browser,
}) => {
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
  await page.locator('[data-test=learn-words]').click()
  await page.locator('[data-test=lesson-set]').click()
  await page.locator('[data-test=lesson-say]').click()
  await expect(page.locator('[data-test=word-lesson] .caution')).toContainText('Say a word')
  // Of three cups each comes twice; the sourest is called sour, the others weak.
  for (let i = 0; i < 6; i++) {
    const rung = Number(await page.locator('[data-test=word-cup]').getAttribute('data-rung'))
    await page.locator(`[data-test=lesson-word] [data-value=${rung === 2 ? 'sour' : 'weak'}]`).click()
    await input(page, 'lesson-guess').fill('1.2')
    const say = page.locator('[data-test=lesson-say]')
    if (i === 5) await answered(page, '/trainings', () => say.click())
    else await say.click()
    await expect(page.locator('[data-test=word-last]')).toContainText('you guessed 1.20 and called it')
  }
  await expect(page.locator('[data-test=word-end] [data-test=word-meant]')).toContainText([
    /weak: 4 cups/,
    /sour: 2 cups/,
  ])
  await expect(page.locator('[data-test=word-end] [data-test=guesses]')).toContainText('times the truth')
  await expect(page.locator('[data-test=training]').first()).toContainText(/“weak” was .* g\/100 mL.*Guesses/)
  await page.goto('/taste')
  await expect(page.locator('[data-test=today-said]')).toContainText('sour')
  const owner = await (await browser.newContext({ locale: 'en-GB' })).newPage()
  await owner.goto(new URL(page.url()).origin)
  await asOwner(owner)
  await owner.goto(`${new URL(page.url()).origin}/taste/ladder`)
  await expect(owner.locator('[data-test=training]').first()).toContainText('sour')
  await owner.context().close()
})
