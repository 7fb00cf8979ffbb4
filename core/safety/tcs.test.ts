import { ingredientStream, mixed } from '../process'
import { INGREDIENTS } from '../substances'
import { tcsReading } from '.'

const of = (key: string, g: number) => ingredientStream(INGREDIENTS.get(key)!, g, 5)

// FDA Food Code 1-201.10, tables A and B (memory): 4.2 for open food, 4.6 for heated and packaged; cut melon by name
describe('the TCS reading', () => {
  it('calls a lemonade acid, milk and melon not', () => {
    expect(
      tcsReading(mixed([of('lemon-juice', 40), of('white-sugar', 30), of('water', 230)]), [
        'lemon-juice',
        'white-sugar',
        'water',
      ]),
    ).toMatchObject({ verdict: 'not-tcs', limitPh: 4.2 })
    expect(tcsReading(of('whole-milk', 200), ['whole-milk']).verdict).toBe('assess')
    expect(tcsReading(of('watermelon-juice', 200), ['watermelon-juice'])).toMatchObject({
      verdict: 'tcs',
      byName: 'watermelon-juice',
    })
  })
  it('goes by the whole range of an estimate, and by a meter where there is one', () => {
    const orange = of('orange-juice', 200)
    const { ph } = tcsReading(orange, ['orange-juice'])
    expect([ph.low < 3.75, ph.high > 3.75]).toEqual([true, true])
    expect(tcsReading(orange, [], 'open', 4.25).verdict).toBe('assess')
    expect(tcsReading(orange, [], 'heated-and-packaged', 4.25).verdict).toBe('not-tcs')
  })
  it('does not trust an estimate that hangs on a trace', () =>
    expect(tcsReading(of('water', 200), ['water']).verdict).toBe('assess'))
})
