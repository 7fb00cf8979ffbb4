import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { answered, asOwner, expect, input, lotOf, openPress, settled, signIn, test, weighIn } from './steps'

test('weigh in, reload and press without a connection; all of it arrives once, and the second tablet shows it', async ({
  page,
  browser,
}) => {
  await asOwner(page)
  await settled(page)
  const second = await (await browser.newContext()).newPage()
  await signIn(second, 'crew', 'press-and-pour')

  await page.context().setOffline(true)
  await weighIn(page, 'Orange', '7', '1.9')
  await page.locator('[data-test=save]').click()
  const lot = lotOf(page, 'orange', '7.00')
  await expect(lot).toContainText('7.00')
  await expect(page.locator('[data-test=unsent]')).toContainText('1 not sent')
  await page.reload()
  await expect(lot).toContainText('7.00')
  await expect(page.locator('[data-test=connection]')).toContainText('No connection; what you see is from')

  await openPress(page, 'orange', '7.00')
  await input(page, 'taken').fill('9')
  await input(page, 'juice').fill('2')
  await page.locator('[data-test=save]').click()
  await expect(page.locator('[data-test=panel]')).toContainText('more than is left of this lot')
  await input(page, 'taken').fill('4')
  await page.locator('[data-test=save]').click()
  await expect(page.locator('[data-test=pressed]')).toContainText('2.00 L of juice from Orange')
  await page.locator('[data-test=panel-done]').click()
  await lot.locator('[data-test=open-lot]').click()
  await page.locator('[data-test=do-discard]').click()
  await input(page, 'event-kg').fill('1')
  await page.locator('[data-test=save-event]').click()
  await expect(page.locator('[data-test=lot-page]')).toContainText('2.00')
  await page.goto('/plan')
  await expect(page.locator('[data-test=batch]').first()).toBeVisible()
  await page.locator('[data-test=unsent]').click()
  await expect(page.locator('[data-test=entry-postLotEvent]')).toContainText('Throw away, Orange')
  await expect(page.locator('[data-test=entry-postLot]')).toContainText('Orange, 7.00 kg')
  await expect(page.locator('[data-test=entry-postPress]')).toContainText('waits for the server')

  await page.context().setOffline(false)
  await expect(page.locator('[data-test=empty]')).toBeVisible()
  // It looks every four seconds, and may have looked when only some of it had arrived.
  await expect(lotOf(second, 'orange', '7.00')).toContainText('2.00 kg in the crate', { timeout: 12_000 })
  await page.goto('/fruit')
  await expect(page.locator('[data-test=lot][data-fruit=orange]', { hasText: '7.00' })).toHaveCount(1)
  await second.context().close()
})

test('what was saved without a connection outlives the browser, and arrives once', async ({
  baseURL,
  launchOptions,
}) => {
  const profile = mkdtempSync(join(tmpdir(), 'olvex-profile-'))
  const open = async () => {
    const context = await chromium.launchPersistentContext(profile, {
      ...launchOptions,
      baseURL,
      viewport: { width: 1280, height: 800 },
      locale: 'en-GB',
    })
    return { context, page: context.pages()[0] ?? (await context.newPage()) }
  }
  const first = await open()
  await asOwner(first.page)
  await settled(first.page)
  await first.context.setOffline(true)
  await weighIn(first.page, 'Pineapple', '6.5', '2')
  await first.page.locator('[data-test=save]').click()
  await expect(first.page.locator('[data-test=unsent]')).toContainText('1 not sent')
  await first.context.close()

  const second = await open()
  await second.context.setOffline(true)
  await second.page.goto('/fruit')
  const lots = second.page.locator('[data-test=lot][data-fruit=pineapple]')
  await expect(lots).toContainText('6.50')
  await second.context.setOffline(false)
  await expect(second.page.locator('[data-test=unsent]')).toHaveCount(0)
  await second.page.reload()
  await expect(lots).toHaveCount(1)
  await second.context.close()
  rmSync(profile, { recursive: true, force: true })
})

test('a session that ended keeps what was entered until its person signs in again', async ({ page, browser }) => {
  await asOwner(page)
  await settled(page)
  await weighIn(page, 'Grapefruit', '3', '1.4')
  // Ended from elsewhere, while the form is open.
  const other = await (await browser.newContext()).newPage()
  await asOwner(other)
  await other.goto('/people')
  await expect(other.locator('[data-test=session]').first()).toBeVisible()
  while (await other.locator('[data-test=end-session]').count()) {
    const before = await other.locator('[data-test=session]').count()
    await other.locator('[data-test=end-session]').first().click()
    await expect(other.locator('[data-test=session]')).toHaveCount(before - 1)
  }
  await expect(page.locator('[data-test=session-over]')).toContainText('signed out')
  await expect(input(page, 'kg')).toHaveValue('3')
  await page.locator('[data-test=save]').click()
  await expect(page).toHaveURL(/sign-in/)
  await asOwner(page)
  await expect(lotOf(page, 'grapefruit', '3.00 kg')).toBeVisible()
  await expect(page.locator('[data-test=unsent]')).toHaveCount(0)
  await other.context().close()
})

/** Everything that the page keeps in the browser's databases, as text. */
const keptOn = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const out: unknown[] = []
    for (const { name } of await indexedDB.databases()) {
      const db = await new Promise<IDBDatabase>((done, fail) => {
        const r = indexedDB.open(name!)
        r.onsuccess = () => done(r.result)
        r.onerror = () => fail(r.error)
      })
      for (const store of db.objectStoreNames) {
        const rows = await new Promise<unknown[]>((done) => {
          const r = db.transaction(store).objectStore(store).getAll()
          r.onsuccess = () => done(r.result)
        })
        out.push(store, ...rows)
      }
      db.close()
    }
    return JSON.stringify(out, (_, v: unknown) => (v instanceof ArrayBuffer ? new TextDecoder('latin1').decode(v) : v))
  })

test('a session that ended while the tablet was closed does not come back without a connection, and what is unsent waits closed', async ({
  page,
  browser,
}) => {
  const context = page.context()
  await asOwner(page)
  await settled(page)
  await context.setOffline(true)
  await weighIn(page, 'Rhubarb', '2.5', '3.3')
  await page.getByLabel('From whom').fill('Quiet Grove')
  await page.keyboard.press('Tab')
  await page.locator('[data-test=save]').click()
  await expect(page.locator('[data-test=unsent]')).toContainText('1 not sent')
  expect(await keptOn(page)).not.toContain('Quiet Grove')
  await page.close()
  const other = await (await browser.newContext()).newPage()
  await asOwner(other)
  const ended = await other.evaluate(async () => {
    const all = (await (await fetch('/api/v1/sessions')).json()) as { id: string; current: boolean }[]
    return Promise.all(
      all
        .filter((s) => !s.current)
        .map(async (s) => (await fetch(`/api/v1/sessions/${s.id}`, { method: 'DELETE' })).status),
    )
  })
  expect(ended).toContain(200)
  await context.setOffline(false)
  const again = await context.newPage()
  await again.goto('/fruit')
  await expect(again).toHaveURL(/sign-in/)
  expect(await keptOn(again)).not.toMatch(/Noor|Eur|Quiet Grove/)
  await context.setOffline(true)
  await again.goto('/fruit')
  await expect(again).toHaveURL(/sign-in/)
  await expect(again.locator('[data-test=lot]')).toHaveCount(0)
  await context.setOffline(false)
  // Somebody else signs in: they hear that something waits, and not what.
  await signIn(again, 'crew', 'press-and-pour')
  expect(await keptOn(again)).not.toContain('Quiet Grove')
  await again.goto('/outbox')
  await expect(again.locator('main')).toContainText('1 of somebody else')
  await again.locator('[data-test=brand]').click()
  await again.locator('[data-test=sign-out]').click()
  await asOwner(again)
  await expect(lotOf(again, 'rhubarb', '2.50')).toBeVisible()
  await expect(again.locator('[data-test=unsent]')).toHaveCount(0)
  await other.context().close()
})

test('whoever signs in next, without the page being loaded anew, sees nothing that only the one before may', async ({
  page,
}) => {
  await asOwner(page)
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=menu-store]').click()
  await expect(page.locator('main')).toContainText('€')
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=sign-out]').click()
  await expect(page).toHaveURL(/sign-in/)
  expect(await keptOn(page)).not.toMatch(/Eur|Noor/)
  await input(page, 'login').fill('crew')
  await input(page, 'password').fill('press-and-pour')
  await page.locator('[data-test=enter]').click()
  await expect(page.locator('[data-test=lot]').first()).toBeVisible()
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=menu-store]').click()
  await expect(page.locator('main')).not.toContainText('€')
  expect(await keptOn(page)).not.toMatch(/Eur":[\d"]/)
})

test('two tablets, one plan line: the one that was offline is asked, with both numbers', async ({ page, browser }) => {
  const other = await (await browser.newContext()).newPage()
  await asOwner(page)
  await settled(page)
  await page.goto('/plan')
  await expect(input(page, 'cups')).toHaveValue(/\d+/)
  const before = await input(page, 'cups').inputValue()
  await page.context().setOffline(true)
  await input(page, 'cups').fill('70')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test=unsent]')).toBeVisible()
  await asOwner(other)
  await other.goto('/plan')
  await input(other, 'cups').fill('55')
  await answered(other, '/plan/', () => other.keyboard.press('Enter'))
  await page.context().setOffline(false)
  await page.goto('/outbox')
  const entry = page.locator('[data-test=entry-putPlanLine]')
  await expect(entry).toContainText('somebody else was faster')
  await expect(entry.locator('table')).toContainText('70')
  await expect(entry.locator('table')).toContainText('55')
  await entry.locator('[data-test=keep-mine]').click()
  await expect(page.locator('[data-test=empty]')).toBeVisible()
  await expect(input(other, 'cups')).toHaveValue('70', { timeout: 12_000 })
  await input(other, 'cups').fill(before)
  await answered(other, '/plan/', () => other.keyboard.press('Enter'))
  await other.context().close()
})

test('what the server refuses later says what to mend, with what was typed, and goes when it is mended', async ({
  page,
  browser,
}) => {
  await asOwner(page)
  await settled(page)
  await weighIn(page, 'Lime', '5', '3')
  await answered(page, '/lots', () => page.locator('[data-test=save]').click())
  const lot = (p: Page) => p.locator('[data-test=lot][data-fruit=lime]', { hasText: '5.00' }).first()
  await expect(lot(page)).toContainText('5.00 kg in the crate')
  await page.context().setOffline(true)
  const other = await (await browser.newContext()).newPage()
  await signIn(other, 'crew', 'press-and-pour')
  for (const [p, kg, juice] of [
    [page, '4', '1.7'],
    [other, '1.6', '0.7'],
  ] as const) {
    await lot(p).locator('[data-test=press]').click()
    await input(p, 'taken').fill(kg)
    await input(p, 'juice').fill(juice)
    await p.locator('[data-test=save]').click()
    await expect(p.locator('[data-test=pressed]')).toBeVisible()
  }
  await page.context().setOffline(false)
  await page.goto('/outbox')
  const entry = page.locator('[data-test=entry-postPress]')
  await expect(entry).toContainText('refused; see what to mend')
  await expect(entry).toContainText('4 kg is more than is left of this lot: 3.40 kg')
  await entry.locator('[data-test=mend]').click()
  await expect(input(page, 'mend-amount')).toHaveValue('4')
  await input(page, 'mend-amount').fill('3.4')
  await page.locator('[data-test=mend-send]').click()
  await expect(page.locator('[data-test=empty]')).toBeVisible()
  await page.goto('/fruit')
  await expect(lot(page)).toContainText('all pressed')
  await other.context().close()
})

test('a drink changed without a connection is on the tablet, then on the server', async ({ page }) => {
  await asOwner(page)
  await settled(page)
  await page.goto('/drinks')
  await page.locator('[data-test=drink]', { hasText: 'Carrot apple' }).click()
  await expect(page.locator('.glass')).toBeVisible()
  const amount = input(page, 'amount-carrot-juice')
  const before = await amount.inputValue()
  await page.context().setOffline(true)
  await amount.fill('101')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test=draft-state]')).toHaveText('kept on this tablet')
  await page.reload()
  await expect(amount).toHaveValue('101')
  await amount.fill('102')
  await page.keyboard.press('Enter')
  await page.context().setOffline(false)
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
  await page.reload()
  await expect(amount).toHaveValue('102')
  await amount.fill(before)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test=draft-state]')).toHaveText('saved')
})

test('history: a press is taken out and put back, a plan brought back', async ({ page }) => {
  await asOwner(page)
  // A fruit that no other test presses: the clock is held, and two presses of one moment have no order.
  const apples = page.locator('[data-test=lot][data-fruit=apple]').first()
  const left = async () => Number(/([\d.]+) kg in the crate/.exec(await apples.innerText())![1])
  const before = await left()
  await openPress(page, 'apple')
  await input(page, 'taken').fill('2')
  await input(page, 'juice').fill('1')
  await page.locator('[data-test=save]').click()
  await page.locator('[data-test=panel-done]').click()
  await expect.poll(left).toBeCloseTo(before - 2, 6)
  await page.locator('[data-test=press-history]').click()
  await page.locator('[data-test=void]').click()
  await expect(page.locator('[data-test=change-press]').first()).toContainText('taken out of the books, Noor')
  await page.goto('/fruit')
  await expect.poll(left).toBeCloseTo(before, 6)
  await page.goto('/history?entity=press')
  await page.locator('[data-test=restore]').first().click()
  await expect(page.locator('[data-test=change-press]').first()).toContainText('put back, Noor')
  await page.locator('[data-test=void]').first().click()
  await expect(page.locator('[data-test=change-press]').first()).toContainText('taken out of the books, Noor')
  await page.goto('/plan')
  await expect(input(page, 'cups')).toHaveValue('64')
  await input(page, 'cups').fill('21')
  await answered(page, '/plan/', () => page.keyboard.press('Enter'))
  await page.goto('/history?entity=plan-line')
  await expect(page.locator('[data-test=change-plan-line]').first()).toContainText('64')
  await page.locator('[data-test=bring-back]').first().click()
  await expect(page.locator('[data-test=change-plan-line]').first()).toContainText('21')
  await page.goto('/plan')
  await expect(input(page, 'cups')).toHaveValue('64')
})

test('crew sign in by PIN on an enrolled tablet; the owner changes a password and strikes the tablet off', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/people')
  await input(page, 'tablet-name').fill('Counter')
  await page.locator('[data-test=enrol]').click()
  await expect(page.locator('[data-test=tablet]')).toContainText('this tablet')
  await input(page, 'password-now').fill('wrong')
  await input(page, 'password-next').fill('long-enough')
  await page.locator('[data-test=password-change]').click()
  await expect(page.getByText('do not go together')).toBeVisible()
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=sign-out]').click()
  const pad = page.locator('[data-test=pin-pad]')
  await pad.getByText('Teo').click()
  for (const k of ['1', '3', '5', '7']) await pad.getByRole('button', { name: k, exact: true }).click()
  await page.locator('[data-test=pin-enter]').click()
  await expect(pad).toContainText('not the PIN of this name')
  for (const k of ['2', '5', '8', '0']) await page.keyboard.press(k)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/fruit$/)
  await expect(page.locator('[data-test=weigh-in]')).toBeVisible()
  await page.locator('[data-test=brand]').click()
  await page.locator('[data-test=sign-out]').click()
  await page.locator('[data-test=other-way]').click()
  await input(page, 'login').fill('owner')
  await input(page, 'password').fill('tart-and-cold')
  await page.locator('[data-test=enter]').click()
  await expect(page).toHaveURL(/\/fruit$/)
  await page.goto('/archive')
  await page.locator('[data-test=backup-now]').click()
  await expect(page.locator('[data-test=backup]').first()).toContainText('checked ✓', { timeout: 30_000 })
  const [download] = await Promise.all([page.waitForEvent('download'), page.locator('[data-test=download]').click()])
  expect(download.suggestedFilename()).toMatch(/^olvex-[\d-]+\.zip$/)
  await page.goto('/people')
  await page.locator('[data-test=strike]').click()
  await expect(page.locator('[data-test=tablet]')).toHaveCount(0)
})
