import { evaluateRecipe, newSyrup, shippedContext } from '../recipe'
import { expectedOf, paidPerGram, prepStudy, runsOf, standardOfUses, type MakingRow, type MakingRun } from './study'

const syrup = evaluateRecipe(newSyrup(), shippedContext({}))
/** g of sugar that the standard takes. */
const sugarG = syrup.bill.own.find((o) => 'ingredient' in o.item && o.item.ingredient === 'white-sugar')!.mass.value
const massG = syrup.jug.mass.value
const run = (over: Partial<MakingRun> = {}): MakingRun => ({
  ...{ outG: 1000, standardG: 1000, minutes: 10, standardMin: 10, brix: null, standardBrix: 50 },
  ...over,
})

describe('what a standard makes of what was taken', () => {
  it('goes by what was scarcest, and water is out of the tap', () => {
    expect(standardOfUses(syrup, (key) => (key === 'white-sugar' ? sugarG / 2 : 0))).toBeCloseTo(massG / 2, 6)
  })
  it('is not known where some of it was in no lot', () => expect(standardOfUses(syrup, () => 0)).toBeNull())
})

describe('makings as what is learned from', () => {
  const row: MakingRow = {
    ...{ outG: 950, minutes: 12, hands: 2, standardMin: 20, seen: { brix: 49 } },
    uses: [
      { lotId: 'a', itemKey: 'white-sugar', amount: sugarG / 4 },
      { lotId: 'b', itemKey: 'white-sugar', amount: sugarG / 4 },
    ],
  }
  const [learned] = runsOf([row], syrup, (use) => use.amount)
  it('count what came out of several lots together, and the minutes of all hands', () => {
    expect(learned!.standardG).toBeCloseTo(massG / 2, 6)
    expect([learned!.minutes, learned!.brix, learned!.standardBrix]).toEqual([24, 49, syrup.jug.brix.value])
  })
  it('told step by step go by what went in', () => {
    const told = { ...row, made: { workedOutG: 1234 }, minutes: null, seen: null }
    expect(runsOf([told], syrup, (use) => use.amount)[0]).toMatchObject({ standardG: 1234, minutes: null, brix: null })
  })
})

describe('what makings teach', () => {
  it('is what the standard says before there is any, and says so', () => {
    const { output, minutes, brixOff, runs, timed } = prepStudy([])
    expect([output.expected, minutes.expected, brixOff, runs, timed]).toEqual([1, 1, null, 0, 0])
  })
  it('moves from there with each, and further with more of them', () => {
    const less = run({ outG: 900 })
    const [once, often] = [prepStudy([less]), prepStudy(Array<MakingRun>(8).fill(less))]
    expect(once.output.expected).toBeLessThan(1)
    expect(often.output.expected).toBeLessThan(once.output.expected)
    expect(often.output.expected).toBeGreaterThan(0.9)
  })
  it('is of °Bx what was read less what the standard says, of those that were read', () =>
    expect(prepStudy([run({ brix: 51 }), run({ brix: 48 }), run()]).brixOff).toBe(-0.5))
  it('leaves out what nobody knows what went into, and what nobody timed', () => {
    const { runs, timed } = prepStudy([run({ standardG: null }), run({ minutes: null }), run({ standardMin: 0 })])
    expect([runs, timed]).toEqual([2, 1])
  })
  it('is what a making is expected to come to here', () =>
    expect(expectedOf(syrup, { output: 0.9, minutes: 2 })).toEqual({
      volumeMl: syrup.jug.volume.value * 0.9,
      massG: massG * 0.9,
      handMin: syrup.handMin * 2,
    }))
})

describe('what a gram of what stands there cost', () => {
  const lot = (over: object = {}) => ({ unit: 'g', amount: 1000, onHand: 500, cost: 4, ...over })
  it('is what was paid for what is left, by weight', () => {
    expect(paidPerGram([lot(), lot({ cost: 8 })], 1.2)).toBeCloseTo((2 + 4) / 1000, 12)
    expect(paidPerGram([lot({ unit: 'mL' })], 1.25)).toBeCloseTo(2 / 625, 12)
  })
  it('is not known where there is none, or where one of them has no cost: never a sum with a hole', () => {
    expect([
      paidPerGram([], 1),
      paidPerGram([lot({ onHand: 0 })], 1),
      paidPerGram([lot(), lot({ cost: null })], 1),
    ]).toEqual([null, null, null])
  })
})
