import { answered, asOwner, expect, input, test } from './steps'

// The clock of a day: hours are told, what is to be done now stands in the largest words, and what cannot be done in
// time says what would help.
test('the day’s work by the clock: hours, what is next, what is done, and what does not fit', async ({ page }) => {
  await asOwner(page)
  await page.goto('/plan')
  await page.getByRole('button', { name: 'Tomorrow' }).click()
  await page.locator('[data-test=to-clock]').click()
  const next = page.locator('[data-test=next-action]')
  await expect(next).toContainText('Next, at')
  await expect(page.locator('[data-test=rail-person-Noor] li').first()).toBeVisible()
  await expect(page.locator('[data-test=clock-span]')).toContainText('before the opening')
  await expect(page.locator('[data-test=stop-looking]')).toHaveCount(0, { timeout: 20_000 })

  await test.step('hours that cannot be say so, and change nothing', async () => {
    await input(page, 'opens').fill('half past')
    await page.locator('[data-test=save-hours]').click()
    await expect(page.locator('[data-test=hours]')).toContainText('That is no time of the clock')
    await input(page, 'opens').fill('11.30')
    await answered(page, '/service-days/', () => page.locator('[data-test=save-hours]').click())
    await expect(input(page, 'opens')).toHaveValue('11:30')
  })

  await test.step('what is done is ticked, and stays so', async () => {
    await expect(page.locator('[data-test=stop-looking]')).toHaveCount(0, { timeout: 20_000 })
    const first = await next.locator('.largest').innerText()
    await page.locator('[data-test=tick-next]').click()
    await expect(next.locator('.largest')).not.toHaveText(first)
    await page.reload()
    await expect(page.locator('[data-test=clock-list] .ticked')).toHaveCount(1)
    await page.locator('[data-test=clock-list] .ticked button').click()
    await expect(page.locator('[data-test=clock-list] .ticked')).toHaveCount(0)
  })

  await test.step('one pair of hands and ten minutes do not do it: what would is named', async () => {
    for (const at of [2, 0]) await page.locator(`[data-test=shift-remove-${at}]`).click()
    await input(page, 'shift-from-0').fill('11:20')
    await input(page, 'shift-to-0').fill('11:30')
    await answered(page, '/service-days/', () => page.locator('[data-test=save-hours]').click())
    await expect(page.locator('[data-test=clock-blocked]')).toContainText('does not fit')
    await input(page, 'shift-from-0').fill('00:30')
    await answered(page, '/service-days/', () => page.locator('[data-test=save-hours]').click())
    await expect(next).toBeVisible()
    await expect(page.locator('[data-test=clock-list] li').first()).toContainText(/\d\d:\d\d/)
  })

  await page.goto('/plan')
  await page.getByRole('button', { name: 'Friday' }).click()
  await page.goto('/clock')
  await page.getByRole('button', { name: 'Friday' }).click()
  await expect(page.locator('[data-test=clock-no-cups]')).toContainText('Nothing is planned')
})
