import type { Recipe } from 'schema-dts'
import { Evaluator, shippedContext, startingDrink } from '../recipe'
import { infusingIn, ownDocumentIn, potOf, readRecipe, recipeJsonLd, withInfusion } from '.'

const evaluate = (doc: Parameters<Evaluator['evaluate']>[0]) => new Evaluator(shippedContext()).evaluate(doc)

describe('what a text has in water', () => {
  it.each<[string, ReturnType<typeof infusingIn>]>([
    ['Steep the flowers for 10 to 20 minutes.', { way: 'hot', minutes: 15 }],
    ['Hierve el agua con la jamaica 10 min y cuela.', { way: 'hot', minutes: 10 }],
    ['Deja remojar toda la noche en el refrigerador.', { way: 'cold', minutes: 480 }],
    ['Soak the tea in cold water for 6 hours', { way: 'cold', minutes: 360 }],
    ['Boil, then strain', { way: 'hot', minutes: 10 }],
    ['Stir and serve over ice.', null],
    ['Steep for 900 hours', { way: 'hot', minutes: 4320 }],
  ])('“%s”', (text, found) => expect(infusingIn([text])).toEqual(found))

  it('becomes steps of the pot: steeped, taken out, cooled before it meets what is fresh', () => {
    const pot = potOf(
      [
        { key: 'water', amount: { value: 2, unit: 'L' } },
        { key: 'white-sugar', amount: { value: 150, unit: 'g' } },
        { key: 'lime-juice', amount: { value: 60, unit: 'mL' } },
      ],
      { id: null, volumeMl: 300 },
    )!
    const infused = withInfusion(pot, [{ key: 'hibiscus', massG: 40 }], { way: 'hot', minutes: 10 })
    expect(infused.steps.map((s) => s.op)).toEqual(['take', 'take', 'take', 'take', 'steep', 'cool', 'combine'])
    const [plain, made] = [evaluate(pot), evaluate(infused)]
    // Flowers keep half as much again of their weight in liquor, and give acid and colour.
    expect(made.pot!.volume.value).toBeLessThan(plain.pot!.volume.value - 30)
    expect(made.jug.acid.value / made.jug.volume.value).toBeGreaterThan(plain.jug.acid.value / plain.jug.volume.value)
    expect(made.bill.ingredients.get('hibiscus')! * made.pot!.cups.value).toBeCloseTo(40, 6)
    expect(withInfusion(pot, [], { way: 'hot', minutes: 10 })).toBe(pot)
  })
})

describe('a recipe that is given away', () => {
  const document = startingDrink('lemonade', null, 300)
  const given = (over: Partial<Parameters<typeof recipeJsonLd>[0]> = {}) =>
    recipeJsonLd({
      name: 'House lemonade',
      note: 'Stir before pouring.',
      category: 'Lemonade',
      language: 'en',
      day: '2026-11-27',
      ingredients: ['39 mL lemon juice', '30 g white sugar', '243 mL water'],
      steps: ['Fill up.'],
      makes: '1 cup of 300 mL',
      minutes: 1.2,
      document,
      ...over,
    })
  it('is a Recipe of schema.org, whose lines anybody reads', () => {
    const ld: Recipe & { name?: unknown } = given()
    expect(ld).toMatchObject({
      '@type': 'Recipe',
      name: 'House lemonade',
      recipeYield: '1 cup of 300 mL',
      totalTime: 'PT1M',
    })
    const { title, lines } = readRecipe(JSON.stringify(ld))
    expect([title, lines.map((l) => [l.what, l.key, l.massG && Math.round(l.massG)])]).toEqual([
      'House lemonade',
      [
        ['take', 'lemon-juice', 40],
        ['take', 'white-sugar', 30],
        ['take', 'water', 243],
        ['unread', null, null],
      ],
    ])
  })
  it('comes back equal, from a file, an array or a page', () => {
    const text = JSON.stringify(given())
    for (const as of [text, `[${text}]`, `<html><script type="application/ld+json">${text}</script></html>`])
      expect(ownDocumentIn(as)).toEqual(document)
  })
  it('of somebody else has no document of ours', () => {
    const { identifier: _, ...others } = given() as unknown as Record<string, unknown>
    expect(ownDocumentIn(JSON.stringify(others))).toBeNull()
    expect(ownDocumentIn(JSON.stringify({ ...others, identifier: 'abc' }))).toBeNull()
    expect(
      ownDocumentIn(JSON.stringify({ ...others, identifier: { propertyID: 'olvex:recipe-document', value: '{' } })),
    ).toBeNull()
    expect(ownDocumentIn('2 cups water')).toBeNull()
  })
})
