import { Evaluator, shippedContext } from '../recipe'
import { INGREDIENTS } from '../substances'
import {
  answered,
  crushingIn,
  doneBetween,
  forDrink,
  madeOf,
  openQuestions,
  readRecipe,
  US_COOK,
  type SaidWays,
} from '.'

const evaluate = (doc: Parameters<Evaluator['evaluate']>[0]) => new Evaluator(shippedContext()).evaluate(doc)
const kindOf = (key: string) => INGREDIENTS.get(key)?.kind

/** As the text itself says, or as somebody answered, with nothing left to ask. */
function made(text: string, over: Partial<SaidWays> = {}) {
  const recipe = readRecipe(text)
  const takes = recipe.lines.filter((l) => l.what === 'take')
  const things = takes.flatMap(({ key }) => (key ? [{ key, kind: kindOf(key) }] : []))
  const { ways, doing, open } = doneBetween(recipe, { way: null, crushing: null, ...over }, things)
  const rows = takes.map((l) => answered(forDrink(l, US_COOK, [], ways), {}, US_COOK, kindOf, ways))
  expect(openQuestions(rows, []) + open).toBe(0)
  const document = madeOf(rows, doing, { id: null, volumeMl: 300 })!
  return { document, ops: document.steps.map((s) => s.op).filter((o) => o !== 'take'), rows, of: evaluate(document) }
}
const HORCHATA = `Horchata
1 cup white rice
2 cinnamon sticks
1.5 L water
150 g sugar
Soak overnight, blend and strain through a cloth.`

describe('what a text blends', () => {
  it.each<[string, ReturnType<typeof crushingIn>]>([
    ['Blend until smooth and strain.', 'strained'],
    ['Licúa la fruta con el agua y cuela.', 'strained'],
    ['Licuar todo con hielo', 'blended'],
    ['Remoja la chía 15 minutos', 'whole'],
    ['Steep and strain', null],
    ['Stir and serve', null],
  ])('“%s”', (text, way) => expect(crushingIn([text])).toBe(way))

  it('grain soaks in the fridge, is blended with its water and strained through a cloth', () => {
    const { ops, of } = made(HORCHATA)
    const { pot, jug, bill } = of
    expect(ops).toEqual(['combine', 'cool', 'rest', 'blend', 'strain', 'combine'])
    // The rice keeps half as much again of its own weight in liquor; the sugar goes into the pot after that.
    expect(pot!.volume.value).toBeLessThan(1500)
    expect(pot!.volume.value).toBeGreaterThan(1200)
    expect(jug.brix.value).toBeGreaterThan(9)
    const cups = pot!.cups.value
    expect([bill.ingredients.get('white-rice')! * cups, bill.ingredients.get('cinnamon')! * cups]).toEqual([
      expect.closeTo(185, 6),
      expect.closeTo(6, 6),
    ])
  })
  it('fruit goes in by its flesh: as purchased, less what is trimmed off', () => {
    const text = '2 cups strawberries\n1 L water\n80 g sugar\njuice of 2 limes'
    const blended = made(text, { crushing: 'blended' })
    const [fruit, trim] = blended.document.steps.filter((s) => s.op === 'trim' || s.out.startsWith('strawberry'))
    // 304 g cut up, USDA; 0.94 of a strawberry is eaten.
    expect(fruit).toMatchObject({ op: 'take', amount: { value: expect.closeTo(304 / 0.94, 6) as number, unit: 'g' } })
    expect((trim as { trimmedG: number }).trimmedG).toBeCloseTo(304 / 0.94 - 304, 1)
    const strained = made(text, { crushing: 'strained' })
    expect(strained.ops).toEqual(['trim', 'blend', 'strain', 'combine'])
    expect(strained.of.pot!.volume.value).toBeLessThan(blended.of.pot!.volume.value)
    const squeezed = made(text, { crushing: 'none' })
    expect([squeezed.ops, squeezed.rows.map((r) => r.goes)]).toEqual([['combine'], [null, null, null, null]])
    expect(squeezed.rows[0]).toMatchObject({ key: 'strawberry-puree', amount: { unit: 'mL' } })
  })
  it('citrus is squeezed all the same, and a root lies in hot water', () => {
    const { rows, ops } = made('3 oranges\n1 mango\n500 mL water\n60 g sugar\nBlend.')
    expect([rows.map((r) => r.goes), ops]).toEqual([
      [null, 'crushed', null, null],
      ['trim', 'blend', 'combine'],
    ])
    const tea = made('30 g fresh ginger, sliced\n1 L water\n80 g sugar\nBoil 10 minutes.')
    expect([tea.rows[0], tea.ops]).toMatchObject([
      { key: 'ginger-root', goes: 'infused', amount: { value: 30, unit: 'g' } },
      ['steep', 'cool', 'combine'],
    ])
  })
  it('seeds that lie in water for a short time stay on the bench, and in the drink', () => {
    const { ops, document } = made('2 tbsp chia\n1 L water\n60 g sugar\nSoak the chia 15 minutes.')
    expect(ops).toEqual(['combine', 'rest', 'combine'])
    expect(document.steps.find((s) => s.op === 'rest')).toMatchObject({ minutes: 15 })
    expect(made('200 g mango\n60 g sugar\nBlend.').ops).toEqual(['trim', 'blend', 'combine'])
  })
  it('is asked where the text does not say, and only of what can go either way', () => {
    const open = (text: string, key: string, said: Partial<SaidWays> = {}) =>
      doneBetween(readRecipe(text), { way: null, crushing: null, ...said }, [{ key, kind: kindOf(key) }])
    expect(open('2 mangoes', 'mango')).toMatchObject({ crushable: true, open: 1, ways: { crushes: false } })
    expect(open('2 mangoes', 'mango', { crushing: 'none' })).toMatchObject({ open: 0, doing: { crushing: null } })
    expect(open('3 oranges', 'orange')).toMatchObject({ crushable: false, open: 0 })
    expect(open('30 g ginger\nBoil it.', 'ginger')).toMatchObject({ crushable: false, open: 0, minutes: 10 })
    // Only what the text itself leaves in cold water goes into the blender with it.
    expect(open('200 g mango\nBlend.', 'mango', { way: 'cold' })).toMatchObject({
      ways: { soaks: false, crushes: true },
    })
    // Answered otherwise than the text has it, the text's own minutes are not meant.
    expect(open('20 g hibiscus\nSoak 6 hours.', 'hibiscus', { way: 'hot' })).toMatchObject({ minutes: 10 })
  })
})
