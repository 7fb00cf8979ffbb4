import fc from 'fast-check'
import { brixOf, ProcessLimit, streamOf } from '../process'
import { INGREDIENTS, type IngredientData } from '../substances'
import { baseMake, evaluateBase, isLearned, pressFigures, pressInLot, type BaseInput, type PressFacts } from '.'

const juiceOf = (fruit: IngredientData): IngredientData => INGREDIENTS.get(fruit.fruit!.juice)!
const of = (key: string, takenG: number, juice?: IngredientData) => {
  const fruit = INGREDIENTS.get(key)!
  return { fruit, juice: juice ?? juiceOf(fruit), takenG }
}
/** A juice of the same kind with another °Bx. */
const reading = (key: string, brix: number): IngredientData => {
  const juice = juiceOf(INGREDIENTS.get(key)!)
  const times = brix / brixOf(streamOf(juice.composition, 1, 20))
  return {
    ...juice,
    composition: Object.fromEntries(Object.entries(juice.composition).map(([c, g]) => [c, g * times])),
  }
}
const JAR = { trimmedG: null, waterG: 225 * 0.9982, juice: { value: 575, unit: 'mL' as const } }
const jar = (over: Partial<BaseInput> = {}) => evaluateBase({ fruits: [of('pineapple', 850)], ...JAR, ...over })
const perKg = (ml: number, kg = 0.85) => ml / kg
const limitOf = (act: () => unknown): unknown => {
  try {
    return act()
  } catch (e) {
    return e instanceof ProcessLimit ? [e.code, e.field] : e
  }
}

describe('water pressed in with the fruit', () => {
  // Worked example: 0.85 kg of pineapple of 12.8 °Bx as purchased, 225 mL of water, 575 mL out.
  const twelve = () => jar({ fruits: [of('pineapple', 850, reading('pineapple', 12.8))] })
  it('leaves 412 mL per kg and 7.9 °Bx at the least, where the pulp kept no water', () => {
    expect(perKg(twelve().juiceMl.least)).toBeCloseTo(412, 0)
    expect(twelve().leastBrix).toBeCloseTo(7.9, 0.9)
  })
  it('leaves 430 to 445 mL per kg and 8.3 to 8.6 °Bx well mixed: not 676 and 12.8', () => {
    const { juiceMl, brix } = twelve()
    expect(perKg(juiceMl.likely)).toBeGreaterThan(430)
    expect(perKg(juiceMl.likely)).toBeLessThan(445)
    expect(brix).toBeGreaterThan(8.3)
    expect(brix).toBeLessThan(8.6)
  })
  it('is as much juice as a °Bx that was read says, give or take a tenth, and not less than what is sure', () => {
    const read = jar({ brix: 8.6 })
    expect(read.brix).toBe(8.6)
    // 8.6 of 12.54 °Bx
    expect(read.juiceG / read.outG).toBeCloseTo(8.6 / 12.54, 2)
    expect(read.juiceMl.least / read.juiceMl.likely).toBeCloseTo(1 / 1.1, 2)
    expect(brixOf(streamOf(read.composition, 100, 20))).toBeCloseTo(8.6, 6)
    expect(jar({ brix: 3 }).juiceMl.likely).toBeCloseTo(350, 0)
    const ripe = jar({ brix: 15 })
    expect(brixOf(streamOf(ripe.composition, 100, 20))).toBeCloseTo(15, 6)
    expect(ripe.juiceG).toBeCloseTo(ripe.outG, 6)
  })
  it('without water is the juice of the fruit', () => {
    const dry = jar({ waterG: 0, juice: { value: 300, unit: 'mL' } })
    expect(dry.juiceMl.likely).toBeCloseTo(300, 6)
    expect(dry.juiceMl.least).toBeCloseTo(300, 6)
    expect(dry.composition.sucrose).toBeCloseTo(juiceOf(INGREDIENTS.get('pineapple')!).composition.sucrose!, 6)
    expect(dry.waterKeptG).toBeCloseTo(0, 6)
  })
  it('mixes with what was left of the fruit: trimmed by weight, or its usual edible share', () => {
    expect(jar({ trimmedG: 416.5 }).juiceG).toBeCloseTo(jar().juiceG, 0)
    const little = { juice: { value: 300, unit: 'mL' as const } }
    expect(jar({ ...little, trimmedG: 600 }).juiceG).toBeLessThan(jar(little).juiceG)
    expect(jar({ trimmedG: null, parts: [{ part: 'crown', massG: 200 }] }).byProducts.map((b) => b.name)).toEqual([
      'crown',
      'pulp',
    ])
  })
  it('is never thinner than what is sure: fruit that gave more than flesh usually holds, held more', () => {
    const much = jar({ juice: { value: 850, unit: 'mL' } })
    expect(much.juiceMl.likely).toBeCloseTo(625, -1)
    expect(much.brix).toBeGreaterThanOrEqual(much.leastBrix - 0.05)
  })
  it('refuses more than went in, and parts that weigh more than what is left', () => {
    expect(limitOf(() => jar({ juice: { value: 1100, unit: 'g' } }))).toEqual(['base-more-than-went-in', 'juice'])
    expect(limitOf(() => jar({ trimmedG: 850 }))).toEqual(['trim-takes-all', 'trimmedG'])
    expect(limitOf(() => jar({ parts: [{ part: 'pulp', massG: 600 }] }))).toEqual(['parts-heavier-than-fruit', 'parts'])
    expect(jar({ parts: [{ part: 'pulp', massG: 400 }] }).byProducts).toEqual([{ name: 'pulp', massG: 400 }])
  })
  it('spilled juice came out too', () => {
    const spilled = jar({ juice: { value: 500, unit: 'mL' }, spilledMl: 75 })
    expect(spilled.juiceMl.likely).toBeCloseTo(jar().juiceMl.likely, 6)
    expect(spilled.juiceG).toBeCloseTo((jar().juiceG * 500) / 575, 6)
  })
  it('whatever goes in, what comes out lies between what is sure and what there is', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('pineapple', 'lemon', 'mango', 'carrot', 'watermelon'),
        fc.double({ min: 50, max: 20000, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.option(fc.double({ min: 0, max: 30, noNaN: true })),
        (key, takenG, waterShare, outShare, brix) => {
          const waterG = takenG * waterShare
          const input = {
            fruits: [of(key, takenG)],
            trimmedG: null,
            waterG,
            juice: { value: outShare * (takenG + waterG), unit: 'g' as const },
            brix,
          }
          let r
          try {
            r = evaluateBase(input)
          } catch (e) {
            return expect(e).toBeInstanceOf(ProcessLimit)
          }
          const { least, likely, most } = r.juiceMl
          expect(least).toBeLessThanOrEqual(likely + 1e-6)
          expect(likely).toBeLessThanOrEqual(most + 1e-6)
          expect(r.juiceG).toBeLessThanOrEqual(r.outG + 1e-6)
          for (const x of [r.outMl, r.brix, r.leastBrix, r.ph, r.waterKeptG, ...Object.values(r.composition)])
            expect(x >= 0 && Number.isFinite(x)).toBe(true)
          expect(Object.values(r.composition).reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(100 + 1e-6)
        },
      ),
    ))
})

describe('several fruits in one go', () => {
  const two = () => jar({ fruits: [of('pineapple', 600), of('mango', 250)] })
  it('are one mixture of their juices, by what each holds', () => {
    const { composition, cautions } = two()
    const [pineapple, mango] = ['pineapple', 'mango'].map((k) => juiceOf(INGREDIENTS.get(k)!).composition.citric ?? 0)
    expect(composition.citric).toBeGreaterThan(0)
    expect(composition.citric).toBeLessThan(Math.max(pineapple!, mango!))
    expect(cautions).toContain('keep-cold')
  })
  it('give a yield to none of them, and a share of the strip to each lot', () => {
    const takes = [
      { lotId: 'a', takenG: 600, outG: 600 },
      { lotId: 'b', takenG: 250, outG: 200 },
    ]
    const row = { takes, takenG: 850, trimmedG: 170, juiceG: 340, juiceMl: 325, spilledMl: null }
    expect(isLearned({ weighed: true, takes, mark: null })).toBe(false)
    expect(pressInLot(row, 'a')).toMatchObject({
      takenG: 600,
      trimmedG: expect.closeTo(120, 9),
      juiceG: expect.closeTo(240, 9),
    })
    // 50 g of the second were peeled off before, and are no trimming of what is left.
    expect(pressInLot(row, 'b')).toMatchObject({ takenG: 200, trimmedG: 0, juiceG: expect.closeTo(100, 9) })
    expect(pressInLot({ ...row, takes: [takes[0]!] }, 'a')).toMatchObject({ takenG: 850 })
  })
})

describe('figures of a base', () => {
  const facts: PressFacts = {
    takenG: 850,
    trimmedG: null,
    juiceMl: 366,
    juiceTyped: 'mL',
    minutes: 6,
    fruitCost: 2,
    fruitCostBasis: 'measured',
    base: { outMl: 575, spilledMl: null },
    params: { name: 'pineapple', when: '2026-11-20T08:00:00Z' },
  }
  it('yield is of the juice in it, as an estimate; cost of a litre of all that came out', () => {
    const f = pressFigures(facts)
    expect([f.yield!.value, f.yield!.basis]).toEqual([expect.closeTo(366 / 0.85, 6), 'estimated'])
    expect(f.basePerL!.value).toBeCloseTo(2 / 0.575, 6)
    expect(f.costPerL!.value).toBeCloseTo(2 / 0.366, 6)
    expect(pressFigures({ ...facts, isMixed: true }).yield).toBeNull()
    expect(pressFigures({ ...facts, base: null }).basePerL).toBeNull()
  })
})

describe('what a base is made of', () => {
  const run = (takenG: number, waterG: number, outG: number, citric: number, minutes: number | null = null) => ({
    takes: [{ ingredientKey: 'pineapple', takenG, weighed: takenG !== 500 }],
    minutes,
    hands: 2,
    base: { waterG, outG, outMl: outG / 1.03, composition: { citric }, ph: 3.5, cautions: ['keep-cold' as const] },
  })
  it('is the mean of its makings, by what each gave', () => {
    const make = baseMake([run(1000, 300, 700, 1, 10), run(500, 300, 300, 2)])!
    expect(make.parts).toEqual([
      { key: 'pineapple', gPerG: 1.5 },
      { key: 'water', gPerG: 0.6 },
    ])
    expect(make.composition.citric).toBeCloseTo(1.3, 9)
    expect(make.perFruit).toEqual([0.7])
    expect(make.minutesPerL).toBeCloseTo(20 / (0.7 / 1.03), 6)
    expect([make.runs, make.gPerMl, make.cautions]).toEqual([2, expect.closeTo(1.03, 9), ['keep-cold']])
  })
  it('is not known of none, and of the latest twelve', () => {
    expect(baseMake([])).toBeNull()
    const many = [...Array<ReturnType<typeof run>>(12).fill(run(1000, 0, 500, 1)), run(9000, 0, 500, 1)]
    expect(baseMake(many)!.parts).toEqual([{ key: 'pineapple', gPerG: 2 }])
  })
})
