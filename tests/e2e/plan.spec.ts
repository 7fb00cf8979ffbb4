import { asOwner, expect, test } from './steps'

test('the sheet of a day prints on one page, and another stand has its own day', async ({ page }) => {
  await asOwner(page)
  await page.goto('/plan')
  await expect(page.locator('[data-test=batch]')).toHaveCount(3)
  const pdf = (
    await page.pdf({ format: 'A4', margin: { top: '10mm', bottom: '10mm', left: '10mm', right: '10mm' } })
  ).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1)
  await page.locator('[data-test=brand]').click()
  await page.getByText('Saturday cart').click()
  await expect(page.locator('[data-test=no-cups]')).toBeVisible()
  await page.getByText('Tomorrow').click()
  await expect(page.locator('[data-test=batch]')).toHaveCount(2)
})
