import type { Page } from '@playwright/test'
import { answered, asOwner, atStand, choose, chooseFrom, chooseFruit, expect, input, test } from './steps'

// A week at the cart, through the screens: received, ripened, cleaned, pressed two ways, corrected, thrown away, and
// bought for Saturday.
const lot = (page: Page, fruit: string, text: string) =>
  page.locator(`[data-test=lot][data-fruit=${fruit}]`, { hasText: text }).first()
async function atTheCart(page: Page): Promise<void> {
  await asOwner(page)
  await atStand(page, 'Saturday cart')
}
async function receive(
  page: Page,
  fruit: string,
  fields: Record<string, string>,
  more?: { feel?: string; place?: string; when?: string },
  confirm = false,
): Promise<void> {
  await page.locator('[data-test=weigh-in]').click()
  await chooseFruit(page, fruit)
  for (const [key, value] of Object.entries(fields).filter(([k]) => k !== 'per')) await input(page, key).fill(value)
  if (fields.per) {
    await chooseFrom(page, 'per', fields.per)
  }
  if (more) {
    await page.locator('[data-test=weigh-in-more]').click()
    if (more.feel) await page.locator(`[data-test=feel] [data-value=${more.feel}]`).click()
    if (more.place) await page.locator(`[data-test=place] [data-value=${more.place}]`).click()
    if (more.when) {
      const [day, time] = more.when.split(' ') as [string, string]
      await input(page, 'when').fill(day)
      await input(page, 'when').press('Tab')
      await input(page, 'when-time').fill(time)
    }
  }
  await page.locator('[data-test=save]').click()
  if (confirm) await page.locator('[data-test=confirm]').click()
  await expect(page.locator('[data-test=weigh-in-form]')).toHaveCount(0)
}
async function openLot(page: Page, fruit: string, text: string): Promise<void> {
  await page.goto('/fruit')
  await lot(page, fruit, text).locator('[data-test=open-lot]').click()
  await expect(page.locator('[data-test=lot-page]')).toBeVisible()
}

test('a week at a stand', async ({ page }) => {
  await atTheCart(page)

  await test.step('five lots come, by scale and by count, one of them a gift, two of them to ripen', async () => {
    await receive(page, 'Lemon', { kg: '10', count: '92', price: '6' })
    await receive(page, 'Lime', { count: '60', price: '0.25', per: 'a piece' }, undefined, true)
    await receive(page, 'Pear', { kg: '5.2', price: '2.1' }, { feel: 'firm', when: '24/11/2026 08:30' })
    await receive(page, 'Melon', { kg: '6.4', count: '5', price: '11', per: 'for all of it' }, { feel: 'firm' })
    await receive(page, 'Orange', { kg: '4.5', price: '0' }, { feel: 'ripe', when: '22/11/2026 9am' })
    await expect(lot(page, 'lime', '60 pieces')).toContainText('≈ 4.80 kg')
    await expect(lot(page, 'pear', '5.20 kg')).toHaveAttribute('data-state', 'ripening')
    await expect(lot(page, 'pear', '5.20 kg')).toContainText('ready from 28 Nov')
    await expect(lot(page, 'melon', '6.40 kg')).toHaveAttribute('data-state', 'ripening')
    await expect(lot(page, 'orange', '4.50 kg')).toContainText('given')
    await expect(page.locator('nav')).toContainText('2 ripening')
  })

  await test.step('cleaning with initials, garnish off the top', async () => {
    await openLot(page, 'lemon', '10.00 kg')
    await page.locator('[data-test=do-clean]').click()
    await expect(page.locator('[data-test=event-clean]')).toContainText('wax comes off')
    await input(page, 'initials').fill('NR')
    await page.locator('[data-test=save-event]').click()
    await expect(page.locator('[data-test=story]')).toContainText('Cleaned, NR')
    await page.locator('[data-test=do-garnish]').click()
    await input(page, 'pieces').fill('4')
    await expect(page.locator('[data-test=garnish-g]')).toContainText('435 g of the lot')
    await page.locator('[data-test=save-event]').click()
    await expect(page.locator('[data-test=story]')).toContainText('Garnish: 4 fruit, 435 g')
  })

  await test.step('pressed two ways, the peel kept', async () => {
    await page.locator('[data-test=lot-press]').click()
    await input(page, 'taken').fill('4')
    await input(page, 'juice').fill('1.62')
    await input(page, 'minutes').fill('11')
    await page.locator('[data-test=more-parts]').click()
    await page.locator('[data-test=add-part]').click()
    await input(page, 'part-g-0').fill('5000')
    await expect(page.locator('[data-test=press-form]')).toContainText('leaves nothing to press')
    await input(page, 'part-g-0').fill('610')
    await page.locator('[data-test=part-fate-0] [data-value=keep]').click()
    await input(page, 'part-use-0').fill('peel sugar')
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=story]')).toContainText('1.62 L, 405 mL/kg')
    await expect(page.locator('[data-test=kept]')).toContainText('peel, Lemon')
    await page.locator('[data-test=lot-press]').click()
    await chooseFrom(page, 'method', 'Lever press')
    await input(page, 'taken').fill('3')
    await input(page, 'juice').fill('2.31')
    await page.locator('[data-test=more-readings]').click()
    await page.locator('[data-test=fruit-temp] [data-value=warm]').click()
    await input(page, 'sample').fill('10')
    await input(page, 'base').fill('200')
    await expect(page.locator('[data-test=titration-error]')).toContainText('no fruit has more than 12')
    await input(page, 'base').fill('78')
    await expect(page.locator('[data-test=press-form]')).toContainText('5.00')
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=doubt]')).toContainText('Was water added?')
    await page.locator('[data-test=confirm]').click()
    await expect(page.locator('[data-test=story]')).toContainText('770 mL/kg')
  })

  await test.step('the slip in it, 2.31 for 1.31, is corrected', async () => {
    const slip = page.locator('[data-test=story] li', { hasText: '770 mL/kg' })
    await slip.locator('[data-test=correct-press]').click()
    await expect(input(page, 'taken')).toHaveValue('3')
    await input(page, 'juice').fill('1.31')
    const saved = Date.now()
    await page.locator('[data-test=save]').click()
    await expect(page.locator('[data-test=story]')).toContainText('437 mL/kg')
    // From the touch to the new figures, a browser driven from outside: 300 ms are held, five times that is asserted.
    const took = Date.now() - saved
    test.info().annotations.push({ type: 'press saved to new figures, ms', description: String(took) })
    console.log(`press saved to new figures: ${took} ms`)
    expect(took).toBeLessThan(1500)
    await expect(page.locator('[data-test=story]')).not.toContainText('770 mL/kg')
    await page.goto('/fruit/yield/lemon')
    await expect(page.locator('[data-test=by-methods]')).toContainText('Lever press')
    await expect(page.locator('[data-test=yield-page] canvas')).toBeVisible()
    await expect(page.locator('[data-test=interval]')).toContainText('–')
  })

  await test.step('a soft crate: looked at, what is sound is sorted out, the rest thrown away', async () => {
    await openLot(page, 'orange', '4.50 kg')
    await page.locator('[data-test=do-look]').click()
    await page.locator('[data-test=event-look] [data-test=feel] [data-value=soft]').click()
    await input(page, 'brix').fill('11.2')
    await page.locator('[data-test=save-event]').click()
    await expect(page.locator('[data-test=keeping]').first()).toContainText('use first')
    await page.locator('[data-test=do-sort]').click()
    await input(page, 'event-kg').fill('1.5')
    await page.locator('[data-test=add-part]').click()
    await input(page, 'part-g-0').fill('400')
    await page.locator('[data-test=save-event]').click()
    await expect(page.locator('[data-test=story]')).toContainText('Sorted 1.50 kg: peel 400 g')
    await page.locator('[data-test=do-discard]').click()
    await page.locator('[data-test=event-all]').click()
    await page.locator('[data-test=save-event]').click()
    await expect(page.locator('[data-test=story]')).toContainText('Thrown away, 3.00 kg: soft')
    await page.goto('/fruit')
    await expect(page.locator('[data-test=kept]')).toContainText('peel, Orange')
    await expect(page.locator('[data-test=kept]')).toContainText('peel sugar')
  })

  await test.step('what to buy for Saturday, on one page', async () => {
    await page.goto('/plan')
    await input(page, 'day').fill('28/11/2026')
    await input(page, 'day').press('Tab')
    await expect(page.locator('[data-day]')).toHaveAttribute('data-day', '2026-11-28')
    await input(page, 'cups').fill('120')
    await answered(page, '/plan/', () => page.keyboard.press('Enter'))
    await page.goto('/buy')
    await page.getByRole('button', { name: 'Saturday' }).click()
    await expect(page.locator('[data-test=buying-lemon]')).toContainText('enough')
    const rhubarb = page.locator('[data-test=buying-rhubarb]')
    await expect(rhubarb).toContainText('order by 27 Nov')
    const kg = async () => Number((await rhubarb.locator('td').nth(2).innerText()).replace(/[^\d.]/g, ''))
    const sure = await kg()
    await page.locator('[data-test=chance] [data-value="50"]').click()
    await expect.poll(kg).toBeLessThan(sure)
    await page.locator('[data-test=chance] [data-value="90"]').click()
    await choose(page, 'want-juice', 'Apple juice')
    await input(page, 'want-litres').fill('6')
    await page.locator('[data-test=want]').click()
    await expect(page.locator('[data-test=buying-apple]')).toContainText('× 13 kg')
    await expect(page.locator('[data-test=buy-total]')).toHaveText(/^€\d+\.\d\d$/)
    const pdf = (
      await page.pdf({ format: 'A4', margin: { top: '10mm', bottom: '10mm', left: '10mm', right: '10mm' } })
    ).toString('latin1')
    expect(pdf.match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1)
  })

  await test.step('juice that is used, spilled or thrown away goes down, and is bought again', async () => {
    await page.goto('/fruit')
    const jug = page.locator('[data-test=juice-lot]', { hasText: 'of 1.62 L' })
    const take = async (how: string, ml: string) => {
      await jug.click()
      await page.locator(`[data-test=juice-how] [data-value=${how}]`).click()
      await input(page, 'juice-ml').fill(ml)
      await page.locator('[data-test=save-juice]').click()
    }
    await take('use', '1621')
    await expect(page.locator('[data-test=take-juice]')).toContainText('is more than is left in this jug: 1,620 mL')
    await take('use', '500')
    // The form goes once the server has answered: what is opened before that would go with it.
    const isShut = () => expect(page.locator('[data-test=take-juice]')).toHaveCount(0)
    await expect(jug).toContainText('1.12 L')
    await isShut()
    await take('spill', '120')
    await expect(jug).toContainText('1.00 L')
    await isShut()
    await take('discard', '1000')
    await expect(jug).toHaveCount(0)
    await page.goto('/buy')
    await page.getByRole('button', { name: 'Saturday' }).click()
    await expect(page.locator('[data-test=buying-lemon]')).toContainText('× 2.50 kg')
  })
})
