import { checkService, hoursOf, minuteOf, momentOf, openMinutes, type Service } from '.'

const service = (over: Partial<Service> = {}): Service => ({
  day: '2026-11-28',
  opensAt: '10:00',
  closesAt: '16:00',
  shifts: [
    { name: 'Ana', before: false, from: '07:30', to: '09:00' },
    { name: 'Ana', before: false, from: '09:15', to: '16:00' },
    { name: 'Ben', before: true, from: '18:00', to: '20:00' },
  ],
  ...over,
})

describe('hours of a day', () => {
  it('are minutes from the opening: breaks are gaps, the evening before lies before', () => {
    const { people, firstMin, opens } = hoursOf(service(), 'Europe/Dublin')
    expect(people).toEqual([
      {
        id: 'Ana',
        there: [
          { fromMin: -150, toMin: -60 },
          { fromMin: -45, toMin: 360 },
        ],
      },
      { id: 'Ben', there: [{ fromMin: -960, toMin: -840 }] },
    ])
    expect([firstMin, opens, minuteOf(opens, momentOf(opens, -75))]).toEqual([-960, '2026-11-28T10:00:00.000Z', -75])
  })
  it('of a night when the clock is put on are an hour short; a shift over midnight ends on the next day', () => {
    const shifts = [{ name: 'Ana', before: true, from: '22:00', to: '06:00' }]
    const there = (day: string) => hoursOf(service({ day, shifts }), 'Europe/Dublin').people[0]!.there
    expect(there('2026-11-28')).toEqual([{ fromMin: -720, toMin: -240 }])
    expect(there('2026-03-29')).toEqual([{ fromMin: -660, toMin: -240 }])
  })
  it('that nobody can have are named', () => {
    const shifts = [{ name: ' ', before: false, from: '25:00', to: '09:00' }]
    expect(checkService(service({ opensAt: '10', closesAt: '16:00', shifts }))).toEqual([
      { field: 'opensAt', code: 'no-clock' },
      { field: 'shifts.0.name', code: 'name-missing' },
      { field: 'shifts.0.from', code: 'no-clock' },
    ])
    expect(checkService(service({ closesAt: '10:00' }))).toEqual([{ field: 'closesAt', code: 'closes-as-it-opens' }])
    expect(checkService(service())).toEqual([])
  })
  it('it is open as long as it is: past midnight too, and an hour less where the clock is put on', () => {
    const open = (over: Partial<Service>) => openMinutes(service(over), 'Europe/Dublin')
    expect(open({})).toBe(360)
    expect(open({ opensAt: '20:00', closesAt: '02:00' })).toBe(360)
    expect(open({ day: '2026-03-28', opensAt: '20:00', closesAt: '02:30' })).toBe(330)
  })
})
