import { answered, asOwner, bench, chooseFruit, expect, input, test } from './steps'

test('R and a touch put the steady reading into the field; what cannot be taken is said', async ({ page }) => {
  await bench('put scale 3275', 'put probe 12.4', 'put refractometer 7.9')
  await asOwner(page)
  const scale = page.locator('[data-test=bench-scale]')
  // The strip is there where a field can take a reading, and nowhere else.
  await expect(page.locator('[data-test=lot]').first()).toBeVisible()
  await expect(scale).toHaveCount(0)
  await page.locator('[data-test=weigh-in]').click()
  await expect(scale).toHaveAttribute('data-state', 'steady')
  await chooseFruit(page, 'Ginger')

  await input(page, 'kg').click()
  await expect(scale).toContainText('3,275')
  await page.keyboard.press('r')
  await expect(input(page, 'kg')).toHaveValue('3.275')
  await expect(page.locator('[data-test=measured]')).toBeVisible()
  await input(page, 'kg').fill('3')
  await expect(page.locator('[data-test=measured]')).toHaveCount(0)

  await bench('put scale 5100')
  await expect(scale).toHaveAttribute('data-state', 'moving')
  await page.keyboard.press('r')
  await expect(page.locator('[data-test=bench-refused]')).toContainText('still moving')
  await expect(input(page, 'kg')).toHaveValue('3')
  await expect(scale).toHaveAttribute('data-state', 'steady')
  await scale.click()
  await expect(input(page, 'kg')).toHaveValue('5.1')
  await page.locator('[data-test=bench-probe]').click()
  await expect(page.locator('[data-test=bench-refused]')).toContainText('does not fill this field')

  await bench('unit scale oz')
  await expect(scale).toHaveAttribute('data-state', 'unit-changed')
  await input(page, 'kg').press('r')
  await expect(page.locator('[data-test=bench-refused]')).toContainText('changed its unit')
  await expect(scale).toHaveAttribute('data-state', 'steady')
  await input(page, 'kg').press('r')
  await expect(input(page, 'kg')).toHaveValue('5.1001')
  await bench('unit scale g', 'lose refractometer')

  await page.locator('[data-test=weigh-in-more]').click()
  await input(page, 'brix').click()
  await page.keyboard.press('r')
  await expect(page.locator('[data-test=bench-refused]')).toContainText('does not answer')
  await bench('back refractometer', 'flood probe 4000')
  await input(page, 'temp').click()
  await page.keyboard.press('r')
  await expect(page.locator('[data-test=bench-refused]')).toContainText('too much at once')
  await expect(page.locator('[data-test=bench-probe]')).toHaveAttribute('data-state', 'steady')
  await page.keyboard.press('r')
  await expect(input(page, 'temp')).toHaveValue('12.4')
  await input(page, 'price').fill('9')
  await answered(page, '/lots', () => page.locator('[data-test=save]').click())
  const lot = page.locator('[data-test=lot][data-fruit=ginger]').first()
  await expect(lot).toContainText('5.10 kg')
  const stored = await page.evaluate(async () => {
    const stand = (await (await fetch('/api/v1/stands')).json())[0].id
    return (await (await fetch(`/api/v1/lots?stand=${stand}`)).json()).find(
      (l: { itemKey: string }) => l.itemKey === 'ginger',
    ).seen
  })
  expect(stored).toMatchObject({ tempC: 12.4, measured: ['kg', 'tempC'] })
})
