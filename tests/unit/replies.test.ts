import { missingIn } from '../../scripts/lib/replies'

// How two releases are compared by what they say: the later one may say more, and nothing else.
describe('what two servers say', () => {
  const lot = { id: 'a', onHand: 2.5, uses: [{ lotId: 'b', amount: 1 }], note: null }
  it('is alike where the later one only says more, and says it later', () => {
    expect(missingIn([{ ...lot, now: 1 }], [{ ...lot, told: 3, now: 2 }])).toBeNull()
  })
  it.each([
    ['another figure', { ...lot, onHand: 2 }, '.onHand is 2.5 and 2'],
    ['a field that is gone', { id: 'a', onHand: 2.5, uses: lot.uses }, '.note is null and undefined'],
    ['a row that is gone', { ...lot, uses: [] }, '.uses has 1 and 0'],
    ['another row', { ...lot, uses: [{ lotId: 'c', amount: 1 }] }, '.uses[0].lotId is "b" and "c"'],
    ['nothing at all', null, ' is {"id":"a","onHand":2.5,"uses":[{"lotId":"b","amount":1}],"note":null} and null'],
  ])('is not alike with %s', (_, later, said) => {
    expect(missingIn(lot, later)).toBe(said)
  })
})
