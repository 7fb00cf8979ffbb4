import { evaluateFigure } from '../figures'
import { standWeek, weekBegins, type WeekFacts } from './week'

const nothing: WeekFacts = { cups: [], accounts: [], money: null, shifts: [] }
const lemons = {
  key: 'lemon',
  gives: 300,
  pressed: [] as { boughtG: number; gave: number }[],
  ...{ wastedG: 0, causes: { waste: 0 } },
}

it('a week without anything has no figure, and none is NaN', () => {
  expect(standWeek(nothing)).toEqual({ yieldShare: null, cupCost: null, waste: null, hours: null })
  expect(standWeek({ ...nothing, money: { standard: 3, serving: 1, more: 0 } }).cupCost).toBeNull()
})
it('yield is of all fruit together: 10 kg at 330 and 30 kg at 290 of 300 mL a kilo are 100 %', () => {
  const pressed = [
    { boughtG: 10_000, gave: 330 },
    { boughtG: 30_000, gave: 290 },
  ]
  const { yieldShare } = standWeek({ ...nothing, accounts: [{ ...lemons, pressed }] })
  expect([yieldShare!.value, yieldShare!.unit]).toEqual([100, '%'])
  expect(evaluateFigure(yieldShare!)).toBe(100)
})
it('a cup costs what went in, what went along and what it was dearer, over what was poured', () => {
  const { cupCost } = standWeek({
    ...nothing,
    cups: [{ cups: 30 }, { cups: 10 }],
    money: { standard: 40, serving: 6, more: 2 },
  })
  expect(cupCost!.value).toBeCloseTo(1.2, 12)
  expect(
    standWeek({ ...nothing, cups: [{ cups: 5 }], money: { standard: null, serving: 1, more: 0 } }).cupCost,
  ).toBeNull()
})
it('waste is not known where something was wasted that has no price, and 0 where nothing was', () => {
  const money = { standard: 1, serving: 1, more: 0 }
  const accounts = [
    { ...lemons, causes: { waste: 1.5 } },
    { ...lemons, key: 'mint', causes: { waste: 0.25 } },
  ]
  expect(standWeek({ ...nothing, money, accounts }).waste!.value).toBe(1.75)
  expect(
    standWeek({ ...nothing, money, accounts: [...accounts, { ...lemons, wastedG: 5, causes: null }] }).waste,
  ).toBeNull()
  expect(standWeek({ ...nothing, money, accounts: [...accounts, { ...lemons, causes: null }] }).waste!.value).toBe(1.75)
  expect(standWeek({ ...nothing, money, accounts: [lemons] }).waste!.value).toBe(0)
})
it('hours are those of all shifts', () => {
  const shifts = [
    { day: '2026-11-23', name: 'Ana', from: '09:00', to: '13:30' },
    { day: '2026-11-24', name: '', from: '10:15', to: '12:00' },
  ]
  expect(standWeek({ ...nothing, shifts }).hours!.value).toBe(6.25)
})
it('a week begins on the day that the region says', () => {
  expect([weekBegins('2026-11-29', 1), weekBegins('2026-11-29', 0), weekBegins('2026-11-28', 0)]).toEqual([
    '2026-11-23',
    '2026-11-29',
    '2026-11-22',
  ])
})
