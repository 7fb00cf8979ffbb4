import { Newest } from '../../app/utils/newest'

it('an answer that comes after one that was asked for later is not shown; nor is one that somebody left behind', () => {
  const newest = new Newest<'lots' | 'holds'>()
  const [first, second] = [newest.ask(), newest.ask()]
  expect(second('lots')).toBe(true)
  expect([first('lots'), first('holds'), second('holds')]).toEqual([false, true, true])
  const left = newest.ask()
  newest.drop()
  expect([left('lots'), newest.ask()('lots')]).toEqual([false, true])
})
