import { evaluateRecipe, loopThrough, newSyrup, shippedContext, withLayer, type RecipeDocument } from '../recipe'
import { templateOf } from '../templates'
import {
  compare,
  inWholeLoads,
  isRaw,
  lastDayOf,
  loadsOf,
  paidPerGram,
  prepNeeds,
  prepStudy,
  scaledToOutput,
  standingOf,
  useByOf,
} from '.'

const context = shippedContext({})
const evaluate = (doc: RecipeDocument) => evaluateRecipe(doc, context)
const doc = (key: string): RecipeDocument => templateOf(key)!.document
const made = (key: string) => evaluate(doc(key))

describe('how long it is kept', () => {
  it.each([
    ['syrup-1-1-weight', 7, 'keeps-date-mark'],
    ['syrup-2-1-weight', 28, 'keeps-syrup'],
    ['blended-herb-syrup', 2, 'keeps-fresh-low-acid'],
    ['herb-syrup', 7, 'keeps-date-mark'],
    ['strained-base', 2, 'keeps-fresh-low-acid'],
    ['acid-extended-lime', 3, 'keeps-fresh'],
    ['peel-and-core-syrup', 7, 'keeps-date-mark'],
    ['reduced-sweet-milk', 3, 'keeps-dairy'],
    ['tea-cold-brew', 2, 'keeps-fresh-low-acid'],
    ['tea-concentrate-hot', 7, 'keeps-date-mark'],
    ['saline-drops', 28, 'keeps-syrup'],
  ])('%s: %d days, for %s', (key, days, code) => {
    const { hours, limits } = useByOf(made(key), 'cold')
    expect([hours / 24, limits[0]!.code]).toEqual([days, code])
  })
  it('is short where it is warm, and long where it is frozen', () => {
    const hours = (key: string, store: 'room' | 'frozen') => useByOf(made(key), store).hours
    expect([hours('strained-base', 'room'), hours('acid-extended-lime', 'room')]).toEqual([4, 24])
    expect([hours('reduced-sweet-milk', 'room'), hours('syrup-2-1-weight', 'room')]).toEqual([14 * 24, 14 * 24])
    expect(hours('pulp-ice', 'frozen')).toBe(60 * 24)
  })
  it('is shortened by the owner, and lengthened by nobody without the authority', () => {
    const kept = (key: string, days: number, approval?: object) =>
      useByOf(evaluate({ ...doc(key), keeping: { days, ...(approval ? { approval } : {}) } } as RecipeDocument), 'cold')
    expect(kept('syrup-1-1-weight', 4)).toMatchObject({ hours: 96, limits: [{ code: 'keeps-own' }, {}] })
    expect(kept('syrup-1-1-weight', 40).hours).toBe(7 * 24)
    expect(kept('acid-extended-lime', 21)).toMatchObject({ hours: 72, needsApproval: 'kept-acid' })
    const approval = { number: 'V-17', date: '2026-01-02', words: 'pH 2.2 or below' }
    expect(kept('acid-extended-lime', 21, approval)).toMatchObject({ hours: 21 * 24, needsApproval: null })
  })
  it('a culture waits for an approval, however short it is kept', () => {
    expect(useByOf(made('cultured-base'), 'cold').needsApproval).toBe('culture')
    const approval = { number: '1', date: '2026-01-02', words: 'x' }
    expect(useByOf(evaluate({ ...doc('cultured-base'), keeping: { approval } }), 'cold').needsApproval).toBeNull()
  })
  it('the day of making is the first of its days', () => {
    const last = (key: string, store: 'cold' | 'room') => lastDayOf(useByOf(made(key), store), '2026-02-26')
    expect([last('syrup-1-1-weight', 'cold'), last('strained-base', 'room')]).toEqual(['2026-03-04', '2026-02-26'])
  })
  it('a meter and a refractometer are believed before the estimate', () => {
    expect(useByOf(made('strained-base'), 'cold', { ph: 3.9 }).limits[0]!.code).toBe('keeps-fresh')
    expect(useByOf(made('syrup-1-1-weight'), 'cold', { brix: 66 }).limits[0]!.code).toBe('keeps-syrup')
  })
  it('raw is what no heat reached, through preps too', () => {
    const raw = (key: string) => isRaw(made(key))
    expect([raw('strained-base'), raw('pod-pulp'), raw('syrup-1-1-weight')]).toEqual([true, false, false])
    const within = shippedContext({ base: doc('strained-base'), syrup: newSyrup() })
    const taken = (prep: string) =>
      isRaw(evaluateRecipe(withLayer(newSyrup(), { prep }, { value: 9, unit: 'g' }), within))
    expect([taken('base'), taken('syrup')]).toEqual([true, false])
  })
})

describe('as much as is wanted', () => {
  it('is found where boiling away does not grow with it', () => {
    const standard = made('fruit-pulp-syrup')
    const five = scaledToOutput(standard, evaluate, { value: 5000, unit: 'mL' })
    expect(five.evaluation.jug.volume.value).toBeCloseTo(5000, 1)
    // A bigger pot boils no more away in its 35 minutes than a small one: less is needed for each litre.
    expect(five.times).toBeLessThan(5000 / standard.jug.volume.value)
  })
  it.each([0, -1, NaN])('%d mL is nothing', (value) =>
    expect(() => scaledToOutput(made('herb-syrup'), evaluate, { value, unit: 'mL' })).toThrow('output-not-positive'),
  )
  it('goes up to whole jars', () => {
    const scaled = scaledToOutput(made('strained-base'), evaluate, { value: 2500, unit: 'mL' })
    const jars = loadsOf(scaled.evaluation)[0]!.loads.value
    const whole = inWholeLoads(scaled, evaluate)!
    const used = whole.evaluation.done.find((d) => d.step.op === 'blend')!.result.used.volumeMl!
    expect([loadsOf(whole.evaluation)[0]!.loads.value, used / (1500 * 0.67)]).toEqual([jars, expect.closeTo(jars, 6)])
    expect(inWholeLoads({ document: newSyrup(), evaluation: evaluate(newSyrup()), times: 1 }, evaluate)).toBeNull()
  })
})

describe('side by side', () => {
  const before = doc('herb-syrup')
  const change = (out: string, over: object): RecipeDocument => ({
    ...before,
    steps: before.steps.map((s) => (s.out === out ? ({ ...s, ...over } as typeof s) : s)),
  })
  it('says which step made the difference', () => {
    const sweeter = change('sugar', { amount: { value: 1500, unit: 'g' } })
    const {
      changes,
      before: was,
      after,
    } = compare(
      before,
      {
        ...sweeter,
        steps: change('steeped', { minutes: 30 }).steps.map((s) => (s.out === 'sugar' ? sweeter.steps[0]! : s)),
      },
      evaluate,
    )
    expect(changes.map((c) => [c.kind, c.out, c.fields.map((f) => f.name)])).toEqual([
      ['changed', 'sugar', ['amount']],
      ['changed', 'steeped', ['minutes']],
    ])
    expect(after.brix - was.brix).toBeGreaterThan(8)
    expect(changes[0]!.alone!.brix).toBeCloseTo(after.brix - was.brix, 0)
    expect(changes[1]!.alone!.waitMin).toBeCloseTo(15, 0)
    expect(Math.abs(changes[1]!.alone!.brix)).toBeLessThan(0.3)
  })
  it('the same is the same, in whatever order its fields come out of a store', () => {
    const turned = before.steps.map((s) =>
      s.op === 'take' ? { ...s, amount: { unit: s.amount.unit, value: s.amount.value } } : s,
    )
    expect(compare(before, { ...before, steps: turned }, evaluate).changes).toEqual([])
  })
  it('a step more is a change by itself', () => {
    const after: RecipeDocument = {
      ...before,
      output: 'sharp',
      steps: [
        ...before.steps,
        { op: 'take', out: 'acid', item: { ingredient: 'citric-acid' }, amount: { value: 10, unit: 'g' }, tempC: 20 },
        { op: 'combine', in: ['syrup', 'acid'], out: 'sharp' },
      ],
    }
    const { changes } = compare(before, after, evaluate)
    expect(changes.map((c) => [c.kind, c.out])).toEqual([
      ['added', 'acid'],
      ['added', 'sharp'],
    ])
    expect(changes[1]!.alone!.ta).toBeGreaterThan(0.5)
  })
})

it('makings teach what comes out and how long it takes', () => {
  const run = (outG: number, minutes: number | null) => ({
    outG,
    standardG: 1000,
    minutes,
    standardMin: 10,
    brix: 51,
    standardBrix: 50,
  })
  const none = prepStudy([])
  expect([none.output.expected, none.minutes.expected, none.brixOff, none.runs]).toEqual([1, 1, null, 0])
  // Of what nobody wrote down what went in, nothing is learned but the minutes.
  const blind = prepStudy([{ ...run(1000, 30), standardG: null }])
  expect([blind.output.expected, blind.runs, blind.timed]).toEqual([1, 0, 1])
  const learned = prepStudy([run(940, 16), run(950, 15), run(945, null), run(948, 17), run(942, 15)])
  expect(learned.output.expected).toBeGreaterThan(0.94)
  expect(learned.output.expected).toBeLessThan(0.97)
  expect([learned.minutes.expected > 1.35, learned.brixOff, learned.runs]).toEqual([true, 1, 5])
})

it('what was paid for a gram on the shelf', () => {
  const lot = (over: object) => ({ unit: 'g', amount: 1000, onHand: 500, cost: 3, ...over })
  expect(paidPerGram([lot({}), lot({ cost: 6 })], 1.2)).toBeCloseTo(0.0045, 9)
  expect(paidPerGram([lot({ unit: 'mL' })], 1.2)).toBeCloseTo(0.0025, 9)
  expect(paidPerGram([lot({}), lot({ onHand: 0, cost: null })], 1)).toBeCloseTo(0.003, 9)
  expect([paidPerGram([lot({}), lot({ cost: null })], 1), paidPerGram([], 1)]).toEqual([null, null])
})

it('short is what today and tomorrow take beyond what is good', () => {
  const standing = standingOf(
    null,
    [
      { unit: 'mL', onHand: 700, useBy: '2026-02-26' },
      { unit: 'g', onHand: 900, useBy: '2026-02-25' },
    ],
    { today: 600, tomorrow: 500 },
    '2026-02-26',
  )
  expect(standing).toEqual({ onHandMl: 700, todayMl: 600, tomorrowMl: 500, shortMl: 400 })
})

it('what is needed of a prep is needed of what it is made of', () => {
  const cordial = withLayer(newSyrup(), { prep: 'syrup' }, { value: 500, unit: 'g' })
  const within = shippedContext({ syrup: newSyrup(), cordial })
  const evaluation = evaluateRecipe(withLayer(newSyrup(), { prep: 'cordial' }, { value: 100, unit: 'g' }), within)
  // Of 2 500 g of cordial 500 are syrup.
  expect([...prepNeeds([{ evaluation, times: 10 }])]).toEqual([
    ['cordial', 1000],
    ['syrup', expect.closeTo(200, 6)],
  ])
})

it('a prep made of itself is found by the way there', () => {
  const take = (prep: string) => withLayer(newSyrup(), { prep }, { value: 1, unit: 'g' })
  const docs: Record<string, RecipeDocument> = { a: take('b'), b: take('c'), c: take('a'), d: take('b') }
  const through = (id: string, of = docs[id]!) => loopThrough(id, of, (key) => docs[key])
  expect([through('a'), through('d'), through('x', newSyrup())]).toEqual([['a', 'b', 'c', 'a'], null, null])
})
