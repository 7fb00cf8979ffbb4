import { answered, asOwner, choose, expect, input, test } from './steps'

// A household recipe in Spanish, as it is pasted: two doubts answered, and a drink of its pot.
const RECETA = `Limonada de la casa
Ingredientes:
1 1/4 tazas de jugo de limón
250 g de azúcar
4 3/4 tazas de agua fría
1 lata de leche condensada
2 tazas de cuarzo
una pizca de sal
50 g de flor de jamaica
<script>alert("1 taza de sal")</script>
Mezcla y deja enfriar.`

test('a household recipe is pasted, what is doubtful is asked, and it becomes a pot', async ({ page }) => {
  await asOwner(page)
  await page.goto('/drinks')
  await page.locator('[data-test=paste-recipe]').click()
  await page.locator('[data-test=paste-text] textarea').first().fill(RECETA)
  const line = (text: string) => page.locator('[data-test=paste-line]', { hasText: text })
  const take = page.locator('[data-test=paste-take]')
  await expect(page.locator('[data-test=paste-line]')).toHaveCount(7)
  await expect(line('azúcar')).toContainText('White sugar 250 g as weighed')
  await expect(page.locator('[data-test=paste]')).toContainText('To be done: Mezcla y deja enfriar.')
  await expect(take).toBeDisabled()
  // Once for the whole text: the cup, and what limón is here.
  await page.locator('[data-test=paste-cup] [data-value="236.588"]').click()
  await page.locator('[data-test=paste-limon] [data-value=lemon]').click()
  await expect(line('jugo de limón')).toContainText('Lemon juice 1.25 cup')
  // A can of which nobody said how large it is, and something that nobody knows.
  await expect(line('leche condensada')).toContainText('How much is in the can?')
  await line('leche condensada').getByText('Leave it out').click()
  await expect(line('cuarzo')).toContainText('Choose it from the list')
  await choose(page, 'paste-what', 'Pineapple juice')
  await expect(line('cuarzo')).toContainText('Pineapple juice 2')
  await line('cuarzo').getByText('Leave it out').click()
  // What lies in water: the text does not say in which.
  await page.locator('[data-test=paste-way] [data-value=cold]').click()
  await expect(line('flor de jamaica')).toContainText('in cold water for 480 min, then out')
  await page.locator('[data-test=paste-way] [data-value=none]').click()
  await expect(line('flor de jamaica')).toContainText('Wants a step of its own')
  // By hand: 296 mL of juice, 250 g of sugar, 1.12 L of water; a cup here holds 300 mL.
  await expect(page.locator('[data-test=paste-makes]')).toContainText('Some 1.57 L in the pot')
  await expect(input(page, 'paste-name')).toHaveValue('Limonada de la casa')
  await answered(page, '/recipes/', () => take.click())
  await expect(page).toHaveURL(/\/drinks\/[0-9a-f-]{36}/)
  await expect(page.locator('[data-test=pot-makes]')).toContainText('5.2 cups of 300 mL')
  await expect(input(page, 'amount-lemon-juice')).toHaveValue('1.25 cup')
  // Asked once for a stand: the next recipe knows what limón is.
  await page.goto('/drinks')
  await page.locator('[data-test=paste-recipe]').click()
  await page.locator('[data-test=paste-text] textarea').first().fill('el jugo de 4 limones\n1 litro de agua')
  await expect(line('4 limones')).toContainText('Lemon juice')
  await expect(page.locator('[data-test=paste-open]')).toHaveCount(0)
  await page.locator('[data-test=paste-text] textarea').first().fill(Array(240).fill('1 litro de agua').join('\n'))
  await expect(page.locator('[data-test=paste]')).toContainText('40 lines more than a recipe has')
})
