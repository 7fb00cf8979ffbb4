import { MONEY, REGIONS } from '#core/region'

/** Zones of a region; not every browser tells them. */
function zonesOf(region: string): readonly string[] {
  const locale = new Intl.Locale('und', { region }) as Intl.Locale & { getTimeZones?(): string[]; timeZones?: string[] }
  return locale.getTimeZones?.() ?? locale.timeZones ?? []
}

/**
 * The region that a tablet is most likely in: one whose clock it goes by, of those the one whose language it speaks.
 * @param languages of the browser, the preferred first
 */
export function likelyRegion(timeZone: string, languages: readonly string[]): string {
  const spoken = languages.flatMap((tag) => new Intl.Locale(tag).region ?? [])
  const there = [...spoken, ...REGIONS].filter((r) => REGIONS.includes(r) && zonesOf(r).includes(timeZone))
  return there[0] ?? spoken.find((r) => REGIONS.includes(r)) ?? 'IE'
}

/** Something to choose, by its name in a language. */
export interface Named {
  value: string
  title: string
}
const named = (codes: readonly string[], type: 'region' | 'currency', language: string): Named[] => {
  const names = new Intl.DisplayNames(language, { type })
  return codes
    .map((value) => ({ value, title: names.of(value) ?? value }))
    .sort((a, b) => a.title.localeCompare(b.title, language))
}
export const regionsBy = (language: string): Named[] => named(REGIONS, 'region', language)
/** Currencies with their code, as several have one name or one sign. */
export const currenciesBy = (language: string): Named[] =>
  named(MONEY, 'currency', language).map(({ value, title }) => ({ value, title: `${title} (${value})` }))
