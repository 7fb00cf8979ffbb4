import { asOwner, expect, test } from './steps'

test('the sheet of a day fills two pages that are read at arm’s length, and another stand has its own day', async ({
  page,
}) => {
  await asOwner(page)
  await page.goto('/plan')
  await expect(page.locator('[data-test=batch]')).toHaveCount(3)
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(2)
  // A4 where the business is; amounts of 14 pt and more.
  expect(pdf).toMatch(/MediaBox \[0 0 59[45][.\d]* 84[12]/)
  await page.emulateMedia({ media: 'print' })
  const points = await page
    .locator('[data-test=batch] td.r, [data-test=buy] td.r')
    .evaluateAll((cells) => cells.map((c) => (parseFloat(getComputedStyle(c).fontSize) * 3) / 4))
  expect([points.length > 10, Math.min(...points) >= 14]).toEqual([true, true])
  await page.emulateMedia({ media: null })
  await page.locator('[data-test=brand]').click()
  await page.getByText('Saturday cart').click()
  await expect(page.locator('[data-test=no-cups]')).toBeVisible()
  await page.getByText('Tomorrow').click()
  await expect(page.locator('[data-test=batch]')).toHaveCount(2)
})
