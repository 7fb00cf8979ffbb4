import { expect, input, OWN, signIn, test } from './steps'

test('what was entered is still there', async ({ page }) => {
  await signIn(page, OWN.login, OWN.password)
  await expect(page.locator('[data-test=lot]')).toContainText('7.00 kg in the crate')
  await page.goto('/plan')
  await expect(input(page, 'cups')).toHaveValue('100')
  await expect(page.locator('[data-test=batch]')).toContainText('House lemonade')
  await expect(page.locator('[data-test=batch]')).toContainText('standard 1')
})
