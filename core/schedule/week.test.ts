import { prepRuns, type PrepNeed, type PrepOfWeek } from '.'

const need = (prep: string, day: number, massG: number, place = 'counter'): PrepNeed => ({
  prep,
  day: `2026-11-${day}`,
  place,
  massG,
})
const none: ReadonlyMap<string, number> = new Map()
const PREPS: Record<string, PrepOfWeek> = {
  syrup: { keepsDays: 3, takes: none },
  tea: { keepsDays: 1, takes: none },
  cordial: { keepsDays: 7, takes: new Map([['syrup', 0.5]]) },
}
const runs = (needs: PrepNeed[]) => prepRuns(needs, (prep) => PREPS[prep] ?? null)

it('a prep is made once for the days that it keeps to and for every stand, and again after them', () => {
  const made = runs([
    need('syrup', 25, 100),
    need('syrup', 25, 300, 'cart'),
    need('syrup', 27, 50),
    need('syrup', 28, 80),
  ])
  expect(made).toEqual([
    { prep: 'syrup', day: '2026-11-25', place: 'cart', massG: 450, days: ['2026-11-25', '2026-11-27'] },
    { prep: 'syrup', day: '2026-11-28', place: 'counter', massG: 80, days: ['2026-11-28'] },
  ])
})
it('what keeps a day is made every day; nothing wanted is nothing made; what cannot be worked out is left out', () => {
  expect(runs([need('tea', 26, 10), need('tea', 25, 10)]).map((r) => r.day)).toEqual(['2026-11-25', '2026-11-26'])
  expect(runs([need('tea', 25, 0), need('gone', 25, 10)])).toEqual([])
})
it('what a prep takes of another is wanted where and when it is made, together with all else of it', () => {
  const made = runs([need('syrup', 25, 100), need('cordial', 25, 200), need('cordial', 28, 200, 'cart')])
  expect(made.map((r) => [r.prep, r.day, r.massG])).toEqual([
    ['cordial', '2026-11-25', 400],
    ['syrup', '2026-11-25', 300],
  ])
})
