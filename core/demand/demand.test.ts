import { given, type Figure } from '../figures'
import { ProcessLimit } from '../process'
import { useByOf } from '../preps'
import { evaluateRecipe, shippedContext } from '../recipe'
import { templateOf } from '../templates'
import { chanceOf, cupsToMake, keepsTillTomorrow, stakesOf } from '.'
import { enoughCups } from './enough'

const money = (value: number): Figure => given('price', value, 'money', 'measured')

/** Normal demand in whole cups, without the quantile: the trapezoid rule over the density. */
function soldBelow(q: number, mean: number, sd: number): number {
  const [from, step] = [mean - 8 * sd, sd / 400]
  let area = 0
  for (let x = from; x < q; x += step) area += Math.exp(-(((x - mean) / sd) ** 2) / 2) * Math.min(step, q - x)
  return area / (sd * Math.sqrt(2 * Math.PI))
}

describe('how much to make where nobody knows how much will be sold', () => {
  // Operations research textbooks, worked exactly: critical ratio 0.8, 116.8.
  it('a lost sale of 2.40 against 0.60 poured away, 100 ± 20 cups: 117', () => {
    const ratio = chanceOf({ lost: money(2.4), away: money(0.6) })
    expect(ratio.value).toBeCloseTo(0.8, 12)
    expect(cupsToMake(100, 20, ratio).value).toBe(117)
  })
  // Normal quantiles of any statistics table: 1.2816, 1.6449, 1.9600, 2.3263 standard deviations (memory).
  it.each([
    [0.5, 1000],
    [0.9, 1129],
    [0.95, 1165],
    [0.975, 1196],
    [0.99, 1233],
    [0.1, 872],
  ])('1,000 ± 100 cups, enough with chance %d: %d', (p, cups) => expect(enoughCups(1000, 100, p)).toBe(cups))
  it('no other number of cups earns more in the mean', () => {
    const [lost, away, mean, sd] = [1.7, 0.45, 62, 15]
    // One cup more is worth it as long as the chance that it is sold pays for the chance that it is not.
    const gain = (q: number): number => lost * (1 - soldBelow(q, mean, sd)) - away * soldBelow(q, mean, sd)
    const made = cupsToMake(mean, sd, chanceOf({ lost: money(lost), away: money(away) })).value
    expect(gain(made - 1)).toBeGreaterThan(0)
    expect(gain(made)).toBeLessThanOrEqual(0)
  })
  it('no spread is what is expected; less than nothing is nothing; sure is not for ever', () => {
    expect([enoughCups(40, 0, 0.2), enoughCups(2, 2, 0.001)]).toEqual([40, 0])
    expect(enoughCups(100, 20, 1)).toBe(enoughCups(100, 20, 0.999))
  })
  const lines = [
    { key: 'lemon-juice', kind: 'layer' as const, cost: money(0.4) },
    { key: 'ice', kind: 'ice' as const, cost: money(0.05) },
    { key: 'cup', kind: 'item' as const, cost: money(0.15) },
    { key: 'labour', kind: 'labour' as const, cost: null },
  ]
  it('what is poured away is the drink; a lost sale is the price less all that a sale uses up; hands are in neither', () => {
    const { lost, away } = stakesOf(lines, 3, 0, 0)!
    expect([lost.value, away.value]).toEqual([3 - 0.6, 0.4])
    expect(stakesOf(lines, 3.6, 0, 0.2)!.lost.value).toBeCloseTo(lost.value, 12)
    expect(chanceOf(stakesOf(lines, 3, 0.5, 0)!).value).toBeCloseTo(2.4 / 2.6, 12)
  })
  it('is sold the next day only where it keeps, and nobody has to allow it first', () => {
    const evaluate = (key: string) => evaluateRecipe(templateOf(key)!.document, shippedContext())
    expect(keepsTillTomorrow(evaluate('honey-syrup'))).toBe(true)
    const culture = evaluate('cultured-base')
    expect([useByOf(culture, 'cold').needsApproval !== null, keepsTillTomorrow(culture)]).toEqual([true, false])
  })
  it('is not known without a price, and refused where a cup earns nothing', () => {
    expect(stakesOf(lines, null, 0, 0)).toBeNull()
    expect(stakesOf([{ ...lines[0]!, cost: null }], 3, 0, 0)).toBeNull()
    expect(() => stakesOf(lines, 0.6, 0, 0)).toThrow(ProcessLimit)
  })
})
