import { answered, asCrew, asOwner, expect, input, lotOf, openDrink, openPress, test, weighIn } from './steps'

test('the sentence for each kind of bad input, with what was typed still there', async ({ page }) => {
  await asOwner(page)
  const panel = page.locator('[data-test=panel]')

  await test.step('a weigh-in', async () => {
    await weighIn(page, 'Lemon', '0', '2.4')
    await page.locator('[data-test=save]').click()
    await expect(panel).toContainText('0 kg is no weight')
    for (const [typed, sentence] of [
      ['-4', '-4 kg is no weight'],
      ['four', '“four” is no amount'],
      ['1.200,5', 'more than one mark'],
      ['90000', 'Check the unit'],
    ] as const) {
      await input(page, 'kg').fill(typed)
      await page.locator('[data-test=save]').click()
      await expect(panel).toContainText(sentence)
      await expect(input(page, 'kg')).toHaveValue(typed)
    }
    await input(page, 'kg').fill('1,200')
    await expect(page.locator('[data-test=three-digits]')).toContainText('Is 1,200 meant as')
    await page.locator('[data-test=three-digits] button').first().click()
    await input(page, 'price').fill('50')
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=doubt]')).toContainText('is far from the last price')
    await input(page, 'kg').fill('4,5')
    await page.locator('[data-test=confirm]').click()
    await expect(lotOf(page, 'lemon', '€50.00/kg')).toContainText('4.50 kg')
  })

  await test.step('a press', async () => {
    await openPress(page, 'lemon', '€50.00/kg')
    await input(page, 'taken').fill('4')
    await input(page, 'juice').fill('9.2')
    await expect(panel).toContainText('is more than the fruit weighs. Check the unit.')
    await input(page, 'juice').fill('1.6')
    await input(page, 'taken').fill('400')
    await page.locator('[data-test=save]').click()
    await expect(panel).toContainText('400 kg is more than is left of this lot')
    await input(page, 'taken').fill('4')
    await input(page, 'juice').fill('0.3')
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=doubt]')).toContainText('75 mL/kg is only')
    await page.getByText('Change it').click()
    await expect(input(page, 'juice')).toHaveValue('0.3')
  })

  await test.step('a drink', async () => {
    await openDrink(page, 'Watermelon basil')
    await input(page, 'amount-watermelon-juice').fill('400')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-test=flag]')).toContainText('nothing is left to fill up')
    await input(page, 'amount-watermelon-juice').fill('190')
    await page.keyboard.press('Enter')
    await input(page, 'add-layer').fill('White sugar')
    await page.locator('.ox-menu .v-list-item', { hasText: 'White sugar' }).click()
    await input(page, 'amount-white-sugar').fill('900')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-test=flag]').filter({ hasText: 'stay on the bottom' })).toBeVisible()
    await page.locator('[data-test=remove-white-sugar]').click()
    await input(page, 'amount-lime-juice').fill('-3')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-test=limit]')).toContainText('Less than nothing cannot go in')
    await input(page, 'amount-lime-juice').fill('16')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
    const name = '<img src=x onerror=alert(1)>'
    await input(page, 'name').fill(name)
    await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
    await page.goto('/drinks')
    await expect(page.getByText(name)).toBeVisible()
    await page.goto('/plan')
    await expect(page.getByText(name).first()).toBeVisible()
    // On paper too: the sheet of the day, as the printer gets it.
    const cups = page.locator('[data-test=cups-line]', { hasText: name }).locator('input').first()
    await cups.fill('4')
    await answered(page, '/plan/', () => cups.press('Enter'))
    await page.emulateMedia({ media: 'print' })
    await expect(page.locator('[data-test=batch]', { hasText: name })).toBeVisible()
    expect((await page.pdf({ format: 'A4' })).length).toBeGreaterThan(5000)
    await expect(page.locator('img[src=x]')).toHaveCount(0)
    await page.emulateMedia({ media: null })
    await cups.fill('0')
    await answered(page, '/plan/', () => cups.press('Enter'))
    await page.goto('/history?entity=recipe')
    await expect(page.getByText(name).first()).toBeVisible()
    await page.goto('/drinks')
    await page.locator('[data-test=drink]', { hasText: name }).click()
    await input(page, 'name').fill('Watermelon basil agua fresca')
    await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  })

  await test.step('a plan', async () => {
    await page.goto('/plan')
    for (const [typed, sentence] of [
      ['2.5', 'type a whole number'],
      ['-1', 'cups cannot be poured'],
      ['9999', 'more than a stand pours in a day'],
    ] as const) {
      await input(page, 'cups').fill(typed)
      await page.keyboard.press('Enter')
      await expect(page.locator('[data-test=cups-line]').first()).toContainText(sentence)
      await expect(input(page, 'cups')).toHaveValue(typed)
    }
    await input(page, 'cups').fill('400')
    await answered(page, '/plan/', () => page.keyboard.press('Enter'))
    const tooBig = page.locator('[data-test=too-big]').first()
    await expect(tooBig).toContainText('takes with room to stir')
    await expect(tooBig).toContainText(/Or make \d+ cups fewer, or add a vessel of/)
    await input(page, 'cups').fill('64')
    await answered(page, '/plan/', () => page.keyboard.press('Enter'))
    await expect(page.locator('[data-test=total-cups]')).toHaveText('148')
  })
})

test('a wrong password, and crew who look for prices', async ({ page }) => {
  await page.goto('/sign-in')
  await input(page, 'login').fill('crew')
  await input(page, 'password').fill('guess')
  await page.locator('[data-test=enter]').click()
  await expect(page.getByText('This name and password do not go together')).toBeVisible()
  await expect(input(page, 'login')).toHaveValue('crew')
  await input(page, 'login').fill('nobody-here')
  for (let i = 0; i < 9; i++) {
    await input(page, 'password').fill(`guess ${i}`)
    const answered = page.waitForResponse('**/api/v1/session')
    await page.locator('[data-test=enter]').click()
    await answered
  }
  await expect(page.getByText('Too many wrong passwords. Wait 15 minutes')).toBeVisible()
  await asCrew(page)
  await expect(page.locator('main')).not.toContainText('€')
  await page.goto('/people')
  await expect(page.locator('[data-test=add-person]')).toHaveCount(0)
  await page.goto('/archive')
  await expect(page.locator('main')).toContainText('Only the owner can see or change this.')
  await page.goto('/plan')
  await expect(page.locator('[data-test=batch]').first()).toBeVisible()
  await expect(page.locator('main')).not.toContainText('€')
  await openDrink(page, 'Rhubarb lemon')
  await expect(page.locator('main')).not.toContainText('€')
  await expect(page.locator('[data-test=lens-money]')).toHaveCount(0)
  await expect(page.locator('[data-test=sign-off]')).toHaveCount(0)
})

test('two who press the same lot at once, and a body over the limit', async ({ browser, baseURL }) => {
  const [a, b] = [
    await (await browser.newContext({ baseURL })).newPage(),
    await (await browser.newContext({ baseURL })).newPage(),
  ]
  for (const p of [a, b]) {
    await (p === a ? asOwner : asCrew)(p)
    await openPress(p, 'carrot')
    await input(p, 'taken').fill('9')
    await input(p, 'juice').fill('4.1')
  }
  await Promise.all([a, b].map((p) => p.locator('[data-test=save]').click()))
  const done = (p: typeof a) =>
    p.locator('[data-test=pressed]').or(p.getByText(/9 kg is more than is left of this lot: [\d.]+ kg/))
  await Promise.all([a, b].map((p) => expect(done(p)).toBeVisible()))
  expect((await a.locator('[data-test=pressed]').count()) + (await b.locator('[data-test=pressed]').count())).toBe(1)

  await a.goto('/fruit')
  await a.route('**/api/v1/lots', (route) =>
    route.request().method() === 'POST'
      ? route.continue({ postData: JSON.stringify({ supplier: 'x'.repeat(70000) }) })
      : route.continue(),
  )
  await weighIn(a, 'Grapefruit', '3', '1.4')
  await a.locator('[data-test=save]').click()
  await expect(a.locator('[data-test=panel]')).toContainText('is more than 65,536 bytes at once')
  await expect(input(a, 'kg')).toHaveValue('3')
})

test('a price list as it comes: what cannot be read is said by its line, and nothing goes in unseen', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/store')
  await page.locator('[data-test=read-list]').click()
  const give = (text: string | Buffer) =>
    page
      .locator('[data-test=list-file]')
      .setInputFiles({
        name: 'list.csv',
        mimeType: 'text/csv',
        buffer: Buffer.isBuffer(text) ? text : Buffer.from(text),
      })
  await give('what;how much\nLemon;3')
  await expect(page.locator('[data-test=list-wrong]')).toContainText('No column says what it is')
  await give(`name,price\n${'Lemon,3\n'.repeat(10_001)}`)
  await expect(page.locator('[data-test=list-wrong]')).toContainText('More than 10 000 lines')
  // From an office program: western letters, semicolons, decimal commas, a formula where a name should be.
  await give(
    Buffer.from(
      'Fruta;Envase (kg);Precio;Fecha\nPlátano;18;22,50;20/11/2026\nLimón amarillo;5;x;\n=HYPERLINK(1);1;1;\nGuayaba;4;9,80;01/12/2026\n',
      'latin1',
    ),
  )
  await expect(page.locator('[data-test=list-count]')).toContainText('1 line can be read')
  const faults = page.locator('[data-test=list-faults]')
  await expect(faults).toContainText('Line 3: “x” is not a price')
  await expect(faults).toContainText('Line 4: “=HYPERLINK(1)” is none of the ingredients')
  await expect(faults).toContainText('Line 5: This is in the future')
  await input(page, 'list-supplier').fill('Row 9')
  await page.locator('[data-test=list-save]').click()
  await expect(page.locator('[data-test=list-done]')).toContainText('1 price put in')
  await expect(page.locator('[data-test=ingredient-banana]')).toContainText('22.50')
})

test('a drink that was damaged is named where it is planned, and the rest of the page is there', async ({ page }) => {
  await asOwner(page)
  await page.goto('/plan')
  await expect(page.locator('[data-test=batch]').first()).toBeVisible()
  const whole = await page.locator('[data-test=batch]').count()
  const [drink] = (
    (await (await page.request.get('/api/v1/recipes')).json()) as {
      recipes: { id: string; kind: string; name: string; standard: object | null }[]
    }
  ).recipes.filter((r) => r.kind === 'drink' && r.standard)
  for (const harm of [
    (d: { serve?: object; steps: unknown[] }) => delete d.serve,
    (d: { steps: unknown[] }) => d.steps.splice(0),
    (d: { steps: unknown }) => (d.steps = { nothing: true }),
  ]) {
    await page.route('**/api/v1/recipes', async (route) => {
      const answer = await route.fetch({ headers: { ...route.request().headers(), 'if-none-match': '' } })
      const reply = (await answer.json()) as {
        recipes: { id: string; draft: never; standard: { snapshot: string } }[]
        snapshots: { recipes: Record<string, { document: never }> }
      }
      const row = reply.recipes.find((r) => r.id === drink!.id)!
      for (const document of [row.draft, reply.snapshots.recipes[row.standard.snapshot]!.document]) harm(document)
      await route.fulfill({ response: answer, json: reply, headers: { ...answer.headers(), etag: '' } })
    })
    for (const path of ['/plan', '/buy']) {
      await page.goto(path)
      await expect(page.locator('[data-test=unsound]')).toContainText(drink!.name)
    }
    await page.goto('/plan')
    await expect(page.locator('[data-test=batch]')).toHaveCount(whole - 1)
    // What is left is no total of all.
    await expect(page.locator('.total .figure')).toHaveCount(0)
    await page.goto('/drinks')
    await expect(page.locator('[data-test=drink]').first()).toBeVisible()
    await page.goto(`/drinks/${drink!.id}`)
    await expect(page.locator('main section').first()).toBeVisible()
    await expect(page.locator('[data-test=error-page]')).toHaveCount(0)
    await page.unroute('**/api/v1/recipes')
  }
})

test('a page that cannot be shown is ours too: it says so, leads back, and has nothing that the policy must stop', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/nowhere/at/all')
  const wrong = page.locator('[data-test=error-page]')
  await expect(wrong).toContainText('There is no such page')
  await wrong.locator('[data-test=error-back]').click()
  await expect(page).toHaveURL(/\/fruit$/)
  await page.route('**/api/v1/recipes', (route) =>
    route.fulfill({
      status: 500,
      contentType: 'application/problem+json',
      body: '{"type":"about:blank","title":"internal","status":500,"code":"internal"}',
    }),
  )
  await page.goto('/buy')
  await expect(wrong).toContainText('This page could not be shown')
  await page.unroute('**/api/v1/recipes')
  await wrong.locator('[data-test=error-again]').click()
  await expect(page.locator('[data-test=buying]')).toBeVisible()
})
