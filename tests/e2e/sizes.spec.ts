import { answered, asOwner, chooseFrom, expect, fromMenu, input, saved, shown, test } from './steps'

// A household recipe that blends and strains, tried through another mesh; poured into a larger cup; and a pot of it
// that takes what it took the last time.
const RECETA = `Horchata con fresas
1 taza de arroz
2 rajas de canela
2 tazas de fresas
1 1/2 litros de agua
3/4 taza de azúcar
Remojar el arroz toda la noche, licuar y colar.`

test('what a text blends is made so, tried another way, and poured in two sizes', async ({ page }) => {
  await asOwner(page)

  await test.step('a second cup', async () => {
    await fromMenu(page, 'store')
    await page.locator('[data-test=tab-cups]').click()
    const form = page.locator('form.doc').last()
    const field = (name: string) => form.locator(`[data-test=${name}] input, input[data-test=${name}]`).first()
    await field('name').fill('600 mL')
    await field('capacityMl').fill('600')
    await field('fillLineMl').fill('560')
    await answered(page, '/cups/', () => form.locator('[data-test=save-document]').click())
  })

  await test.step('pasted: soaked, blended and strained as the text says', async () => {
    await page.goto('/drinks')
    await page.locator('[data-test=paste-recipe]').click()
    await page.locator('[data-test=paste-text] textarea').first().fill(RECETA)
    await page.locator('[data-test=paste-cup] [data-value="236.588"]').click()
    const line = (text: string) => page.locator('[data-test=paste-line]', { hasText: text })
    await expect(line('arroz')).toContainText('in water for 480 min, blended and strained')
    await expect(line('canela')).toContainText('blended and strained')
    await expect(line('fresas')).toContainText('cut up, at 152')
    // Squeezed, the fruit is its juice, and grain is left to a prep.
    await page.locator('[data-test=paste-crushing] [data-value=none]').click()
    await expect(line('arroz')).toContainText('Wants a step of its own')
    await page.locator('[data-test=paste-crushing] [data-value=strained]').click()
    await answered(page, '/recipes/', () => page.locator('[data-test=paste-take]').click())
    await expect(page.locator('[data-test="layer-strained"]')).toContainText('Strained')
    await expect(page.locator('[data-test=pot-makes]')).toContainText('cups of')
  })

  await test.step('a series of ways: a jug for each', async () => {
    await page.locator('[data-test=task-trials]').click()
    await chooseFrom(page, 'trial-varied', 'Strain: Mesh')
    for (const way of ['coarse', 'fine'])
      await page.locator(`[data-test=trial-ways] [data-value=${way}] input`).uncheck()
    await page.locator('[data-test=trial-start]').click()
    await expect(page.locator('[data-test=trials]')).toContainText('Two jugs of the same teach nothing')
    await page.locator('[data-test=trial-ways] [data-value=coarse] input').check()
    await answered(page, '/drink-work/', () => page.locator('[data-test=trial-start]').click())
    const series = page.locator('[data-test=series]').first()
    await expect(series.locator('.code')).toHaveCount(2)
    await answered(page, '/drink-work/', () => series.locator('[data-test=keep-0]').click())
    await expect(series.locator('[data-test=series-changed]')).toContainText('Cloth → Coarse')
  })

  await test.step('the larger cup has ice of its own, and says what it costs', async () => {
    await page.locator('[data-test=task-serve]').click()
    await chooseFrom(page, 'add-size', '600 mL')
    const size = page.locator('[data-test=size-0]')
    await expect(size).toContainText('at the last sip')
    const drinkMl = Number(await input(page, 'size-drink-0').inputValue())
    expect(drinkMl).toBeGreaterThan(400)
    await input(page, 'size-ice-0').fill('-5')
    await expect(size).toContainText('Less than no ice cannot go in')
    await input(page, 'size-ice-0').fill('60')
    await input(page, 'size-price-0').fill('6.50')
    const poured = await page.locator('[data-test=with-ice-sips]').innerText()
    await page.locator('[data-test=way] [data-value=shaken]').click()
    await expect(page.locator('[data-test=with-ice-sips]')).not.toHaveText(poured)
    await saved(page)
    await page.reload()
    await expect(input(page, 'size-ice-0')).toHaveValue('60')
    await expect(input(page, 'size-price-0')).toHaveValue(/^6\.5/)
    await expect(page.locator('[data-test=way] [data-value=shaken] input')).toBeChecked()
    const drink = page.url()
    await test.step('its cups are planned beside the usual ones', async () => {
      const name = await page.locator('h1').first().innerText()
      await page.goto('/plan')
      const line = page.locator(`[data-test=cups-line][data-drink="${name}"]`)
      await line.locator('[data-test=more]').click()
      await answered(page, '/plan/', async () => {
        await line.locator('[data-test="size-600 mL"] input').fill('10')
        await page.keyboard.press('Tab')
      })
      await expect(line).toContainText('10 in other sizes')
      const batch = page.locator('[data-test=batch]', { hasText: name })
      await expect(batch).toContainText('10 × 600 mL')
      await answered(page, '/plan/', async () => {
        await line.locator('[data-test="size-600 mL"] input').fill('')
        await page.keyboard.press('Tab')
      })
      await expect(batch).toHaveCount(0)
      await page.goto(drink)
      await page.locator('[data-test=task-serve]').click()
    })
    await page.locator('[data-test=size-remove-0]').click()
    await expect(size).toHaveCount(0)
    await saved(page)
  })

  await test.step('a pot takes what it took the last time, for as much as there is now', async () => {
    await page.locator('[data-test=task-correct]').click()
    await input(page, 'correct-pot').fill('5')
    await input(page, 'correct-holds').fill('8')
    await page.locator('[data-test=word-too-sour]').click()
    await page.locator('[data-test=correct-find]').click()
    const add = page.locator('[data-test=add-white-sugar]')
    const grams = () => shown(page, '[data-test=add-white-sugar] b')
    await expect(add).toBeVisible()
    const took = await grams()
    await answered(page, '/drink-work/', () => page.locator('[data-test=added-white-sugar]').click())
    await page.reload()
    await input(page, 'correct-pot').fill('2.5')
    await expect(page.locator('[data-test=correct-as-last]')).toHaveCount(0)
    await page.locator('[data-test=word-too-sour]').click()
    await page.locator('[data-test=correct-as-last]').click()
    await expect(add).toBeVisible()
    expect(Math.abs((await grams()) - took / 2)).toBeLessThan(2.6)
  })
})
