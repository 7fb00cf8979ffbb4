import fc from 'fast-check'
import {
  clockOf,
  daysBetween,
  dayFrom,
  dayOf,
  hourOf,
  instantAt,
  instantOfClock,
  isDay,
  isTimeZone,
  monthOf,
  readClock,
  shiftDay,
  startOfDay,
} from '.'

const [MEXICO, JAPAN, LISBON] = ['America/Mexico_City', 'Asia/Tokyo', 'Europe/Lisbon']

it('counts days from one to another, over months and nights of the clock', () =>
  expect([
    daysBetween('2026-10-24', '2026-10-26'),
    daysBetween('2026-02-27', '2026-03-01'),
    daysBetween('2026-03-01', '2026-02-27'),
    daysBetween('2026-03-01', '2026-03-01'),
  ]).toEqual([2, 2, -2, 0]))

describe('the day of a stand', () => {
  // Mexico City is six hours behind UTC the year round since 2022, Japan nine ahead (IANA time zone database)
  it.each([
    [MEXICO, '2026-11-26T05:59:59.000Z', '2026-11-25', 23],
    [MEXICO, '2026-11-26T06:00:00.000Z', '2026-11-26', 0],
    [JAPAN, '2026-11-25T14:59:59.000Z', '2026-11-25', 23],
    [JAPAN, '2026-11-25T15:00:00.000Z', '2026-11-26', 0],
    [LISBON, '2026-07-31T23:30:00.000Z', '2026-08-01', 0],
    ['Pacific/Kiritimati', '2026-12-31T10:00:00.000Z', '2027-01-01', 0],
  ])('in %s at %s is %s, %d o’clock', (zone, instant, day, hour) => {
    expect([dayOf(instant, zone), hourOf(instant, zone)]).toEqual([day, hour])
    expect(dayOf(new Date(instant), zone)).toBe(day)
  })
  it('begins where its clock says so, once a year an hour later', () => {
    expect(startOfDay('2026-11-26', MEXICO)).toBe('2026-11-26T06:00:00.000Z')
    expect(startOfDay('2026-11-26', JAPAN)).toBe('2026-11-25T15:00:00.000Z')
    // Chile puts its clocks forward at midnight: 6 September 2026 begins at one (IANA time zone database)
    expect(startOfDay('2026-09-06', 'America/Santiago')).toBe('2026-09-06T04:00:00.000Z')
  })
  it('and its clock lead back to the moment, in every zone and season', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40e7 }),
        fc.constantFrom(MEXICO, JAPAN, LISBON, 'Asia/Kathmandu', 'Australia/Lord_Howe'),
        (minutes, zone) => {
          const at = new Date(Date.UTC(2020, 0, 1) + (minutes % (8 * 525_600)) * 60e3).toISOString()
          const clock = clockOf(at, zone)
          const back = instantOfClock(clock, zone)!
          // Twice a year a clock shows the same twice; it is then the first.
          expect([0, 30, 60]).toContain(Math.abs(Date.parse(at) - Date.parse(back)) / 60e3)
          expect(clock.startsWith(dayOf(at, zone))).toBe(true)
          expect(Number(clock.slice(11, 13))).toBe(hourOf(at, zone))
        },
      ),
      { numRuns: 200 },
    )
    expect(instantOfClock('nothing', MEXICO)).toBeNull()
    expect(
      [
        '14:30',
        '14.30',
        '1430',
        '2:30 pm',
        '2:30\u202fPM',
        '12:05 am',
        '9',
        '9 p. m.',
        '24:00',
        '13 pm',
        'noon',
        '7:60',
      ].map(readClock),
    ).toEqual(['14:30', '14:30', '14:30', '14:30', '14:30', '00:05', '09:00', '21:00', null, null, null, null])
    expect(instantAt('2026-11-26', '12:00', JAPAN)).toBe('2026-11-26T03:00:00.000Z')
  })
})

describe('days', () => {
  it.each([
    ['2026-02-28', true],
    ['2026-02-29', false],
    ['2028-02-29', true],
    ['2026-13-01', false],
    ['28/11/2026', false],
    ['', false],
  ])('%s is one: %s', (text, is) => expect(isDay(text)).toBe(is))
  it('are counted over months, years and clock changes', () => {
    expect([shiftDay('2026-12-31', 1), shiftDay('2028-03-01', -1), shiftDay('2026-03-28', 2)]).toEqual([
      '2027-01-01',
      '2028-02-29',
      '2026-03-30',
    ])
    expect([monthOf('2026-11-28'), dayFrom(2026, 4, 31), dayFrom(2026, 4, 30)]).toEqual([11, null, '2026-04-30'])
  })
  it('are refused where they are none, as a zone is', () => {
    expect(() => shiftDay('2026-02-30', 1)).toThrow(RangeError)
    expect([isTimeZone('Europe/Lisbon'), isTimeZone('Europe/Nowhere')]).toEqual([true, false])
  })
})
