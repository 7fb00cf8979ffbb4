import fc from 'fast-check'
import { massG, ProcessLimit } from '../process'
import { scaledDocument, type Evaluation, type RecipeDocument } from '../recipe'
import { TEMPLATES, templateOf } from '../templates'
import { fold, soFar, standing, withLoads, type BatchEvent, type EventBody } from '.'
import { evaluate, event, g, lemonade } from '../../tests/laws/batches'

const puree = scaledDocument(templateOf('fruit-puree')!.document, 5)
const tea = templateOf('tea-concentrate-hot')!.document
/** g that went in, and g that are somewhere: in the pot, left over, lost, or not taken up. */
function balance(e: Evaluation): [inG: number, outG: number] {
  const inG = e.bill.own.reduce((n, o) => n + o.mass.value, 0)
  const beside = [...e.byProducts, ...e.losses, ...e.unused].reduce((n, s) => n + massG(s.stream), 0)
  return [inG, massG(e.output) + beside]
}

describe('a batch as it happened', () => {
  it('is what was planned, where nothing happened', () => {
    expect(fold(lemonade, []).document).toBe(lemonade)
    expect(soFar(fold(lemonade, []))).toBeNull()
  })
  it('takes what was weighed, in as many takes as the scale needed', () => {
    const take = tea.steps.find((s) => s.op === 'take')!
    const told = fold(tea, [
      event({ kind: 'weighed', take: take.out, amount: g(10), lotId: null, more: true }),
      event({ kind: 'weighed', take: take.out, amount: g(5), lotId: null }),
    ])
    expect(told.document.steps.find((s) => s.out === take.out)).toMatchObject({ amount: g(15) })
    expect([...told.open]).toEqual([])
    // In another unit than what is there already it cannot be added up.
    const odd = fold(tea, [
      event({ kind: 'weighed', take: take.out, amount: g(10), lotId: null, more: true }),
      event({ kind: 'weighed', take: take.out, amount: { value: 5, unit: 'mL' }, lotId: null }),
    ])
    expect([odd.odd[0]!.code, odd.weighed.get(take.out), [...odd.open]]).toEqual(['unit-unlike', 10, [take.out]])
  })
  it('a reading is what the pot is from then on, and what was weighed stays', () => {
    const events = [
      event({ kind: 'read', of: lemonade.output, reading: { brix: 11.2, ta: 0.7, massG: 11_500, ph: 2.6 } }),
    ]
    const told = fold(lemonade, events)
    const [was, is] = [evaluate(lemonade), evaluate(told.document)]
    expect([is.jug.mass.value, is.jug.brix.value, is.jug.ta!.value]).toEqual([
      expect.closeTo(11_500, 6),
      expect.closeTo(11.2, 4),
      expect.closeTo(0.7, 4),
    ])
    expect(is.bill.own.map((o) => o.mass.value)).toEqual(was.bill.own.map((o) => o.mass.value))
    expect(told.phRead.get(lemonade.output)).toBe(2.6)
    // What was added before a reading is in it; what comes after is on top of it.
    const sugar = {
      kind: 'added',
      to: lemonade.output,
      item: { ingredient: 'white-sugar' },
      amount: g(100),
      lotId: null,
      why: null,
    } as const
    const after = evaluate(fold(lemonade, [...events, event(sugar)]).document)
    expect(after.jug.mass.value).toBeCloseTo(11_600, 6)
    expect(evaluate(fold(lemonade, [event(sugar, 0), ...events]).document).jug.mass.value).toBeCloseTo(11_500, 6)
  })
  it('goes on without what was left out or skipped, and with what was taken instead', () => {
    const [first] = puree.steps
    const kiwi = fold(puree, [
      event({ kind: 'swapped', take: first!.out, item: { ingredient: 'kiwi' }, amount: g(4000), lotId: null }),
      event({ kind: 'skipped', step: 'hulled' }),
    ])
    const e = evaluate(kiwi.document)
    expect(e.bill.own.map((o) => [o.item, o.mass.value])).toEqual([[{ ingredient: 'kiwi' }, 4000]])
    expect(e.timeline.map((s) => s.op)).toEqual(['wash', 'blend'])
    const salt = fold(lemonade, [event({ kind: 'left-out', take: lemonade.steps[1]!.out })])
    expect(evaluate(salt.document).bill.own[1]!.mass.value).toBe(0)
  })
  it('what no batch can have had changes nothing, and is said', () => {
    const odd = [
      event({ kind: 'done', step: 'nowhere' }),
      event({ kind: 'weighed', take: lemonade.output, amount: g(5), lotId: null }),
      event({ kind: 'skipped', step: lemonade.output }),
      event({ kind: 'added', to: 'nowhere', item: { ingredient: 'salt' }, amount: g(1), lotId: null, why: null }),
    ]
    const told = fold(lemonade, odd)
    expect(told.odd.map((o) => [o.event.id, o.code])).toEqual(
      odd.map((e, i) => [e.id, ['stream-not-made', 'no-take', 'only-step', 'stream-not-made'][i]]),
    )
    expect(told.document).toEqual(lemonade)
  })
  it('in the pot so far is what was weighed and done; at the end it is the batch', () => {
    const takes = lemonade.steps.filter((s) => s.op === 'take')
    const weigh = takes.map((s) =>
      event({
        kind: 'weighed',
        take: s.out,
        amount: (s as { amount: { value: number; unit: 'g' } }).amount,
        lotId: null,
      }),
    )
    const two = soFar(fold(lemonade, weigh.slice(0, 2)))!
    const grams = evaluate(two).bill.own.map((o) => o.mass.value)
    expect(grams).toHaveLength(2)
    expect(massG(evaluate(two).output)).toBeCloseTo(grams[0]! + grams[1]!, 9)
    const all = soFar(fold(lemonade, [...weigh, event({ kind: 'done', step: lemonade.output })]))!
    expect(evaluate(all).jug.brix.value).toBeCloseTo(evaluate(lemonade).jug.brix.value, 9)
    // A step that is not done yet has not happened: tea that draws has no cold concentrate.
    const brewing = soFar(fold(tea, [event({ kind: 'done', step: 'brewed' })]))!
    expect(evaluate(brewing).timeline.map((s) => s.op)).toEqual(['brew', 'combine'])
  })
  it('loads are steps of their own, and come to what they come to together', () => {
    for (const document of [
      puree,
      scaledDocument(templateOf('strained-base')!.document, 4),
      scaledDocument(templateOf('rice-base')!.document, 3),
    ]) {
      const one = evaluate(document)
      const many = evaluate(withLoads(one))
      expect(many.timeline.filter((s) => s.op === 'blend').length).toBeGreaterThan(1)
      expect([many.jug.mass.value, many.jug.brix.value, many.handMin]).toEqual([
        expect.closeTo(one.jug.mass.value, 6),
        expect.closeTo(one.jug.brix.value, 6),
        expect.closeTo(one.handMin, 6),
      ])
      expect(balance(many)[0]).toBeCloseTo(balance(one)[0], 6)
    }
    expect(withLoads(evaluate(lemonade))).toBe(lemonade)
  })
})

describe('for any batch', () => {
  const planned = TEMPLATES.map((t) => t.document)
    .filter((d) => d.steps.every((s) => s.op !== 'take' || 'ingredient' in s.item))
    .concat(lemonade, puree)
  const some = fc.record({
    doc: fc.integer({ min: 0, max: planned.length - 1 }),
    told: fc.array(
      fc.record({
        what: fc.integer({ min: 0, max: 6 }),
        which: fc.nat(),
        share: fc.double({ min: 0.02, max: 2, noNaN: true }),
        at: fc.integer({ min: 0, max: 20 }),
      }),
      { maxLength: 8 },
    ),
  })
  type Some = typeof some extends fc.Arbitrary<infer T> ? T : never
  function eventsOf({ doc, told }: Some): { document: RecipeDocument; events: BatchEvent[] } {
    const document = planned[doc]!
    const takes = document.steps.filter((s) => s.op === 'take')
    const steps = document.steps.filter((s) => s.op !== 'take')
    const made = evaluate(document)
    const events = told.map(({ what, which, share, at }, i) => {
      const take = takes[which % takes.length]!
      const step = steps[which % steps.length]!
      const mass = massG(made.done.find((d) => d.step.out === step.out)!.result.out)
      const all: EventBody[] = [
        { kind: 'weighed', take: take.out, amount: { ...take.amount, value: take.amount.value * share }, lotId: null },
        {
          kind: 'added',
          to: step.out,
          item: { ingredient: 'white-sugar' },
          amount: g(20 * share),
          lotId: null,
          why: null,
        },
        { kind: 'read', of: step.out, reading: { massG: mass * (0.5 + share / 4) } },
        { kind: 'spilled', of: step.out, massG: (mass * share) / 100 },
        { kind: 'done', step: step.out },
        { kind: 'read', of: step.out, reading: { tempC: 5 + 10 * share } },
        { kind: 'note', text: 'a little cloudy' },
      ]
      return event(all[what]!, at, `e${i}`)
    })
    return { document, events }
  }
  /** What cannot be made of it says so with a code; everything else is a number. */
  const tried = (doc: RecipeDocument): Evaluation | string => {
    try {
      return evaluate(doc)
    } catch (e) {
      if (e instanceof ProcessLimit) return e.code
      throw e
    }
  }
  it('mass balances, whatever was told', () => {
    fc.assert(
      fc.property(some, (s) => {
        const { document, events } = eventsOf(s)
        const e = tried(fold(document, events).document)
        if (typeof e === 'string') return
        const [inG, outG] = balance(e)
        expect(outG).toBeCloseTo(inG, 4)
      }),
      { numRuns: 200 },
    )
  })
  it('any order in which it arrives gives the same; what is voided never was', () => {
    fc.assert(
      fc.property(some, fc.nat(), (s, n) => {
        const { document, events } = eventsOf(s)
        const told = fold(document, events)
        expect(fold(document, events.toReversed()).document).toEqual(told.document)
        if (!events.length) return
        const gone = events[n % events.length]!
        const without = events.filter((e) => e !== gone)
        const voided = fold(document, [...events, event({ kind: 'void', event: gone.id }, 30, 'v')])
        expect(voided.document).toEqual(fold(document, without).document)
        expect(standing([...events, event({ kind: 'void', event: gone.id }, 0, 'v')])).toEqual(standing(without))
      }),
      { numRuns: 200 },
    )
  })
  it('what is there so far can be worked out at any moment, or says why not', () => {
    fc.assert(
      fc.property(some, (s) => {
        const { document, events } = eventsOf(s)
        const now = soFar(fold(document, events))
        const e = now && tried(now)
        if (!e || typeof e === 'string') return
        const [inG, outG] = balance(e)
        expect(outG).toBeCloseTo(inG, 4)
      }),
      { numRuns: 200 },
    )
  })
})
