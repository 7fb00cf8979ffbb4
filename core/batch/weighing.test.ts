import { evaluate, lemonade } from '../../tests/laws/batches'
import { volumePerGram } from '../process'
import { gramOf, itemKey } from '../recipe'
import { INGREDIENTS } from '../substances'
import type { Actual } from './fold'
import type { Weigh } from './run'
import { gPerUnitOf, isAllOf, shareThere } from './weighing'

const evaluation = evaluate(lemonade)
const juice = evaluation.document.steps.find((s) => s.op === 'take' && itemKey(s.item) === 'lemon-juice')!
const weigh = (over: Partial<Weigh> = {}): Weigh =>
  ({ wanted: { value: 500, unit: 'mL' }, take: juice.out, item: { ingredient: 'lemon-juice' }, ...over }) as Weigh

describe('what a unit of what is wanted weighs', () => {
  it('is its own mass where it is a mass', () => {
    expect(gPerUnitOf(weigh({ wanted: { value: 2, unit: 'kg' } as Weigh['wanted'] }), [])).toBe(1000)
    expect(gPerUnitOf(weigh({ wanted: { value: 2, unit: 'g' } as Weigh['wanted'] }), [])).toBe(1)
  })
  it('of a volume is what that of the ingredient weighs', () => {
    const step = juice as Extract<typeof juice, { op: 'take' }>
    const mL = step.amount.unit === 'mL' ? 1 : 1000
    const { unit } = gramOf(INGREDIENTS.get('lemon-juice')!, 'lemon-juice', 20)
    expect(gPerUnitOf(weigh(), [null, evaluation])! / mL).toBeCloseTo(1 / volumePerGram(unit), 2)
  })
  it('is not known of what is in no evaluation, or was swapped for something else', () => {
    expect(gPerUnitOf(weigh(), [null])).toBeNull()
    expect(gPerUnitOf(weigh({ take: 'elsewhere' as Weigh['take'] }), [evaluation])).toBeNull()
    expect(gPerUnitOf(weigh({ item: { ingredient: 'lime-juice' } }), [evaluation])).toBeNull()
  })
})

describe('how much is all of it', () => {
  it('is within a fiftieth', () =>
    expect([isAllOf(980, 1000), isAllOf(979.9, 1000), isAllOf(1100, 1000)]).toEqual([true, false, true]))
})

describe('the share of a batch that can be made of what there is', () => {
  const [empty, begun] = [new Map(), new Map([['a', 1]])].map((told) => ({ told }) as unknown as Actual) as [
    Actual,
    Actual,
  ]
  it.each([
    [1000, 400, 0.6],
    [1000, 790, 0.21],
    [1000, 800, null],
    [1000, 1000, null],
    [1000, 20, null],
    [1000, 0, null],
  ])('wanted %d, missing %d: %p', (wanted, missing, share) => {
    const said = shareThere(wanted, missing, empty)
    if (share === null) expect(said).toBeNull()
    else expect(said).toBeCloseTo(share, 9)
  })
  it('is none once anything is in: what went in for all of it does not follow', () =>
    expect(shareThere(1000, 400, begun)).toBeNull())
})
