// What CLDR's supplemental data say of regions, in the form in which the core keeps it.

type Supplemental = Record<string, never>
interface Tender {
  _to?: string
  _tender?: string
}

const DAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']
const isRegion = (code: string): boolean => /^[A-Z]{2}$/.test(code)

/** @param read one file of the supplemental data, by its name */
export function regionsOfCldr(read: (name: string) => unknown) {
  const part = <T>(name: string, key: string): T =>
    (read(name) as { supplemental: Supplemental }).supplemental[key] as T
  const peopled = part<Record<string, { _population: string }>>('territoryInfo', 'territoryInfo')
  const money = part<{ region: Record<string, Record<string, Tender>[]> }>('currencyData', 'currencyData').region
  const by = new Map<string, string[]>()
  for (const region of Object.keys(peopled)
    .filter((r) => isRegion(r) && Number(peopled[r]!._population) > 0)
    .sort()) {
    const currency = currencyOf(money[region] ?? [])
    if (currency) by.set(currency, [...(by.get(currency) ?? []), region])
  }
  const measures = part<Record<'paperSize' | 'measurementSystem', Record<string, string>>>(
    'measurementData',
    'measurementData',
  )
  const those = (of: Record<string, string>, value: string): string[] =>
    Object.keys(of).filter((r) => isRegion(r) && of[r] === value)
  const firstDay = part<{ firstDay: Record<string, string> }>('weekData', 'weekData').firstDay
  return {
    version: part<{ _cldrVersion: string }>('weekData', 'version')._cldrVersion,
    currencies: [...by].sort(([a], [b]) => a.localeCompare(b)).map(([c, regions]) => [c, regions.join(' ')] as const),
    letter: those(measures.paperSize, 'US-Letter'),
    usMeasures: those(measures.measurementSystem, 'US'),
    firstDays: Object.fromEntries(
      Object.entries(firstDay)
        .filter(([r, day]) => isRegion(r) && day !== 'mon')
        .map(([r, day]) => [r, DAYS.indexOf(day)]),
    ),
  }
}

/** The one that is paid with now: of several, the one that is named first. */
const currencyOf = (all: readonly Record<string, Tender>[]): string | undefined =>
  all.flatMap((of) => Object.entries(of)).find(([, t]) => t._to === undefined && t._tender !== 'false')?.[0]
