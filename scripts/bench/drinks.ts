import { chromium } from '@playwright/test'
import { QueryTypes } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { correct, findAmounts, addableOf, potAsRead, wantedBy, type Tried } from '../../core/balance'
import { forDrink, readRecipe, US_COOK } from '../../core/household'
import { Evaluator, startingDrink, type RecipeDocument } from '../../core/recipe'
import { loadSolver } from '../../core/solve'
import { database } from '../../server/db/connect'
import { ARGS, signedIn } from './browser'
import { median } from './core'
import { context, richDrink } from './menu'

type Row = [string, string, string]

const LINES = [
  '2 cups water',
  'juice of 3 oranges',
  '1/2 cup white sugar',
  'el jugo de 5 limas',
  '1 can (340 g) pineapple juice',
]
const middle = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!

/** The work on a drink, without a browser: a text read, amounts found, a pot corrected. */
export async function benchWork(): Promise<Row[]> {
  const text = Array.from({ length: 40 }, (_, i) => LINES[i % LINES.length]).join('\n')
  const paste = median(() => readRecipe(text, US_COOK).lines.forEach((l) => forDrink(l, US_COOK)), 30)
  const solve = await loadSolver()
  const evaluator = new Evaluator(context)
  const evaluate = (document: RecipeDocument): Tried => ({
    document,
    evaluation: evaluator.evaluate(document),
    cost: null,
  })
  const doc = richDrink(3)
  const { jug } = evaluate(doc).evaluation
  const found: number[] = []
  for (let i = 0; i < 20; i++) {
    const at = performance.now()
    await findAmounts(
      doc,
      {
        wanted: { brix: jug.brix.value * (0.9 + i / 200), ta: jug.ta.value },
        moment: 'last',
        volumeMl: jug.volume.value,
        bounds: {},
        held: new Set(),
      },
      evaluate,
      solve,
    )
    found.push(performance.now() - at)
  }
  const lemonade = evaluate(startingDrink('lemonade', null, 300)).evaluation
  const onHand = ['white-sugar', 'water', 'lemon-juice', 'honey', 'citric-acid'].map((ingredient) => ({
    of: addableOf({ ingredient }, context, 20)!,
    stepG: 1,
    mostG: Infinity,
  }))
  const corrected: number[] = []
  for (let i = 0; i < 20; i++) {
    const at = performance.now()
    const pot = potAsRead(lemonade, 5000, { brix: 8 + i / 10 })
    await correct({ pot, wanted: wantedBy(['too-sour', 'thin'], pot.mix).wanted, onHand, headroomMl: 5000 }, solve)
    corrected.push(performance.now() - at)
  }
  return [
    ['a pasted recipe of 40 lines, read', `${paste.toFixed(1)} ms`, '300 ms'],
    ['amounts for °Bx and acid at the last sip, a drink with three preps', `${middle(found).toFixed(0)} ms`, '200 ms'],
    ['a pot of 5 L corrected, of five things on hand', `${middle(corrected).toFixed(0)} ms`, '200 ms'],
  ]
}

const RECIPES = 300
const RUNS = 5

/** As many drinks as a long life brings, signed off each: copies of those that are there. */
async function manyDrinks(): Promise<void> {
  const db = database()
  const standing = await db.query<{ id: string; version: string }>(
    `SELECT r.id, v.id AS version FROM recipe r JOIN recipe_version v ON v.recipe_id = r.id AND v.number = 1
      WHERE r.kind = 'drink'`,
    { type: QueryTypes.SELECT },
  )
  const [{ n }] = (await db.query("SELECT COUNT(*) AS n FROM recipe WHERE kind = 'drink'", {
    type: QueryTypes.SELECT,
  })) as [{ n: number }]
  for (let i = n; i < RECIPES; i++) {
    const of = standing[i % standing.length]!
    const id = uuid()
    const replacements = { id, of: of.id, version: of.version, own: uuid(), name: `Drink ${i}` }
    await db.query(
      `INSERT INTO recipe (id, kind, name, family, draft, sell_price, version, created_at)
         SELECT :id, kind, :name, family, draft, sell_price, 1, created_at FROM recipe WHERE id = :of`,
      { replacements },
    )
    await db.query(
      `INSERT INTO recipe_version (id, recipe_id, number, document, preps, snapshot, core_version, figures, person_id, signed_at)
         SELECT :own, :id, 1, document, preps, snapshot, core_version, figures, person_id, signed_at
           FROM recipe_version WHERE id = :version`,
      { replacements },
    )
  }
  // The list is sent again when its kind has a new row.
  await db.query(
    `INSERT INTO change_row (entity, entity_id, \`after\`, at, person_id)
       SELECT 'recipe', r.id, '{}', NOW(6), (SELECT id FROM person LIMIT 1) FROM recipe r LIMIT 1`,
  )
}

/** Drinks with 300 recipes, and a target from the button to the amounts, with the worker's start in it. */
export async function benchDrinks(url: string): Promise<Row[]> {
  await manyDrinks()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  const page = await signedIn(browser, url)
  const [opened, shown]: [number[], number[]] = [[], []]
  for (let i = 0; i < RUNS; i++) {
    await page.goto(`${url}/drinks`, { waitUntil: 'commit' })
    await page.locator('[data-test=drink]').first().waitFor()
    opened.push(await page.evaluate(() => performance.now()))
    await page
      .locator('[data-test=drink]')
      .nth(RECIPES - 1)
      .waitFor()
    shown.push(await page.evaluate(() => performance.now()))
  }
  await page.locator('[data-test=drink]').first().click()
  await page.locator('[data-test=task-target]').click()
  const found: number[] = []
  for (let i = 0; i < RUNS; i++) {
    await page.locator('[data-test=target-brix] input').fill(String(9 + i / 4))
    found.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) => {
            const at = performance.now()
            const seen = new MutationObserver(() => {
              if (!document.querySelector('[data-test=found]')) return
              seen.disconnect()
              requestAnimationFrame(() => done(performance.now() - at))
            })
            seen.observe(document.body, { childList: true, subtree: true })
            document.querySelector<HTMLElement>('[data-test=find-amounts]')!.click()
          }),
      ),
    )
  }
  await browser.close()
  const [first, ...others] = found
  return [
    [
      `Drinks with ${RECIPES} recipes, from loading to the first glass, median of 5`,
      `${(middle(opened) / 1000).toFixed(2)} s; to the last of them ${(middle(shown) / 1000).toFixed(2)} s`,
      '1 s',
    ],
    [
      'a target in the worker, from the button to the amounts',
      `${middle(others).toFixed(0)} ms; the first, with the solver's start, ${first!.toFixed(0)} ms`,
      '200 ms',
    ],
  ]
}
