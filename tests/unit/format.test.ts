import fc from 'fast-check'
import { parseNumber } from '../../core/units'
import { REGIONS } from '../../core/region'
import {
  dayOrder,
  formatCalendarDay,
  formatDay,
  formatMoney,
  formatNumber,
  formatTime,
  moneySign,
  typedNumber,
} from '../../app/utils/format'
import { shownTo, withoutMoney } from '../../server/people/who'
import { contract } from '../../shared/contract'
import { refuseUnlessConfirmed, Refusal } from '../../server/platform/errors'
import { assertSpace } from '../../server/platform/disk'

const NARROW = '\u00a0'
describe('numbers as they are written where the business is', () => {
  it.each([
    [1234.5, 1, '1,234.5', '1,234.5', '1234,5'],
    [12345.678, 2, '12,345.68', '12,345.68', '12.345,68'],
    [0.05, 2, '0.05', '0.05', '0,05'],
    [-3.25, 2, '-3.25', '-3.25', '-3,25'],
    [-0, 0, '0', '0', '0'],
  ])('%d to %d digits', (value, digits, ...written) =>
    expect(['MX', 'US', 'ES'].map((region) => formatNumber(value, region, digits))).toEqual(written),
  )
  it.each([NaN, Infinity, -Infinity])('%d is no number to show', (value) =>
    expect([formatNumber(value, 'US'), formatMoney(value, 'US', 'USD')]).toEqual(['–', '–']),
  )
  it('what is there to be typed over can be typed back, anywhere', () => {
    const value = fc.double({ min: -99999, max: 99999, noNaN: true })
    fc.assert(
      fc.property(value, fc.constantFrom(...REGIONS), fc.integer({ min: 0, max: 6 }), (v, region, digits) => {
        const rounded = Math.round(v * 10 ** digits) / 10 ** digits || 0
        expect(parseNumber(typedNumber(v, region, digits))).toEqual({ ok: true, value: rounded })
      }),
    )
  })
  it('digits are those that every screen has', () => {
    for (const region of REGIONS)
      expect(formatNumber(1234567.5, region, 1)).toMatch(/^1\D?234\D?567\D5$|^12\D34\D567\D5$/)
  })
})

describe('money as it is written where the business is', () => {
  it.each([
    [1.5, 'IE', 'EUR', '€1.50'],
    [1.5, 'ES', 'EUR', `1,50${NARROW}€`],
    [1234.5, 'MX', 'MXN', '$1,234.50'],
    [1234.5, 'US', 'USD', '$1,234.50'],
    [1234, 'JP', 'JPY', '￥1,234'],
    [1.5, 'KW', 'KWD', null],
  ])('%d in %s', (value, region, currency, text) => {
    if (text) expect(formatMoney(value, region, currency)).toBe(text)
    else expect(formatMoney(value, region, currency)).toMatch(/1.500/)
  })
  it('has its sign for a field, and digits more for a gram', () => {
    expect([moneySign('IE', 'EUR'), moneySign('MX', 'MXN'), moneySign('ES', 'EUR')]).toEqual(['€', '$', '€'])
    expect(formatMoney(0.00123, 'IE', 'EUR', 3)).toBe('€0.00123')
  })
})

describe('days and times', () => {
  const late = '2026-11-24T23:30:00Z'
  it('are those of the stand, not of the tablet, on the clock of the region', () => {
    expect([
      formatTime(late, 'en', 'ES', 'Europe/Madrid'),
      formatTime(late, 'es', 'ES', 'America/Mexico_City'),
      formatTime(late, 'en', 'US', 'America/New_York'),
    ]).toEqual(['00:30', '17:30', expect.stringMatching(/^6:30\sPM$/)])
  })
  it('put day and month in the order of the region, in the words of who reads', () =>
    expect([
      formatDay(late, 'en', 'IE', 'UTC'),
      formatDay(late, 'es', 'MX', 'UTC'),
      formatDay(late, 'en', 'US', 'UTC'),
    ]).toEqual(['24 Nov', '24 nov', 'Nov 24']))
  it('are typed in the order of the region', () =>
    expect(['IE', 'US', 'JP', 'MX'].map(dayOrder)).toEqual(['dd/mm/yyyy', 'mm/dd/yyyy', 'yyyy/mm/dd', 'dd/mm/yyyy']))
  it('know the day on which clocks change', () => {
    expect(formatTime('2026-10-25T00:30:00Z', 'en', 'IE', 'Europe/Lisbon')).toBe('01:30')
    expect(formatTime('2026-10-25T01:30:00Z', 'en', 'IE', 'Europe/Lisbon')).toBe('01:30')
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
  const who = (role: 'crew' | 'lead' | 'owner') => ({ personId: 'p', role, stands: null, key: null })
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
  expect(['2026-03-01', '2026-12-31'].map((d) => formatCalendarDay(d, 'en', 'IE'))).toEqual(['1 Mar', '31 Dec'])
  expect(formatCalendarDay('2026-03-01', 'es', 'ES')).toBe('1 mar')
})
