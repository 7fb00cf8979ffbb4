import { countedOf, glassesOf, type PotUsed } from '.'

const pot = (over: Partial<PotUsed> = {}): PotUsed => ({
  madeMl: 12_000,
  leftMl: 900,
  spilledMl: 200,
  tastedMl: 100,
  keptMl: 300,
  poured: [
    { drinkMl: 300, cups: 30 },
    { drinkMl: 450, cups: 2 },
  ],
  ...over,
})

describe('glasses got against glasses expected', () => {
  it('what was spilled, tasted and kept by the strainer is not missing', () => {
    // 10.5 L are gone otherwise, and 9.9 L in 32 cups: 0.6 L in none.
    const of = glassesOf(pot())
    expect([of.got, of.missingMl, of.expected]).toEqual([32, 600, expect.closeTo((32 * 10.5) / 9.9, 9)])
    expect([of.missingShare, of.isAsked]).toEqual([expect.closeTo(600 / 10_500, 9), false])
  })
  it('is asked above a tenth, missing or too much', () => {
    expect(glassesOf(pot({ leftMl: 0 })).isAsked).toBe(true)
    expect(glassesOf(pot({ leftMl: 3000 })).isAsked).toBe(true)
    expect(glassesOf(pot({ leftMl: 3000 })).missingMl).toBeLessThan(0)
  })
  it('of a pot of which nothing is gone is nothing, and cups of it are asked', () => {
    const none = { leftMl: 12_000, spilledMl: 0, tastedMl: 0, keptMl: 0 }
    expect(glassesOf(pot({ ...none, poured: [] }))).toMatchObject({ expected: 0, missingShare: null, isAsked: false })
    expect(glassesOf(pot(none))).toMatchObject({ missingShare: null, isAsked: true })
  })
  it('less than nothing is none', () => {
    expect(() => glassesOf(pot({ leftMl: -1 }))).toThrow('amount-negative')
    expect(() => glassesOf(pot({ poured: [{ drinkMl: 0, cups: 1 }] }))).toThrow('volume-not-positive')
    expect(() => countedOf(-1, 5)).toThrow('amount-negative')
  })
})
it('a count is asked where much is missing or too much, and not of a little', () => {
  expect([countedOf(800, 1000), countedOf(700, 1000), countedOf(1300, 1000)].map((c) => c.isLarge)).toEqual([
    false,
    true,
    true,
  ])
  expect(countedOf(0, 150)).toEqual({ difference: -150, isLarge: false })
})
