import { Evaluator, newDrink, shippedContext, startingDrink, withAmount, withLayer } from '../recipe'
import { potAsRead, TASTE_WORDS, wantedBy, type TasteWord } from '.'

// Steps of a word: common practice, no source. What is held here is that each word asks for what it says, and no more.

const mixOf = (doc: Parameters<Evaluator['evaluate']>[0]) =>
  potAsRead(new Evaluator(shippedContext()).evaluate(doc), 5000, {}).mix
const lemonade = mixOf(startingDrink('lemonade', null, 300))
const [brix, ratio] = [lemonade.brix.value, lemonade.ratio!.value]

describe('what a taster says of a pot', () => {
  it.each<[TasteWord, { ratio: number; brix?: number }]>([
    ['too-sour', { ratio: ratio * 1.15 }],
    ['too-sweet', { ratio: ratio / 1.15 }],
    ['flat', { ratio: ratio / 1.1 }],
    ['thin', { ratio, brix: brix * 1.1 }],
    ['strong', { ratio, brix: brix / 1.1 }],
    ['bitter', { ratio, brix }],
  ])('“%s” asks for one step, and for nothing else', (word, wanted) => {
    const means = wantedBy([word], lemonade)
    expect(Object.keys(means.wanted).sort()).toEqual(Object.keys(wanted).sort())
    expect(means.wanted.ratio).toBeCloseTo(wanted.ratio, 9)
    if (wanted.brix) expect(means.wanted.brix).toBeCloseTo(wanted.brix, 9)
    // What is bitter is let down, and nothing else is made more of.
    expect(means.leastTimes).toBe(word === 'bitter' ? 1.25 : 1)
  })
  it('two that go together ask for both', () => {
    const { wanted } = wantedBy(['too-sour', 'thin'], lemonade)
    expect([wanted.ratio! / ratio, wanted.brix! / brix]).toEqual([expect.closeTo(1.15, 9), expect.closeTo(1.1, 9)])
    // Flat and too sweet is sourer by the larger of the two steps, and not by both.
    expect(wantedBy(['flat', 'too-sweet'], lemonade).wanted.ratio).toBeCloseTo(ratio / 1.15, 9)
  })
  it('nothing said asks for nothing', () => {
    expect(wantedBy([], lemonade)).toEqual({ wanted: {}, leastTimes: 1 })
  })
  it('any two are refused where they contradict each other, in whatever order, and no other two', () => {
    const against = ['too-sour too-sweet', 'too-sour flat', 'thin strong']
    for (const a of TASTE_WORDS)
      for (const b of TASTE_WORDS) {
        const ask = () => wantedBy([a, b], lemonade)
        if (against.includes(`${a} ${b}`) || against.includes(`${b} ${a}`)) expect(ask).toThrow('words-contradict')
        else expect(ask).not.toThrow()
      }
  })
  it('of a drink without acid a balance cannot be asked, and its strength can', () => {
    const sweet = withLayer(newDrink(null, 300), { ingredient: 'white-sugar' }, { value: 30, unit: 'g' })
    const plain = mixOf(withAmount(sweet, 'water', { value: 270, unit: 'mL' }))
    expect(plain.ratio).toBeNull()
    for (const word of ['too-sour', 'too-sweet', 'flat'] as const)
      expect(() => wantedBy([word], plain)).toThrow('words-no-acid')
    expect(wantedBy(['strong'], plain).wanted).toEqual({ brix: expect.closeTo(plain.brix.value / 1.1, 9) })
  })
})
