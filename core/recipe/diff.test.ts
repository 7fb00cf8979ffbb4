import { newDrink, newSyrup, withAmount, withLayer, withoutLayer, withServe, withVolume } from './edit'
import { serveChanges, stepChanges, thingsChanged, type ServeChange } from './diff'
import type { RecipeDocument, Serve } from './document'

const plain = newDrink('cup-1', 300)
const drink = withLayer(plain, { ingredient: 'lemon-juice' }, { value: 30, unit: 'mL' })
const kinds = (a: RecipeDocument, b: RecipeDocument) => stepChanges(a, b).map((c) => [c.kind, c.out])

describe('steps of two versions', () => {
  it('are the same where nothing changed, whatever the order in which their fields were written', () => {
    expect(stepChanges(drink, structuredClone(drink))).toEqual([])
    const turned = drink.steps.map((s) => Object.fromEntries(Object.entries(s).reverse()))
    expect(stepChanges(drink, { ...drink, steps: turned as unknown as RecipeDocument['steps'] })).toEqual([])
  })
  it('came or went, with what is taken', () => {
    const sweet = withLayer(drink, { prep: 'p-1' }, { value: 20, unit: 'g' })
    expect(stepChanges(drink, sweet)[0]).toEqual({
      ...{ kind: 'added', out: 'prep-p-1', op: 'take', item: 'prep:p-1', fields: [] },
    })
    expect(kinds(drink, sweet)).toEqual([
      ['added', 'prep-p-1'],
      ['moved', 'jug'],
    ])
    expect(kinds(sweet, withoutLayer(sweet, 'prep-p-1'))).toEqual([
      ['removed', 'prep-p-1'],
      ['moved', 'jug'],
    ])
  })
  it('have other numbers, from and to; a number that is left out is none', () => {
    const more = withAmount(drink, 'lemon-juice', { value: 35, unit: 'mL' })
    expect(stepChanges(drink, more)).toEqual([
      expect.objectContaining({
        ...{ kind: 'changed', item: 'lemon-juice' },
        fields: [{ name: 'amount', from: { value: 30, unit: 'mL' }, to: { value: 35, unit: 'mL' } }],
      }),
    ])
    const syrup = newSyrup()
    const short = syrup.steps.map((s) => (s.op === 'dissolve' ? { ...s, minutes: undefined } : s))
    expect(stepChanges(syrup, { ...syrup, steps: short as RecipeDocument['steps'] })[0]!.fields).toEqual([
      { name: 'minutes', from: 6, to: null },
    ])
  })
  it('take other things in another order: that is a move, and with a number more it is a change', () => {
    const turned = drink.steps.map((s) => (s.op === 'makeUp' ? { ...s, in: [...s.in].reverse() } : s))
    expect(kinds(drink, { ...drink, steps: turned })).toEqual([['moved', 'jug']])
    expect(kinds(drink, withVolume({ ...drink, steps: turned }, 350))).toEqual([['changed', 'jug']])
  })
})

describe('how it is served, otherwise', () => {
  const served = (change: Partial<Serve>): RecipeDocument => withServe(drink, change)
  it.each<[string, RecipeDocument, ServeChange]>([
    ['more drink', withVolume(drink, 350), { what: 'volume', from: 300, to: 350 }],
    ['less ice', served({ iceG: 40 }), { what: 'ice', from: 90, to: 40 }],
    ['more hands', served({ labourS: 45 }), { what: 'pour', from: 20, to: 45 }],
    ['a garnish', served({ garnish: [{ ingredient: 'mint', massG: 1 }] }), { what: 'garnish' }],
    ['another cup', served({ cupId: 'cup-2' }), { what: 'cup' }],
    ['shaken', served({ way: 'shaken' }), { what: 'way' }],
    ['nuggets', served({ iceShape: 'nugget' }), { what: 'way' }],
    ['a top', served({ options: [{ kind: 'top', item: { ingredient: 'water' }, massG: 60 }] }), { what: 'options' }],
    ['a large one', served({ sizes: [{ cupId: 'cup-3', drinkMl: 400, iceG: 120 }] }), { what: 'sizes' }],
    ['a dispenser', served({ dispenser: { drinkMl: 6000, iceG: 500, lateMin: 90 } }), { what: 'dispenser' }],
    ['a night', served({ rest: 'next-day' }), { what: 'rest' }],
    ['kept shorter', { ...drink, keeping: { days: 2 } }, { what: 'keeping' }],
  ])('%s is said once, and back again', (_, changed, said) => {
    expect(serveChanges(drink, changed)).toEqual([said])
    const back = serveChanges(changed, drink)
    expect(back).toEqual(['from' in said ? { ...said, from: said.to, to: said.from } : said])
  })
  it('what was left out is what is usual', () => {
    expect(serveChanges(drink, served({ way: 'poured', iceShape: 'cube', options: [], sizes: [] }))).toEqual([])
  })
})

describe('what somebody changed', () => {
  it('is said once: the volume is the cup’s, and what goes into a mix follows from its layers', () => {
    expect(thingsChanged(drink, withVolume(drink, 350))).toEqual([{ what: 'volume', from: 300, to: 350 }])
    expect(thingsChanged(plain, drink).map((c) => 'kind' in c && [c.kind, c.out])).toEqual([['added', 'lemon-juice']])
  })
  it('of what another step makes up is a number like the others', () => {
    const base = (toVolumeMl: number): RecipeDocument => ({
      ...drink,
      steps: [...drink.steps, { op: 'makeUp', in: ['lemon-juice'], out: 'base', toVolumeMl }],
    })
    expect(thingsChanged(base(100), base(120))).toEqual([
      expect.objectContaining({ kind: 'changed', fields: [{ name: 'toVolumeMl', from: 100, to: 120 }] }),
    ])
  })
})
