import fc from 'fast-check'
import { parseNumber } from '../../core/units'
import { digitsFor, formatCalendarDay, formatDay, formatNumber, formatTime, unitText } from '../../app/utils/format'
import { shownTo, withoutMoney } from '../../server/people/who'
import { contract } from '../../shared/contract'
import { refuseUnlessConfirmed, Refusal } from '../../server/platform/errors'
import { assertSpace } from '../../server/platform/disk'

describe('numbers as people here write them', () => {
  it.each([
    [1234.5, 1, '1,234.5', '1234,5'],
    [12345.678, 2, '12,345.68', '12\u2009345,68'],
    [1234567, 0, '1,234,567', '1\u2009234\u2009567'],
    [0.05, 2, '0.05', '0,05'],
    [-3.25, 2, '-3.25', '-3,25'],
    [-0, 0, '0', '0'],
  ])('%d to %d digits is %s and %s', (value, digits, english, spanish) => {
    expect(formatNumber(value, 'en', digits)).toBe(english)
    expect(formatNumber(value, 'es', digits)).toBe(spanish)
  })
  it.each([NaN, Infinity, -Infinity])('%d is no number to show', (value) => expect(formatNumber(value, 'en')).toBe('–'))
  it('what is shown can be typed back, in both languages, below a thousand', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99999, max: 99999 }), fc.constantFrom('en', 'es'), (hundredths, locale) => {
        const value = hundredths / 100
        expect(parseNumber(formatNumber(value, locale, 2).replace(/,(?=\d{3}\b)/, ''))).toEqual({
          ok: true,
          value: value === 0 ? 0 : value,
        })
      }),
    )
  })
  it.each([
    ['money/kg', '€/kg'],
    ['mL/kg', 'mL/kg'],
    ['1', ''],
    ['money', '€'],
  ])('the unit %s is written “%s”', (unit, text) => expect(unitText(unit)).toBe(text))
  it('every unit has its digits, and a new one two', () =>
    expect([digitsFor('g'), digitsFor('money'), digitsFor('°Bx'), digitsFor('furlong')]).toEqual([0, 2, 1, 2]))
})

describe('days and times', () => {
  const late = '2026-11-24T23:30:00Z'
  it('are those of the stand, not of the tablet', () => {
    expect([formatTime(late, 'en', 'Europe/Madrid'), formatTime(late, 'es', 'America/Mexico_City')]).toEqual([
      '00:30',
      '17:30',
    ])
  })
  it('put the day before the month', () =>
    expect([formatDay(late, 'en', 'UTC'), formatDay(late, 'es', 'UTC')]).toEqual(['24 Nov', '24 nov']))
  it('know the day on which clocks change', () => {
    expect(formatTime('2026-10-25T00:30:00Z', 'en', 'Europe/Lisbon')).toBe('01:30')
    expect(formatTime('2026-10-25T01:30:00Z', 'en', 'Europe/Lisbon')).toBe('01:30')
  })
})

describe('money', () => {
  const row = {
    id: 'a',
    cost: 3,
    cup: { cupPrice: 0.1, name: 'Euro cup' },
    rows: [{ sellPrice: 4 }, { sellPrice: null }],
    at: new Date(0),
  }
  const who = (role: 'crew' | 'lead' | 'owner') => ({ personId: 'p', role, key: null })
  it('is there for the owner, as it was', () => expect(withoutMoney(who('owner'), row)).toBe(row))
  it.each(['crew', 'lead'] as const)('is nothing for %s, however deep, and only money is', (role) => {
    expect(withoutMoney(who(role), row)).toEqual({
      id: 'a',
      cost: null,
      cup: { cupPrice: null, name: 'Euro cup' },
      rows: [{ sellPrice: null }, { sellPrice: null }],
      at: new Date(0),
    })
  })
  it('leaves what it was given alone', () => {
    withoutMoney(who('crew'), row)
    expect(row.cost).toBe(3)
  })
  it('goes by the mark of the field in an answer, in lists and below, and not by its name', () => {
    const choice = { ingredientKey: 'Eur', needG: 1, massG: 1, totalPrice: 3, packs: [{ packG: 1, packPrice: 2 }] }
    expect(shownTo(who('lead'), contract.packs.reply, [choice])).toEqual([
      { ...choice, totalPrice: null, packs: [{ packG: 1, packPrice: null }] },
    ])
    expect(shownTo(who('owner'), contract.packs.reply, [choice])).toEqual([choice])
    const reply = { recipes: [{ sellPrice: 3, standard: null }], snapshots: { ingredients: {}, recipes: {} } }
    expect(shownTo(who('crew'), contract.recipes.reply, reply)).toMatchObject({ recipes: [{ sellPrice: null }] })
  })
})

describe('limits and doubts', () => {
  const doubt = { field: 'juice', code: 'yield-far-above', numbers: {} }
  const refused = (found: Parameters<typeof refuseUnlessConfirmed>[0], confirmed: string[]): unknown => {
    try {
      refuseUnlessConfirmed(found, confirmed)
      return 'done'
    } catch (e) {
      return [(e as Refusal).status, (e as Refusal).code]
    }
  }
  it('a limit refuses, confirmed or not', () =>
    expect(
      refused({ limits: [{ field: 'kg', code: 'kg-not-positive', numbers: {} }], doubts: [] }, ['kg-not-positive']),
    ).toEqual([422, 'invalid']))
  it('a doubt asks, until it is confirmed by its own code', () => {
    expect(refused({ limits: [], doubts: [doubt] }, [])).toEqual([409, 'needs-confirmation'])
    expect(refused({ limits: [], doubts: [doubt] }, ['something-else'])).toEqual([409, 'needs-confirmation'])
    expect(refused({ limits: [], doubts: [doubt] }, ['yield-far-above'])).toBe('done')
  })
})

describe('the disk', () => {
  it('is asked only where the data is, and a folder that is not there refuses nothing', async () => {
    await expect(assertSpace(undefined)).resolves.toBeUndefined()
    await expect(assertSpace('/nowhere/at/all')).resolves.toBeUndefined()
  })
})

it('a calendar day is the same wherever the stand is', () => {
  expect(['2026-03-01', '2026-12-31'].map((d) => formatCalendarDay(d, 'en'))).toEqual(['1 Mar', '31 Dec'])
  expect(formatCalendarDay('2026-03-01', 'es')).toBe('1 mar')
})
