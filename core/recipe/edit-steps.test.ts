import { templateOf } from '../templates'
import {
  addInput,
  changeStep,
  evaluateRecipe,
  insertStep,
  moveStep,
  removeStep,
  shippedContext,
  splitIntoLoads,
  type RecipeDocument,
} from '.'

const evaluate = (doc: RecipeDocument) => evaluateRecipe(doc, shippedContext({}))
const doc = (key: string): RecipeDocument => templateOf(key)!.document
const order = (d: RecipeDocument): string[] => d.steps.map((s) => s.out)
const inputs = (d: RecipeDocument, out: string) => (d.steps.find((s) => s.out === out) as { in?: string[] }).in
const refuses = (make: () => RecipeDocument, code: string, field?: string) =>
  expect(make).toThrow(expect.objectContaining({ code, ...(field ? { field } : {}) }))

// sugar, water, heat, leaf, steep, cool
const herb = doc('herb-syrup')

it('a number is changed, and nothing that joins the steps', () => {
  const changed = changeStep(herb, 'steeped', { minutes: 5, out: 'x', in: [], op: 'brew' } as never)
  expect(changed.steps.find((s) => s.out === 'steeped')).toMatchObject({ op: 'steep', minutes: 5, in: ['leaf', 'hot'] })
  refuses(() => changeStep(herb, 'gone', {}), 'stream-not-made', 'gone')
})

describe('a step is put in', () => {
  it('and what took the stream takes it', () => {
    const held = insertStep(herb, 'hot', 'rest', { minutes: 10 })
    expect(order(held)).toEqual(['sugar', 'water', 'hot', 'rest', 'leaf', 'steeped', 'syrup'])
    expect([inputs(held, 'rest'), inputs(held, 'steeped')]).toEqual([['hot'], ['leaf', 'rest']])
    expect(evaluate(held).waitMin).toBeCloseTo(evaluate(herb).waitMin + 10, 6)
  })
  it('at the end, and makes what comes out', () => {
    const strained = insertStep(herb, 'syrup', 'strain')
    expect([strained.output, inputs(strained, 'strain')]).toEqual(['strain', ['syrup']])
    expect(order(insertStep(strained, 'strain', 'strain'))).toContain('strain-2')
  })
  it('with a second stream where it needs one: solids first where they are steeped', () => {
    const spiced = insertStep(
      herb,
      'hot',
      'steep',
      { minutes: 20 },
      { of: { ingredient: 'cinnamon' }, amount: { value: 5, unit: 'g' } },
    )
    expect([inputs(spiced, 'steep'), inputs(spiced, 'steeped')]).toEqual([
      ['cinnamon', 'hot'],
      ['leaf', 'steep'],
    ])
    refuses(() => insertStep(herb, 'hot', 'steep', { minutes: 20 }), 'step-needs-another', 'steep')
    refuses(() => insertStep(herb, 'gone', 'rest'), 'stream-not-made', 'gone')
  })
  it('and so is one more thing, where many go in', () => {
    const acid = { of: { ingredient: 'citric-acid' }, amount: { value: 5, unit: 'g' } as const }
    expect(inputs(addInput(herb, 'hot', acid.of, acid.amount), 'hot')).toEqual(['sugar', 'water', 'citric-acid'])
    refuses(() => addInput(herb, 'syrup', acid.of, acid.amount), 'step-takes-no-more', 'syrup')
  })
})

describe('a step is taken out', () => {
  it('and what it took goes on, what was taken for it alone goes too', () => {
    const plain = removeStep(herb, 'steeped')
    expect([order(plain), inputs(plain, 'syrup')]).toEqual([['sugar', 'water', 'hot', 'syrup'], ['hot']])
    const warm = removeStep(herb, 'syrup')
    expect([warm.output, order(warm)]).toEqual(['steeped', ['sugar', 'water', 'hot', 'leaf', 'steeped']])
  })
  it('a take leaves the step that takes many, and not the one that needs it', () => {
    expect(inputs(removeStep(herb, 'sugar'), 'hot')).toEqual(['water'])
    refuses(() => removeStep(herb, 'leaf'), 'step-needs-input', 'leaf>steeped')
    refuses(() => removeStep(removeStep(herb, 'sugar'), 'water'), 'step-needs-input', 'water>hot')
  })
  it('not where its by-product goes on, nor where it joins what was made apart', () => {
    refuses(() => removeStep(doc('rinsed-base'), 'first'), 'by-product-is-used', 'first>second')
    refuses(() => removeStep(doc('base-in-loads'), 'joined'), 'step-joins-others', 'joined')
    refuses(() => removeStep(doc('syrup-1-1-weight'), 'syrup'), 'only-step', 'syrup')
  })
})

describe('a step is moved', () => {
  it('where nothing is in its way it only moves', () => {
    const leafFirst = moveStep(herb, 'leaf', 0)
    expect(order(leafFirst)).toEqual(['leaf', 'sugar', 'water', 'hot', 'steeped', 'syrup'])
    expect(evaluate(leafFirst).jug.brix.value).toBe(evaluate(herb).jug.brix.value)
  })
  it('in a chain it is taken out and put in again', () => {
    const strained = insertStep(herb, 'syrup', 'strain')
    const before = moveStep(strained, 'strain', order(strained).indexOf('syrup'))
    expect([order(before).slice(-2), inputs(before, 'strain'), inputs(before, 'syrup'), before.output]).toEqual([
      ['strain', 'syrup'],
      ['steeped'],
      ['strain'],
      'syrup',
    ])
    expect(order(moveStep(before, 'strain', 9))).toEqual(order(strained))
  })
  it('not before its input: the reason names both', () => {
    refuses(() => moveStep(herb, 'hot', 0), 'step-before-its-input')
    refuses(() => moveStep(herb, 'sugar', 5), 'step-before-its-input', 'hot>sugar')
    refuses(() => moveStep(doc('rinsed-base'), 'second', 0), 'step-before-its-input')
  })
})

describe('loads', () => {
  it('have a share of all that went in, and come to the same', () => {
    const one = evaluate(doc('strained-base'))
    const three = splitIntoLoads(doc('strained-base'), one, 'crushed', 3)
    const made = evaluate(three)
    expect(order(three)).toEqual(expect.arrayContaining(['crushed-load-1', 'crushed-load-3', 'flesh-1', 'water-3']))
    // Each jar has its own 15 g that stick.
    expect(made.jug.mass.value / one.jug.mass.value).toBeCloseTo(1, 1)
    expect(made.jug.brix.value).toBeCloseTo(one.jug.brix.value, 2)
  })
  it('are more than one, and of a step that takes many', () => {
    const e = evaluate(herb)
    refuses(() => splitIntoLoads(herb, e, 'hot', 1), 'loads-out-of-range', 'hot')
    refuses(() => splitIntoLoads(herb, e, 'syrup', 2), 'step-takes-no-more', 'syrup')
    expect(evaluate(splitIntoLoads(herb, e, 'hot', 2)).jug.brix.value).toBeCloseTo(e.jug.brix.value, 6)
  })
})
