import fc from 'fast-check'
import { streamOf } from '../process'
import {
  tongueToday,
  wordLessonOf,
  ARRANGED,
  chanceAlone,
  dealt,
  DISCRIMINATING,
  fewestRight,
  freshCodes,
  guessesOf,
  comparedOf,
  justRightOf,
  lessonOf,
  ladderOf,
  powerOf,
  rankedOf,
  tastersFor,
  thresholdOf,
  toldOf,
  williams,
  wordsOf,
  type Discriminating,
  type LadderAsk,
} from '.'

describe('right answers against guessing', () => {
  // ISO 4120:2021 table A.1, ISO 10399:2017 table A.1, ISO 5495:2005 tables A.1 and A.2, all at 5 % (memory).
  it.each<[Discriminating, [number, number][]]>([
    [
      'triangle',
      [
        [6, 5],
        [9, 6],
        [12, 8],
        [15, 9],
        [18, 10],
        [24, 13],
        [30, 15],
        [36, 18],
      ],
    ],
    [
      'duo-trio',
      [
        [6, 6],
        [8, 7],
        [10, 9],
        [12, 10],
        [15, 12],
        [20, 15],
        [24, 17],
        [30, 20],
      ],
    ],
    [
      'which-is-more',
      [
        [7, 7],
        [9, 8],
        [12, 10],
        [20, 15],
        [30, 20],
      ],
    ],
    [
      'preference',
      [
        [6, 6],
        [8, 8],
        [10, 9],
        [12, 10],
        [15, 12],
        [20, 15],
        [30, 21],
      ],
    ],
  ])('%s: the fewest that say that there is a difference', (kind, table) =>
    expect(table.map(([n]) => [n, fewestRight(kind, n)])).toEqual(table),
  )
  it('a batch against the standard is said to differ at three of three, four of five, five of six', () => {
    expect([3, 5, 6].map((n) => fewestRight('triangle', n))).toEqual([3, 4, 5])
    expect([fewestRight('triangle', 2), fewestRight('preference', 5)]).toEqual([null, null])
  })
  it('not told apart is not the same: of three of nine up to 48 % may tell', () => {
    const { differs, tell, chance } = toldOf('triangle', 3, 9)
    expect([differs, tell.seen, tell.most.toFixed(2)]).toEqual([false, 0, '0.48'])
    expect(chance).toBeCloseTo(0.6228, 4)
    expect(toldOf('triangle', 9, 9).tell).toMatchObject({ seen: 1, most: 1 })
    // Beneath what guessing gives nobody is found who can tell.
    expect(toldOf('triangle', 0, 9).tell).toMatchObject({ seen: 0, least: 0 })
  })
  it('a preference counts both ends, and does not ask which of the two is the first', () => {
    expect(chanceAlone('preference', 2, 12)).toBeCloseTo(chanceAlone('preference', 10, 12), 12)
    expect(chanceAlone('preference', 6, 12)).toBe(1)
  })
  it('tasters for a chance of finding it: more where fewer people can tell', () => {
    // ISO 4120:2004 table A.3, triangle at 5 %: half, two fifths, three tenths of the people can tell (memory).
    const needed = (share: number) => [0.8, 0.9, 0.95].map((power) => tastersFor('triangle', share, power))
    expect([needed(0.5), needed(0.4)[2], needed(0.3)[2]]).toEqual([[16, 20, 23], 40, 66])
    for (const kind of DISCRIMINATING) {
      const many = tastersFor(kind, 0.3, 0.8)!
      expect(many).toBeGreaterThan(tastersFor(kind, 0.5, 0.8)!)
      expect(powerOf(kind, many, 0.3)).toBeGreaterThanOrEqual(0.8)
      expect(powerOf(kind, many - 1, 0.3)).toBeLessThan(0.8)
    }
    expect(tastersFor('triangle', 0.01, 0.99)).toBeNull()
  })
  it('more right than asked, and nobody, are refused', () => {
    expect(() => toldOf('triangle', 4, 3)).toThrow('more-right-than-asked')
    expect(() => toldOf('triangle', 0, 0)).toThrow('tasters-none')
  })
})

describe('a ranking', () => {
  const of = (text: string): number[][] => text.split(' ').map((order) => [...order].map(Number))
  it.each([
    ['321 321 132 231 312 312 312 312 231 321', 6.2, true],
    ['123 123 312 123 123 312 312 312 123 123', 5.6, false],
    ['4213 2143 4213 3124 4213 3412 3124 2143', 7.65, true],
    ['1234 4231 2143 2341 2341 2341 4231 4321', 7.5, false],
  ])('has the critical values of the tables: %s, F %f', (text, f, differs) => {
    // ISO 8587:2006, Friedman's F at 5 %: three samples and ten tasters from 6.2, four and eight from 7.65 (memory).
    const ranked = rankedOf(of(text))
    expect([ranked.f, ranked.differs]).toEqual([expect.closeTo(f, 9), differs])
  })
  it('agrees with a worked example with ties: rounding first base', () => {
    // Hollander and Wolfe 1973, table 7.1, as in the manual of R's friedman.test: 11.143, p = 0.003805 (memory).
    const times =
      '540 550 555 585 570 575 520 560 550 555 550 540 590 585 570 545 555 560 540 540 535 545 550 535 525 515 500 585 580 570 525 520 510 565 555 545 560 535 545 505 500 495 550 550 540 545 555 550 555 555 535 545 550 555 550 545 525 565 560 540 570 565 555 630 630 625'
        .split(' ')
        .map(Number)
    const { f, chance, sums, differs, apart } = rankedOf(
      Array.from({ length: 22 }, (_, i) => times.slice(3 * i, 3 * i + 3)),
    )
    expect([f.toFixed(3), sums, differs]).toEqual(['11.143', [53, 47, 32], true])
    expect(chance).toBeLessThan(0.0038)
    expect(chance).toBeGreaterThan(0.001)
    expect(apart).toEqual([
      [0, 2],
      [1, 2],
    ])
  })
  it('is by chance alone what it is: exact for three tasters, by hand', () => {
    // Of 6³ orders, six put all three tasters alike: F = 6, the largest.
    expect(
      rankedOf([
        [1, 2, 3],
        [1, 2, 3],
        [1, 2, 3],
      ]).chance,
    ).toBeCloseTo(6 / 216, 12)
    expect(
      rankedOf([
        [1, 1, 1],
        [2, 2, 2],
      ]),
    ).toMatchObject({ f: 0, chance: 1, differs: false, apart: [] })
    expect(() => rankedOf([[1, 2]])).toThrow('samples-out-of-range')
    expect(() =>
      rankedOf([
        [1, 2, 3],
        [1, 2],
      ]),
    ).toThrow('samples-out-of-range')
    expect(() => rankedOf([])).toThrow('tasters-none')
  })
  it('of many tasters goes by the curve, close to what is counted out', () => {
    // Every order once, but that three put the first sample in front instead of last.
    const few = of(
      '1234 1243 1324 1342 1423 1432 2134 2143 2314 2341 2413 2431 ' +
        '3124 3142 3214 3241 3412 3421 4123 4132 1324 4231 1243 1234',
    )
    const [counted, curve] = [rankedOf(few), rankedOf([...few, ...of('1234 4321')])]
    expect([few.length, counted.chance > 0.2]).toEqual([24, true])
    // The same sums with two tasters more who cancel each other: F is less by 24 of 26, and chance gives it oftener.
    expect(curve.f).toBeCloseTo((counted.f * 24) / 26, 9)
    expect(curve.chance - counted.chance).toBeGreaterThan(0)
    expect(curve.chance - counted.chance).toBeLessThan(0.05)
    // Tables of chi-square, three degrees of freedom: 2 % lie beyond 9.837, and 1 % beyond 11.345.
    const last = rankedOf([...few, ...Array.from({ length: 5 }, () => [1, 2, 3, 4])])
    expect([last.f > 9.837, last.f < 11.345, last.chance < 0.02, last.chance > 0.01]).toEqual(Array(4).fill(true))
  })
})

describe('who gets what', () => {
  it.each([2, 3, 4, 5, 6])('Williams: %i samples in every place, and after every other, equally often', (k) => {
    const rows = williams(k)
    const count = (keys: string[]): number[] => [...new Set(keys)].map((x) => keys.filter((y) => y === x).length)
    expect(rows).toHaveLength(k % 2 ? 2 * k : k)
    const places = count(rows.flatMap((row) => row.map((s, i) => `${s} ${i}`)))
    const after = count(rows.flatMap((row) => row.slice(1).map((s, i) => `${row[i]} ${s}`)))
    expect([places.length, new Set(places).size]).toEqual([k * k, 1])
    expect([after.length, new Set(after).size]).toEqual([k * (k - 1), 1])
  })
  it('every arrangement before any comes again, in an order by chance, the same for the same seed', () => {
    const nine = dealt(ARRANGED.triangle, 9, 5)
    expect(new Set(nine.slice(0, 6).map(String)).size).toBe(6)
    expect([dealt(ARRANGED.triangle, 9, 5), new Set(nine.slice(6).map(String)).size]).toEqual([nine, 3])
    expect(dealt(ARRANGED.triangle, 12, 6).map(String)).not.toEqual(dealt(ARRANGED.triangle, 12, 7).map(String))
    for (const kind of DISCRIMINATING)
      for (const place of [0, 1])
        expect(ARRANGED[kind].filter((row) => row[place] === 0)).toHaveLength(ARRANGED[kind].length / 2)
  })
  it('codes are three digits, none twice, and none of today', () => {
    const first = freshCodes(450, new Set(), 1)
    const second = freshCodes(450, new Set(first), 2)
    expect(new Set([...first, ...second]).size).toBe(900)
    expect([...first, ...second].every((code) => /^[1-9]\d\d$/.test(code))).toBe(true)
    expect(() => freshCodes(1, new Set([...first, ...second]), 3)).toThrow('not left')
  })
})

it('just about right: whoever is not content has a side, or chance gave it one', () => {
  const panel = justRightOf([0, 0, 1, 1, 1, 2, 1, 1, 0])
  expect(panel).toMatchObject({ counts: [0, 0, 3, 5, 1], right: 1 / 3, wants: 'less' })
  expect(panel.chance).toBeCloseTo(2 / 64, 12)
  expect(justRightOf([-1, 1, -1, 1, 2]).wants).toBeNull()
  expect(justRightOf([0, 0])).toMatchObject({ right: 1, chance: 1, wants: null })
  expect(() => justRightOf([])).toThrow('tasters-none')
})

describe('a ladder', () => {
  const drink = streamOf({ sucrose: 11, citric: 0.7 }, 1000, 5)
  const syrup = streamOf({ sucrose: 50 }, 1000, 5)
  const juice = streamOf({ sucrose: 2, citric: 6 }, 1000, 5)
  const ask = (over: Partial<LadderAsk>): LadderAsk => ({
    ...{ of: 'brix', drink, added: syrup, step: 1, rungs: 4, cupMl: 50, scaleStepG: 0.1, ...over },
  })
  it('of sugar holds the acid: as much drink in each, and syrup in place of water', () => {
    const { rungs, moves } = ladderOf(ask({}))
    expect(moves).toBeNull()
    expect(new Set(rungs.map((r) => r.drinkG)).size).toBe(1)
    // By hand: sugar and acid in 100 g, of what went in.
    for (const [i, r] of rungs.entries()) {
      const g = r.drinkG + r.addedG + r.waterG
      expect(g).toBeCloseTo(rungs[0]!.drinkG + rungs[0]!.waterG, 0)
      const solids = ((0.117 * r.drinkG + 0.5 * r.addedG) / g) * 100
      expect(Math.abs(r.brix - solids)).toBeLessThan(0.25)
      if (i) expect(r.brix - rungs[i - 1]!.brix).toBeCloseTo(1, 0)
    }
    expect([rungs[0]!.addedG, rungs.at(-1)!.waterG]).toEqual([0, 0])
    // In what the scale tells apart, and as much as the cup holds.
    expect(ladderOf(ask({ cupMl: 100, scaleStepG: 0.5 })).rungs.every((r) => (r.addedG * 2) % 1 === 0)).toBe(true)
    for (const r of rungs) expect(Math.abs(r.volumeMl - 50)).toBeLessThan(1)
  })
  it('is of two to seven cups of 10 to 200 mL', () => {
    const fine = { scaleStepG: 0.01, step: 0.5 }
    expect([2, 7].map((rungs) => ladderOf(ask({ ...fine, rungs })).rungs.length)).toEqual([2, 7])
    expect([10, 200].map((cupMl) => ladderOf(ask({ ...fine, cupMl })).rungs.length)).toEqual([4, 4])
    // What is wrong is named, with what would be right.
    expect(() => ladderOf(ask({ rungs: 8 }))).toThrow(
      expect.objectContaining({ numbers: { value: 8, least: 2, most: 7, usual: 4 }, field: 'rungs' }),
    )
    expect(() => ladderOf(ask({ cupMl: 201 }))).toThrow(
      expect.objectContaining({ numbers: { value: 201, least: 10, most: 200, usual: 30 }, field: 'cup' }),
    )
    expect(() => ladderOf(ask({ step: 20 }))).toThrow(
      expect.objectContaining({ numbers: { step: 20, rungs: 4, there: expect.any(Number) }, field: 'step' }),
    )
  })
  it('of acid with juice says how far the sugar goes along', () => {
    const { rungs, moves } = ladderOf(ask({ of: 'ta', added: juice, step: 0.2, rungs: 3 }))
    expect(rungs.map((r) => r.ta - rungs[0]!.ta)).toEqual([0, 0.2, 0.4].map((d) => expect.closeTo(d, 1)))
    // A lemon’s °Bx is acid: hardly any sugar goes along. Of an orange it does: by hand, 9 g for each g of acid.
    expect(moves).toBeNull()
    const orange = streamOf({ sucrose: 9, citric: 1 }, 1000, 5)
    const along = ladderOf(ask({ of: 'ta', added: orange, step: 0.1, rungs: 3 })).moves!
    expect([along.of, along.to - along.from]).toEqual(['sweet', expect.closeTo(0.2 * 9, 0)])
  })
  it('of strength is the same drink with water taken away', () => {
    const { rungs, moves } = ladderOf(ask({ of: 'strength', added: null, step: 2, rungs: 3 }))
    expect(rungs.at(-1)).toMatchObject({ waterG: 0, addedG: 0 })
    const ratios = rungs.map((r) => r.brix / r.ta)
    expect(Math.max(...ratios) / Math.min(...ratios)).toBeLessThan(1.05)
    expect(moves).toBeNull()
  })
  it.each<[string, Partial<LadderAsk>]>([
    ['ladder-nothing-added', { added: streamOf({}, 100, 5) }],
    ['ladder-nothing-added', { added: null }],
    ['ladder-too-high', { step: 20 }],
    // A lemon's °Bx is acid: it sweetens nothing.
    ['ladder-too-high', { added: juice }],
    ['ladder-too-high', { of: 'strength', added: null, step: 6, rungs: 4 }],
    ['ladder-too-fine', { cupMl: 10, scaleStepG: 5 }],
    ['ladder-rungs', { rungs: 1 }],
    ['ladder-step', { step: 0 }],
    ['ladder-cup', { cupMl: 5 }],
  ])('is refused where it cannot be made: %s', (code, over) => expect(() => ladderOf(ask(over))).toThrow(code))
})

describe('a tongue', () => {
  const of = (...all: [number, boolean][]) => thresholdOf(all.map(([apart, right]) => ({ apart, right })))
  it('tells from between the largest step that it missed and the next', () => {
    expect(of([0.5, false], [1, false], [2, true], [4, true])!.at).toBeCloseTo(Math.SQRT2, 12)
    // Right by luck below a miss does not count; a step that was missed once is missed.
    expect(of([0.5, true], [1, false], [2, true], [2, true])).toMatchObject({ at: Math.SQRT2, guessed: 1 / 4, n: 4 })
    expect(of([1, true], [2, true])).toMatchObject({ at: null, bound: 'below', guessed: 1 / 4 })
    expect(of([1, true], [2, false])).toMatchObject({ at: null, bound: 'above', guessed: 1 })
    expect(of()).toBeNull()
    // In whatever order they were tasted.
    expect(of([4, true], [1, false], [10, true], [2, true])!.at).toBeCloseTo(Math.SQRT2, 12)
  })
  it('says how far its words reach, and its guesses', () => {
    const named = [
      { word: 'sour', guess: 8, truth: 4 },
      { word: 'sour', guess: 4, truth: 6 },
      { word: 'sweet', guess: null, truth: 12 },
    ]
    expect(wordsOf(named)).toEqual([
      { word: 'sour', n: 2, mean: 5, low: 4, high: 6 },
      { word: 'sweet', n: 1, mean: 12, low: 12, high: 12 },
    ])
    const { n, times, spread } = guessesOf(named)!
    expect([n, times, spread]).toEqual([
      2,
      expect.closeTo(Math.sqrt(4 / 3), 12),
      expect.closeTo(Math.exp(Math.log(3) / Math.SQRT2), 9),
    ])
    expect(guessesOf([])).toBeNull()
    // One guess has no spread; of nothing, or nothing guessed, no share is known.
    expect(guessesOf([named[0]!])).toEqual({ n: 1, times: expect.closeTo(2, 12), spread: 1 })
    expect(guessesOf([named[2]!, { ...named[0]!, guess: 0 }, { ...named[0]!, truth: 0 }])).toBeNull()
    const three = guessesOf([2, 4, 8].map((guess) => ({ word: 'x', guess, truth: 4 })))!
    expect([three.times, three.spread]).toEqual([expect.closeTo(1, 12), expect.closeTo(2, 12)])
    // The most used first, then by name.
    const order = ['flat', 'weak', 'weak', 'bitter'].map((word) => ({ word, guess: null, truth: 1 }))
    expect(wordsOf(order).map((w) => w.word)).toEqual(['weak', 'bitter', 'flat'])
  })
  it('whoever misses more is never told to tell less apart', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 2, maxLength: 6 }), fc.nat(5), (right, i) => {
        const at = (all: readonly boolean[]): number => {
          const t = thresholdOf(all.map((r, j) => ({ apart: j + 1, right: r })))!
          return t.at ?? (t.bound === 'below' ? 0 : Infinity)
        }
        return at(right.map((r, j) => r && j !== i)) >= at(right)
      }),
    )
  })
})

describe('a lesson', () => {
  it('goes from the far pairs to the near ones, either one first, and knows which is more', () => {
    const { codes, pairs } = lessonOf(4, 5, new Set(['111']))
    expect([codes.length, pairs.length]).toEqual([4, 8])
    expect(pairs.map((p) => p.apart)).toEqual([3, 3, 3, 2, 2, 2, 1, 1])
    for (const p of pairs) {
      expect(Math.abs(p.cups[0] - p.cups[1])).toBe(p.apart)
      expect(comparedOf(p, Math.max(...p.cups), 0.5)).toEqual({ apart: p.apart * 0.5, right: true })
      expect(comparedOf(p, Math.min(...p.cups), 0.5).right).toBe(false)
    }
    const firsts = Array.from({ length: 40 }, (_, seed) => lessonOf(3, seed, new Set()).pairs).flat()
    const higher = firsts.filter((p) => p.cups[0] > p.cups[1]).length / firsts.length
    expect(Math.abs(higher - 0.5)).toBeLessThan(0.1)
    expect(lessonOf(4, 5, new Set()).pairs).toEqual(pairs)
  })
  it('in words has every cup before any comes again, and none twice in a row', () => {
    const seeds = Array.from({ length: 200 }, (_, i) => Math.imul(i, 0x9e3779b1))
    for (const rungs of [2, 3, 4, 5, 7])
      for (const seed of seeds) {
        const { codes, cups } = wordLessonOf(rungs, seed, new Set())
        expect([codes.length, cups.length]).toEqual([rungs, rungs * Math.max(1, Math.floor(8 / rungs))])
        for (let i = 0; i < cups.length; i += rungs) expect(new Set(cups.slice(i, i + rungs)).size).toBe(rungs)
        expect(cups.every((c, i) => c !== cups[i + 1])).toBe(true)
      }
    const firsts = new Set(seeds.map((seed) => wordLessonOf(4, seed, new Set()).cups[0]))
    expect(firsts.size).toBe(4)
  })
})

describe('today’s tongue', () => {
  const told = (...all: [number, boolean][]) => all.map(([apart, right]) => ({ apart, right }))
  const usual = told([0.5, false], [1, true], [2, true])
  it('is beside what it usually tells, the geometric mean of its lessons', () => {
    const finer = told([0.25, false], [0.5, true], [1, true])
    // By hand: sqrt(0.5 × 1) = 0.707 and sqrt(0.25 × 0.5) = 0.354; their geometric mean is 0.5.
    const now = tongueToday([usual, finer], usual)!
    expect([now.usual, now.lessons, now.isDull]).toEqual([expect.closeTo(0.5, 9), 2, false])
    expect(tongueToday([usual], told([2, false], [3, false]))!.isDull).toBe(true)
    expect(tongueToday([usual], told([1, false], [2, true]))!.isDull).toBe(true)
    expect(tongueToday([usual], told([1, true], [3, true]))!.isDull).toBe(false)
    // Where all was told the smallest step stands for the lesson, where nothing was, the largest; a lesson without
    // pairs says nothing.
    expect(tongueToday([told([1, true], [4, true]), []], usual)!.usual).toBeCloseTo(1, 12)
    expect(tongueToday([told([1, false], [4, false])], usual)!.usual).toBeCloseTo(4, 12)
    // All told today is never dull, however large the steps were.
    expect(tongueToday([usual], told([3, true], [9, true]))!.isDull).toBe(false)
  })
  it('has no usual before a lesson, and is none where nothing was compared', () => {
    expect(tongueToday([], usual)).toMatchObject({ usual: null, isDull: false })
    expect(tongueToday([usual], [])).toBeNull()
  })
})
