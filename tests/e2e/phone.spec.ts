import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { asOwner, expect, input, test } from './steps'

const MOST_FADING_MS = 1000
async function sound(page: Page): Promise<void> {
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
  expect(wide).toBeLessThanOrEqual(0)
  // What is half faded in is read by nobody yet.
  await page.evaluate((most) => {
    const fading = document.getAnimations().filter((a) => a instanceof CSSTransition)
    const settled = fading.map((a) => a.finished.catch(() => undefined))
    return Promise.race([Promise.all(settled), new Promise((done) => setTimeout(done, most))])
  }, MOST_FADING_MS)
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'best-practice']).analyze()
  expect(violations.map((v) => [v.id, v.nodes.map((n) => n.html.slice(0, 120))])).toEqual([])
}

test('on a phone, in Spanish, with the keypad', async ({ page }) => {
  test.setTimeout(240_000)
  await page.goto('/sign-in')
  await expect(page.getByRole('heading', { name: 'Entrar' })).toBeVisible()
  await sound(page)
  await asOwner(page)
  // The demo's owner works in English; the device was Spanish and stays so until switched.
  await expect(page.locator('h1')).toHaveText('Fruta')
  await sound(page)

  await page.locator('[data-test=weigh-in]').tap()
  await input(page, 'kg').tap()
  const pad = page.locator('[data-test=keypad]')
  for (const key of ['1', '2', '.', '5']) await pad.getByRole('button', { name: key, exact: true }).tap()
  await expect(input(page, 'kg')).toHaveValue('12.5')
  await pad.getByRole('button', { name: 'Siguiente' }).tap()
  await pad.getByRole('button', { name: 'Siguiente' }).tap()
  await pad.getByRole('button', { name: '3', exact: true }).tap()
  await expect(page.getByText('€37.50')).toBeVisible()
  await pad.getByRole('button', { name: 'Listo' }).tap()
  await expect(pad).toHaveCount(0)
  await sound(page)
  await page.getByText('Cancelar').tap()

  await page.locator('[data-test=open-lot]').first().tap()
  await expect(page.locator('[data-test=story]')).toContainText('Entrada')
  await sound(page)
  await page.locator('[data-test=lot-press]').tap()
  await page.locator('[data-test=more-mix]').tap()
  await input(page, 'taken').fill('1')
  await input(page, 'juice').fill('0,6')
  await input(page, 'water').fill('200')
  await page.locator('[data-test=add-also]').tap()
  await expect(page.locator('[data-test=base-name]')).toBeVisible()
  await sound(page)
  await page.locator('[data-test=also-remove-0]').tap()
  await page.locator('[data-test=more-parts]').tap()
  await page.locator('[data-test=add-part]').tap()
  await page.locator('[data-test=more-readings]').tap()
  await sound(page)
  await page.getByText('Cancelar').tap()
  await page.locator('[data-test=do-peel]').tap()
  await sound(page)
  // A pasted recipe, with what it asks.
  await page.goto('/drinks')
  await page.locator('[data-test=paste-recipe]').click()
  const pasted = '1 taza de agua\nel jugo de 2 limones\n1 lata de leche condensada\n2 tazas de cuarzo\n8 oz de leche'
  await page.locator('[data-test=paste-text] textarea').first().fill(pasted)
  await expect(page.locator('[data-test=paste-line]')).toHaveCount(5)
  await expect(page.locator('[data-test=paste]')).toContainText('Una onza de un líquido es')
  await sound(page)
  // What preps are made with, and a prep with its drawing, for how much, and a making with what it leaves.
  await page.goto('/store?tab=vessels')
  await expect(page.locator('[data-test=new-equipment]')).toBeVisible()
  await sound(page)
  await page.goto('/preps')
  await page.locator('[data-test=prep]', { hasText: 'Rosemary syrup' }).locator('a').first().click()
  await page.locator('[data-test^=draw-]').first().click()
  await expect(page.locator('[data-test=step-chart]')).toContainText('FDA Food Code')
  await page.locator('[data-test=record]').click()
  await input(page, 'made-out').fill('1500')
  await page.locator('[data-test=keep-spent] input').click()
  await expect(page.locator('[data-test=left-over]')).toContainText('Guardar')
  await sound(page)
  await page.goto('/preps')
  await expect(page.locator('h1')).toHaveText('Bases')
  await sound(page)
  await page.locator('[data-test=new-prep]').tap()
  await expect(page.locator('[data-test=template-honey-syrup]')).toContainText('Jarabe de miel')
  await sound(page)
  await page.locator('[data-test=new-prep]').tap()
  await page.locator('[data-test=prep]').first().getByRole('button').tap()
  await input(page, 'made-out').fill('1500')
  await sound(page)
  await page.getByText('Cancelar').tap()
  await page.locator('[data-test=prep] a', { hasText: 'Rosemary syrup' }).tap()
  await expect(page.locator('[data-test=keeps]')).toContainText('días en frío')
  await sound(page)
  for (const [path, heading] of [
    ['/fruit/yield/lemon', 'Lo que rinde un kilo'],
    ['/what-if', 'Y si'],
    ['/week', 'Siete días'],
    ['/buy', 'Compra'],
  ] as const) {
    await page.goto(path)
    await expect(page.locator('h1')).toContainText(heading)
    await sound(page)
  }

  // In the shop: ticked off, what was really bought is typed, and it is taken in with one touch.
  await page.locator('[data-test=to-shop]').tap()
  await expect(page.locator('h1')).toHaveText('En la tienda')
  const tick = page.locator('[data-test^=shop-]').first()
  const key = (await tick.getAttribute('data-test'))!.slice('shop-'.length)
  await tick.locator('input[type=checkbox]').check()
  await input(page, `bought-${key}`).fill('2,5')
  await sound(page)
  await page.locator('[data-test=keypad]').getByRole('button', { name: 'Listo' }).tap()
  await page.locator('[data-test=take-in]').tap()
  await expect(page.locator('[data-test=shop-taken]')).not.toBeEmpty()
  await page.goto('/fruit')
  await expect(page.locator('main')).toContainText('2.50 kg')

  await page.locator('nav').getByText('Bebidas', { exact: true }).tap()
  await page.locator('[data-test=drink]').first().tap()
  await expect(page.locator('[data-test=sip-jug]')).toContainText(/\d\.\d/)
  await sound(page)
  // The work on it, each way with what it shows.
  await page.locator('[data-test=task-target]').tap()
  await input(page, 'target-brix').fill('9')
  await page.locator('[data-test=find-amounts]').tap()
  await expect(page.locator('[data-test=found]')).toContainText('Estas cantidades')
  await page.locator('[data-test=swap]').tap()
  await page.locator('[data-test=today]').tap()
  await sound(page)
  await page.locator('[data-test=task-correct]').tap()
  await input(page, 'correct-pot').fill('5')
  await input(page, 'correct-holds').fill('5,1')
  await page.locator('[data-test=word-strong]').tap()
  await page.locator('[data-test=correct-find]').tap()
  await expect(page.locator('[data-test=correction-missed]')).toContainText('más de espacio')
  await sound(page)
  await page.locator('[data-test=task-serve]').tap()
  await expect(page.locator('[data-test=serving]')).toContainText('Tamaños')
  await sound(page)
  await page.locator('[data-test=task-trials]').tap()
  await expect(page.locator('[data-test=trials]')).toContainText('una sola cosa')
  await sound(page)
  await page.locator('[data-test=task-versions]').tap()
  await expect(page.locator('[data-test=standards]')).toContainText('estándar')
  await sound(page)
  await page.locator('[data-test=to-sheet]').tap()
  await expect(page.locator('[data-test=standard-sheet]')).toContainText('En este orden')
  await sound(page)
  await page.locator('nav').getByText('Plan', { exact: true }).tap()
  await expect(page.locator('[data-test=buy]')).toContainText('Por comprar')
  await sound(page)
  await page.locator('[data-test=to-clock]').tap()
  await expect(page.locator('[data-test=next-action]')).toBeVisible()
  await sound(page)
  await page.goto('/store')
  await expect(page.locator('h1')).toHaveText('Almacén')
  await sound(page)
  await page.locator('[data-test=tab-shelf]').tap()
  await page.locator('[data-test=take-in]').tap()
  await sound(page)
  for (const [path, heading] of [
    ['/history', 'Historial'],
    ['/outbox', 'Sin enviar'],
    ['/people', 'Personas'],
    ['/archive', 'Copias'],
    ['/lab', 'Laboratorio'],
    ['/lab?step=culture', 'Laboratorio'],
    ['/lab?step=strain', 'Laboratorio'],
  ] as const) {
    await page.goto(path)
    await expect(page.locator('h1')).toHaveText(heading)
    await sound(page)
  }
  await page.goto('/make')
  await expect(page.locator('main')).toContainText('Aquí una tanda avanzará')
})
