import fc from 'fast-check'
import { COMPONENT_COUNT, INDEX, INGREDIENTS } from '../substances'
import { inverted } from './inversion'
import {
  CATALOGUE,
  ProcessLimit,
  acidG,
  dissolvedG,
  dissolvedPercentOf,
  fleshOf,
  ingredientStream,
  liquorG,
  massG,
  mixed,
  scaled,
  streamOf,
  sucroseG,
  sugarsG,
  volumeMl,
  type Stream,
  type StepResult,
} from '.'

const lemon = INGREDIENTS.get('lemon')!
const sugar = (g: number, tempC = 20) => ingredientStream(INGREDIENTS.get('white-sugar')!, g, tempC)
const water = (g: number, tempC = 20) => ingredientStream(INGREDIENTS.get('water')!, g, tempC)
const lemonJuice = (g: number, tempC = 20) => ingredientStream(INGREDIENTS.get('lemon-juice')!, g, tempC)
const limitOf = (run: () => unknown): string => {
  try {
    run()
  } catch (e) {
    if (e instanceof ProcessLimit) return e.code
    throw e
  }
  return 'none'
}

/** Every component that goes in comes out somewhere. */
function expectBalance(inputs: readonly Stream[], result: StepResult): void {
  const out = [result.out, ...result.byProducts.map((b) => b.stream), ...result.losses.map((l) => l.stream)]
  for (let i = 0; i < COMPONENT_COUNT; i++) {
    const added = inputs.reduce((sum, s) => sum + s.amountsG[i]!, 0)
    const left = out.reduce((sum, s) => sum + s.amountsG[i]!, 0)
    expect(left).toBeCloseTo(added, 6)
    for (const s of out) expect(s.amountsG[i]).toBeGreaterThanOrEqual(0)
  }
}

describe('every step balances, component by component', () => {
  const grams = fc.double({ min: 50, max: 5000, noNaN: true })
  const share = fc.double({ min: 0.01, max: 0.95, noNaN: true })

  it('trim', () => {
    fc.assert(
      fc.property(grams, share, (g, s) => {
        const fruit = ingredientStream(lemon, g, 20)
        expectBalance([fruit], CATALOGUE.trim.run([fruit], { trimmedG: g * s, byProduct: 'peel' }))
      }),
    )
  })
  it('press', () => {
    fc.assert(
      fc.property(grams, share, (g, s) => {
        const fruit = ingredientStream(lemon, g, 20)
        expectBalance([fruit], CATALOGUE.press.run([fruit], { juiceG: liquorG(fruit) * s, method: 'hand-reamer' }))
      }),
    )
  })
  it('combine', () => {
    fc.assert(
      fc.property(grams, grams, (a, b) => {
        const inputs = [sugar(a), water(b), lemonJuice(100)]
        expectBalance(inputs, CATALOGUE.combine.run(inputs, {}))
      }),
    )
  })
  it('ice in the cup', () => {
    fc.assert(
      fc.property(grams, fc.double({ min: 0, max: 400, noNaN: true }), (g, iceG) => {
        const drink = mixed([sugar(g * 0.1), water(g * 0.9, 12)])
        const ice = streamOf({}, iceG, 0)
        expectBalance([drink, ice], CATALOGUE.iceInCup.run([drink], { iceG, iceTempC: 0 }))
      }),
    )
  })
})

describe('press', () => {
  const fruit = ingredientStream(lemon, 1000, 12)
  const pressed = CATALOGUE.press.run([fruit], { juiceG: 400, method: 'hand-reamer', minutes: 4 })

  it('gives juice as strong as the fruit is inside, cold and without fibre', () => {
    expect(sugarsG(pressed.out) / massG(pressed.out)).toBeCloseTo(sugarsG(fleshOf(fruit)) / liquorG(fleshOf(fruit)), 9)
    expect(pressed.out.amountsG[INDEX.fibre]).toBe(0)
    expect(pressed.out.tempC).toBe(12)
    expect(pressed.handMin).toBe(4)
    expect(pressed.cautions).toEqual(['keep-cold'])
  })
  it('names what is left and what stuck', () => {
    expect(pressed.byProducts.map((b) => b.name)).toEqual(['pulp'])
    expect(massG(pressed.losses[0]!.stream)).toBeCloseTo(8, 9)
  })
  it('loses nothing more when the last drop is out', () => {
    const dry = CATALOGUE.press.run([fruit], { juiceG: liquorG(fruit), method: 'screw' })
    expect(dry.losses).toEqual([])
    expect(massG(dry.byProducts[0]!.stream)).toBeCloseTo(1000 - liquorG(fruit), 6)
  })
})

describe('dissolve', () => {
  it('adds masses, not volumes: a syrup takes less room than its parts', () => {
    const syrup = CATALOGUE.dissolve.run([sugar(500), water(500)], {}).out
    expect(massG(syrup)).toBeCloseTo(1000, 9)
    expect(volumeMl(syrup)).toBeLessThan(volumeMl(water(500)) + 500 / 1.587)
    // 50 % sucrose at 20 °C: 1.2296 g/mL, ICUMSA table (memory)
    expect(massG(syrup) / volumeMl(syrup)).toBeCloseTo(1.2296, 2)
  })
  it('warns of hot syrup, and only of hot syrup', () => {
    expect(CATALOGUE.dissolve.run([sugar(500, 90), water(500, 90)], {}).cautions).toEqual(['hot-sugar'])
    expect(CATALOGUE.dissolve.run([sugar(500), water(500)], {}).cautions).toEqual([])
  })
  it('gives a saturated liquor and the rest, and says how much water would take it', () => {
    const r = CATALOGUE.dissolve.run([sugar(900), water(300)], {})
    expect(r.byProducts.map((b) => b.name)).toEqual(['rest'])
    const [flag] = r.flags
    expect(flag!.code).toBe('sugar-more-than-water-holds')
    // 66.7 % at 20 °C: two parts of sugar to one of water, within a per cent
    expect(flag!.numbers.waterNeededG! / 450).toBeCloseTo(1, 1)
    expect(dissolvedPercentOf(r.out)).toBeCloseTo(66.7, 0)
    expect(massG(r.byProducts[0]!.stream)).toBeCloseTo(flag!.numbers.undissolvedG!, 9)
    expect(r.out.undissolvedG).toBe(0)
    expect(CATALOGUE.dissolve.run([sugar(900), water(flag!.numbers.waterNeededG! + 0.1)], {}).flags).toEqual([])
  })
  it('holds more when warm, and each sugar by its own curve', () => {
    const rest = (...streams: Stream[]) =>
      CATALOGUE.dissolve.run(streams, {}).byProducts.reduce((m, b) => m + massG(b.stream), 0)
    expect(rest(sugar(800, 20), water(350, 20))).toBeGreaterThan(50)
    expect(rest(sugar(800, 70), water(350, 70))).toBe(0)
    const of = (key: string, g: number) => ingredientStream(INGREDIENTS.get(key)!, g, 20)
    // Erythritol: some 33 g in 100 g of solution at 20 °C (makers' leaflets, memory)
    expect(rest(of('erythritol', 674), water(300)) / 526).toBeCloseTo(1, 1)
    // Dextrose: 47.7 % (Jackson and Silsbee 1922, memory), its monohydrate bringing water of its own
    expect(rest(of('dextrose', 600), water(300)) / 222).toBeCloseTo(1, 1)
    expect([rest(of('honey', 500)), rest(of('fructose', 900), water(300))]).toEqual([0, 0])
  })
  it('splits what is dissolved, and no crystals', () => {
    const s = { ...mixed([sugar(900), lemonJuice(300)]), tempC: 80 }
    const { stream, share } = inverted(s, 5)
    expect([s.undissolvedG > 200, share > 0.1]).toEqual([true, true])
    expect(sucroseG(s) - sucroseG(stream)).toBeCloseTo(share * (sucroseG(s) - s.undissolvedG), 6)
  })
  it('leaves no crystals of a sugar that has split, whatever is done next', () => {
    const s = CATALOGUE.simmer.run([sugar(900), ingredientStream(INGREDIENTS.get('lemon-juice')!, 300, 20)], {
      minutes: 240,
      steamGPerMin: 0.2,
    }).out
    expect(s.undissolvedG).toBeLessThanOrEqual(sucroseG(s))
    const { out, byProducts } = CATALOGUE.press.run([s], { juiceG: 500, method: 'bag' })
    for (const stream of [out, byProducts[0]!.stream]) expect(Math.min(...stream.amountsG.slice(0, 21))).toBe(0)
  })
})

describe('make up', () => {
  const base = [lemonJuice(40), CATALOGUE.dissolve.run([sugar(30), water(30)], {}).out]
  const total = (r: StepResult) => massG(r.out) + r.byProducts.reduce((m, b) => m + massG(b.stream), 0)

  it.each([100, 300, 1000, 20000])('to %d mL, whatever the filler, and what is over is handed back', (toVolumeMl) => {
    for (const filler of [water(30000), lemonJuice(30000)]) {
      const r = CATALOGUE.makeUp.run([...base, filler], { toVolumeMl })
      expect(volumeMl(r.out)).toBeCloseTo(toVolumeMl, 4)
      expect(r.flags).toEqual([])
      expect(total(r)).toBeCloseTo(100 + 30000, 6)
    }
  })
  it('makes no mass: a filler of 150 g gives 150 g, and the rest is missing', () => {
    const r = CATALOGUE.makeUp.run([...base, water(150)], { toVolumeMl: 1000 })
    expect(massG(r.out)).toBeCloseTo(250, 9)
    expect(r.flags).toEqual([{ code: 'filler-short', numbers: expect.objectContaining({ thereG: 150 }) }])
    // 1 000 mL less the 85 mL or so that is there already, at 0.998 g/mL
    expect(r.flags[0]!.numbers.wantedG).toBeGreaterThan(905)
    expect(r.flags[0]!.numbers.wantedG).toBeLessThan(920)
  })
  it('leaves sugar and acid as they were when water fills up', () => {
    const before = mixed(base)
    const { out } = CATALOGUE.makeUp.run([...base, water(400)], { toVolumeMl: 300 })
    expect(sugarsG(out)).toBeCloseTo(sugarsG(before), 9)
    expect(acidG(out)).toBeCloseTo(acidG(before), 9)
  })
  it('flags what is over the volume, by how much', () => {
    const { flags } = CATALOGUE.makeUp.run([...base, water(1)], { toVolumeMl: 50 })
    expect(flags[0]).toMatchObject({ code: 'over-volume', numbers: { toVolumeMl: 50 } })
    expect(flags[0]!.numbers.volumeMl).toBeGreaterThan(80)
  })
})

describe('split', () => {
  it('divides what there is, and no more', () => {
    const r = CATALOGUE.split.run([lemonJuice(100)], { takeG: 30 })
    expect([massG(r.out), massG(r.byProducts[0]!.stream)]).toEqual([30, 70])
    expect(limitOf(() => CATALOGUE.split.run([lemonJuice(100)], { takeG: 101 }))).toBe('split-more-than-there')
  })
})

describe('ice', () => {
  const ice = (g: number, tempC: number) => ingredientStream(INGREDIENTS.get('ice')!, g, tempC)
  const orange = (g: number, tempC: number) => ingredientStream(INGREDIENTS.get('orange-juice')!, g, tempC)

  it('300 g of orange juice at 20 °C blended with 200 g of ice at −10 °C: near −1 °C, with some 139 g left', () => {
    const s = CATALOGUE.blend.run([orange(300, 20), ice(200, -10)], { stuckG: 0 }).out
    expect(s.tempC).toBeGreaterThan(-1.5)
    expect(s.tempC).toBeLessThan(-0.5)
    expect(Math.abs(s.iceG - 139)).toBeLessThan(3)
  })
  it('is outside the liquor: a slush reads stronger than the drink it melts to', () => {
    const slush = mixed([orange(300, 20), ice(200, -10)])
    const thawed = CATALOGUE.heat.run([slush], { toC: 20 }).out
    expect(dissolvedPercentOf(slush)).toBeGreaterThan(1.25 * dissolvedPercentOf(thawed))
    expect(volumeMl(slush)).toBeGreaterThan(volumeMl(thawed))
    expect(dissolvedPercentOf(thawed)).toBeCloseTo((300 * dissolvedPercentOf(orange(1, 20))) / 500, 1)
  })
  it('is melted before anything boils: that heat is paid for', () => {
    const minutes = (s: Stream) => CATALOGUE.heat.run([s], { toC: 50 }).waitMin
    // 200 g × 333.55 J/g through 1 800 W at a half: 74 s
    expect(minutes({ ...water(500, 0), iceG: 200 }) - minutes(water(500, 0))).toBeCloseTo(66710 / 900 / 60, 2)
  })
  it('stays in the strainer with the pulp', () => {
    const r = CATALOGUE.strain.run([mixed([orange(300, 4), ice(200, -5)])], {})
    expect(r.out.iceG).toBe(0)
    expect(r.byProducts[0]!.stream.iceG).toBeGreaterThan(150)
  })
  it('chills by its own cold: colder ice, less of it', () => {
    const used = (tempC: number) => {
      const r = CATALOGUE.chillWithIce.run([orange(1000, 40), ice(900, tempC)], { toC: 10 })
      expect(r.out.tempC).toBeCloseTo(10, 9)
      return 900 - massG(r.byProducts[0]!.stream)
    }
    expect(used(-20)).toBeLessThan(0.95 * used(0))
  })
  const drink = (tempC: number) => mixed([sugar(30, tempC), water(270, tempC)])
  const leftG = (tempC: number, iceG: number, iceTempC: number) =>
    massG(CATALOGUE.iceInCup.run([drink(tempC)], { iceG, iceTempC, minutes: 0 }).byProducts[0]!.stream)
  it('from a freezer at −18 °C takes a drink from 5 °C below zero', () => {
    const { out } = CATALOGUE.iceInCup.run([drink(5)], { iceG: 90, iceTempC: -18, minutes: 0 })
    expect(out.tempC).toBeLessThan(0)
  })
  it('melts less when it comes from the freezer, and all of it where it is too little', () => {
    expect(leftG(20, 200, -18)).toBeGreaterThan(leftG(20, 200, 0))
    expect(leftG(20, 20, 0)).toBe(0)
  })
})

describe('what cannot be done', () => {
  const fruit = ingredientStream(lemon, 1000, 20)
  it.each<[string, () => unknown]>([
    ['trim-negative', () => CATALOGUE.trim.run([fruit], { trimmedG: -1, byProduct: 'peel' })],
    ['trim-negative', () => CATALOGUE.trim.run([fruit], { trimmedG: NaN, byProduct: 'peel' })],
    ['trim-takes-all', () => CATALOGUE.trim.run([fruit], { trimmedG: 1000, byProduct: 'peel' })],
    ['juice-not-positive', () => CATALOGUE.press.run([fruit], { juiceG: 0, method: 'hand' })],
    ['juice-heavier-than-fruit', () => CATALOGUE.press.run([fruit], { juiceG: 1001, method: 'hand' })],
    ['juice-more-than-liquor', () => CATALOGUE.press.run([fruit], { juiceG: 999, method: 'hand' })],
    ['volume-not-positive', () => CATALOGUE.makeUp.run([water(1)], { toVolumeMl: -5 })],
    ['filler-empty', () => CATALOGUE.makeUp.run([sugar(10), water(0)], { toVolumeMl: 100 })],
    ['ice-negative', () => CATALOGUE.iceInCup.run([fruit], { iceG: -1, iceTempC: 0 })],
    ['ice-is-no-ice', () => CATALOGUE.chillWithIce.run([water(100), water(10)], { toC: 1 })],
    ['ice-in-it-already', () => CATALOGUE.iceInCup.run([{ ...water(100, 0), iceG: 5 }], { iceG: 10, iceTempC: 0 })],
    ['ice-above-zero', () => CATALOGUE.iceInCup.run([fruit], { iceG: 10, iceTempC: 3 })],
  ])('%s', (code, run) => expect(limitOf(run)).toBe(code))
  it('a composition of more than a hundred parts, or of less than nothing', () => {
    expect(() => streamOf({ sucrose: 101 }, 10, 20)).toThrow(RangeError)
    expect(() => streamOf({ sucrose: -1 }, 10, 20)).toThrow(RangeError)
  })
})

it('a stream is the same stuff, however much of it', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: 100, noNaN: true }), (k) => {
      const one = mixed([sugar(40), lemonJuice(60)])
      expect(massG(scaled(one, k))).toBeCloseTo(massG(one) * k, 6)
      expect(volumeMl(scaled(one, k))).toBeCloseTo(volumeMl(one) * k, 6)
      expect(dissolvedG(scaled(one, k))).toBeCloseTo(dissolvedG(one) * k, 6)
    }),
  )
})
