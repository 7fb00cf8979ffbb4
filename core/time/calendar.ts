/**
 * The moment that shows a calendar day in a format of time zone UTC: for writing the day out, and nothing else. Apart
 * from the rest of time, so that a page which only writes days loads no more than this.
 * @param day YYYY-MM-DD
 */
export const shownInUtc = (day: string): Date => new Date(`${day}T00:00:00Z`)
