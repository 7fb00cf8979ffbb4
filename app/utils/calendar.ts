import ical from 'ical-generator'

/** Something that somebody does, from a moment to another. */
export interface CalendarEvent {
  /** the same for the same thing: a newer file takes the place of an older one */
  id: string
  from: string
  to: string
  title: string
}

/**
 * A calendar file (RFC 5545): moments are in UTC, so that it is right wherever it is opened.
 * @param stamp ISO, when it is made
 */
export function calendarText(name: string, events: readonly CalendarEvent[], stamp: string): string {
  const calendar = ical({ name, prodId: { company: 'Olvex', product: 'Plan' } })
  for (const { id, from, to, title } of events)
    calendar.createEvent({ id, start: new Date(from), end: new Date(to), summary: title, stamp: new Date(stamp) })
  return calendar.toString()
}
