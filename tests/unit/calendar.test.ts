import ICAL from 'ical.js'
import { calendarText } from '../../app/utils/calendar'

// Read back by another package than the one that writes it.
it('a calendar file says who does what from when to when, whatever the words', () => {
  const events = [
    {
      id: 'a',
      from: '2026-11-28T06:15:00.000Z',
      to: '2026-11-28T06:40:00.000Z',
      title: 'Press limes, squeeze; piñas\nand more',
    },
    // Across the night when the clock is put back.
    { id: 'b', from: '2026-10-24T23:30:00.000Z', to: '2026-10-25T01:30:00.000Z', title: 'Soak: horchata' },
  ]
  const text = calendarText('Ana, 28 November', events, '2026-11-27T18:00:00.000Z')
  const calendar = new ICAL.Component(ICAL.parse(text) as never)
  const read = calendar.getAllSubcomponents('vevent').map((c) => {
    const e = new ICAL.Event(c)
    const iso = (t: { toJSDate(): Date }): string => t.toJSDate().toISOString()
    return { id: e.uid, from: iso(e.startDate), to: iso(e.endDate), title: e.summary }
  })
  expect(read).toEqual(events)
  expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
})
