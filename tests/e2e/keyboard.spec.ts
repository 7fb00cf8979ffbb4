import type { Locator, Page } from '@playwright/test'
import { asOwner, expect, input, lotOf, shown, test } from './steps'

/**
 * Goes on with Tab until the focus is there, as somebody without a pointer does; every stop on the way is a thing to
 * see.
 */
async function tabTo(page: Page, selector: string, most = 80): Promise<void> {
  for (let i = 0; i < most; i++) {
    if (await page.evaluate((s) => document.activeElement?.matches(s) ?? false, selector)) return
    await page.keyboard.press('Tab')
    const hidden = await page.evaluate(() => {
      const e = document.activeElement!
      const b = e.getBoundingClientRect()
      return e !== document.body && (b.width === 0 || b.height === 0) ? e.outerHTML.slice(0, 200) : ''
    })
    expect(hidden).toBe('')
  }
  throw new Error(`${selector} is not reached with ${most} tabs`)
}
const enter = async (page: Page, selector: string): Promise<void> => {
  await tabTo(page, selector)
  await page.keyboard.press('Enter')
}
const typed = async (page: Page, test: string, text: string): Promise<void> => {
  await tabTo(page, `[data-test="${test}"] input`)
  await page.keyboard.type(text)
}

test('weighed in, pressed, cleaned, studied and bought for with the keyboard alone', async ({ page }) => {
  await asOwner(page)
  await enter(page, '[data-test=weigh-in]')
  await expect(input(page, 'fruit')).toBeFocused()
  await page.keyboard.type('Grapefruit')
  await expect(page.locator('.ox-menu .v-list-item')).toHaveCount(1)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await typed(page, 'kg', '6')
  await typed(page, 'price', '1.9')
  await page.keyboard.press('Enter')
  await expect(lotOf(page, 'grapefruit', '6.00 kg')).toBeVisible()
  // The form gives the focus back to what opened it.
  await expect(page.locator('[data-test=weigh-in]')).toBeFocused()

  await enter(page, '[data-fruit=grapefruit] [data-test=press]')
  await expect(input(page, 'taken')).toBeFocused()
  await page.keyboard.type('2')
  await typed(page, 'juice', '0.9')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test=pressed]')).toContainText('0.90 L')

  await enter(page, '[data-fruit=grapefruit] [data-test=open-lot]')
  await expect(page.locator('[data-test=lot-page]')).toBeVisible()
  await enter(page, '[data-test=do-clean]')
  await typed(page, 'initials', 'KB')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-test=story]')).toContainText('Cleaned, KB')
  await expect(page.locator('[data-test=do-clean]')).toBeFocused()
  await enter(page, '[data-test=do-look]')
  // Firm, ripe, soft: the arrow keys go through them.
  await tabTo(page, '[data-test=feel] input')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await enter(page, '[data-test=save-event]')
  await expect(page.locator('[data-test=story]')).toContainText('soft')

  await enter(page, 'a[href$="/fruit/yield/grapefruit"]')
  await expect(page.locator('[data-test=yield-page]')).toBeVisible()
  await enter(page, '[data-test=yield-page] dd button')
  await expect(page.locator('[data-test=sum]')).toBeVisible()
  // The dialog takes keys once the focus is in it.
  await page.waitForFunction(() => document.activeElement?.closest('.v-overlay'))
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-test=sum]')).toHaveCount(0)
  await enter(page, '[data-test=yield-page] a[href="/fruit"]')

  await enter(page, '[data-test=to-buy]')
  await enter(page, '[data-test=buying] .days button:nth-child(2)')
  const kg = () => shown(page, '[data-test^=buying-] td:nth-child(3)')
  const before = await kg()
  // From 90 to 99: the arrow keys go through them.
  await tabTo(page, '[data-test=chance] input')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect.poll(kg).toBeGreaterThan(before)
})

test('a list is there at once: what is pressed while it opens is what is chosen', async ({ page }) => {
  await asOwner(page)
  /** Pressed the moment it is there, near its upper edge, and let go of as a finger does. */
  const hasty = async (item: Locator): Promise<void> => {
    await item.waitFor()
    const box = (await item.boundingBox())!
    await page.mouse.move(box.x + 20, box.y + 6)
    await page.mouse.down()
    await page.waitForTimeout(80)
    await page.mouse.up()
  }
  for (const path of ['store', 'people', 'lab']) {
    await page.locator('[data-test=brand]').click()
    await hasty(page.locator(`[data-test=menu-${path}]`))
    await expect(page).toHaveURL(new RegExp(`/${path}$`), { timeout: 3000 })
  }
  await page.goto('/drinks')
  await page.locator('[data-test=new-drink]').click()
  const family = page.locator('[data-test=new-drink-form] .v-select')
  await family.click()
  const third = page.locator('.ox-menu .v-list-item').nth(2)
  const name = await third.innerText()
  await expect(family).not.toContainText(name)
  await hasty(third)
  await expect(family).toContainText(name, { timeout: 3000 })
})
