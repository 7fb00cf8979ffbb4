import { readFileSync } from 'node:fs'
import type { Locator } from '@playwright/test'
import ICAL from 'ical.js'
import { answered, asCrew, asOwner, expect, input, test } from './steps'

/** A search that is still to begin shows nothing of itself: the plan is found once it stays as it is. */
async function isStill(list: Locator): Promise<void> {
  let before = ''
  await expect(async () => {
    const [was, looking] = [before, await list.page().locator('[data-test=stop-looking]').count()]
    before = await list.innerText()
    expect([looking, before]).toEqual([0, was])
  }).toPass({ intervals: [2000], timeout: 40_000 })
}

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
  await expect(page.locator('[data-test=stop-looking]')).toHaveCount(0)

  await test.step('hours that cannot be say so, and change nothing', async () => {
    await input(page, 'opens').fill('half past')
    await page.locator('[data-test=save-hours]').click()
    await expect(page.locator('[data-test=hours]')).toContainText('That is no time of the clock')
    await input(page, 'opens').fill('11.30')
    await answered(page, '/service-days/', () => page.locator('[data-test=save-hours]').click())
    await expect(input(page, 'opens')).toHaveValue('11:30')
  })

  await test.step('what is done is ticked, and stays so', async () => {
    await expect(page.locator('[data-test=stop-looking]')).toHaveCount(0)
    const first = await next.locator('.largest').innerText()
    await page.locator('[data-test=tick-next]').click()
    await expect(next.locator('.largest')).not.toHaveText(first)
    await page.reload()
    await expect(page.locator('[data-test=clock-list] .ticked')).toHaveCount(1)
    await page.locator('[data-test=clock-list] .ticked button').click()
    await expect(page.locator('[data-test=clock-list] .ticked')).toHaveCount(0)
  })

  await test.step('a task is put elsewhere: the rest follows, or it says why not; another tablet sees both', async () => {
    const list = page.locator('[data-test=clock-list]')
    await isStill(list)
    const press = list.locator('li', { hasText: 'Press' }).last()
    const was = await press.locator('b.num').innerText()
    const put = async (at: string): Promise<void> => {
      await press.locator('[data-test=move-task]').click()
      await input(page, 'move-to').fill(at)
      await page.locator('[data-test=move-put]').click()
    }
    await put('later')
    await expect(list).toContainText('That is no time of the clock')
    await press.locator('[data-test=move-task]').click()
    await put('06:10')
    await expect(page.locator('[data-test=move-refused]')).toContainText('hands are not free then')
    await expect(press.locator('b.num')).toHaveText(was)
    // A quarter of an hour earlier.
    const minute = Number(was.slice(-5, -3)) * 60 + Number(was.slice(-2)) - 15
    const earlier = [Math.floor(minute / 60), minute % 60].map((x) => String(x).padStart(2, '0')).join(':')
    await answered(page, '/day-tasks/', () => put(earlier))
    await expect(page.locator('[data-test=move-refused]')).toHaveCount(0)
    const own = list.locator('li:has([data-test=let-go])')
    await expect(own.locator('b.num')).toHaveText(earlier)
    const other = await page.context().browser()!.newContext()
    const second = await other.newPage()
    await asCrew(second)
    await second.goto(page.url())
    await expect(second.locator('li:has([data-test=let-go]) b.num')).toHaveText(earlier)
    await other.close()
    await answered(page, '/day-tasks/', () => page.locator('[data-test=let-go]').click())
    await expect(page.locator('[data-test=let-go]')).toHaveCount(0)
  })

  await test.step('dragged on its rail, it stands where it is let go', async () => {
    // What is drawn anew while it is held is let go.
    await isStill(page.locator('[data-test=clock-list]'))
    const block = page.locator('[data-test=rail-person-Noor] li', { hasText: 'Press' }).last()
    const task = await block.getAttribute('data-task')
    await block.scrollIntoViewIfNeeded()
    const box = (await block.boundingBox())!
    await page.mouse.move(box.x + 4, box.y + 10)
    await page.mouse.down()
    await page.mouse.move(box.x - 16, box.y + 10, { steps: 4 })
    await answered(page, '/day-tasks/', () => page.mouse.up())
    await expect(page.locator(`li.put[data-task="${task}"]`).first()).toBeVisible()
    await answered(page, '/day-tasks/', () => page.locator('[data-test=let-go]').click())
  })

  await test.step('a calendar file of a person is read by a calendar', async () => {
    await expect(page.locator('[data-test=stop-looking]')).toHaveCount(0)
    const mine = page.locator('[data-test=clock-list] li', { hasText: 'Noor, until' })
    const file = page.waitForEvent('download')
    await page.locator('[data-test=calendar-Noor]').click()
    const text = readFileSync(await (await file).path(), 'utf8')
    const events = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent')
    expect(events).toHaveLength(await mine.count())
    expect(new ICAL.Event(events[0]!).summary.length).toBeGreaterThan(3)
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

  await test.step('what is better the next day is made on the evening before, where somebody is there', async () => {
    const clock = page.url()
    await page.goto('/drinks')
    await page.getByRole('link', { name: /Carrot apple turmeric/ }).click()
    await page.waitForURL(/\/drinks\/[0-9a-f-]{36}/)
    await page.goto(`${page.url()}?do=serve`)
    await page.locator('[data-test=next-day] input').check()
    await answered(page, '/sign-off', () => page.locator('[data-test=sign-off]').click())
    await page.goto(clock)
    const mixed = page.locator('[data-test=clock-list] li', { hasText: 'Make up to volume: Carrot apple turmeric' })
    await expect(page.locator('[data-test=same-day]')).toContainText('Carrot apple turmeric')
    await expect(mixed.locator('b.num')).toHaveText(/^\d\d:\d\d$/)
    await page.getByRole('button', { name: 'Add hours' }).click()
    await input(page, 'shift-name-1').fill('Noor')
    await input(page, 'shift-from-1').fill('18:00')
    await input(page, 'shift-to-1').fill('21:00')
    await page.locator('[data-test=shift-before-1] input').check()
    await answered(page, '/service-days/', () => page.locator('[data-test=save-hours]').click())
    await expect(mixed.locator('b.num')).toHaveText(/^Wednesday 2\d:\d\d$/)
    await expect(page.locator('[data-test=same-day]')).toHaveCount(0)
  })

  await page.goto('/plan')
  await page.getByRole('button', { name: 'Friday' }).click()
  await page.goto('/clock')
  await page.getByRole('button', { name: 'Friday' }).click()
  await expect(page.locator('[data-test=clock-no-cups]')).toContainText('Nothing is planned')
})
