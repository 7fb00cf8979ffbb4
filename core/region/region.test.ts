import { readFileSync } from 'node:fs'
import { regionsOfCldr } from '../../scripts/lib/cldr'
import {
  dayComesFirst,
  decimalsOf,
  firstDayOf,
  hasTwelveHours,
  isCurrency,
  isRegion,
  MONEY,
  numberLocale,
  paperOf,
  REGIONS,
  usualOf,
} from '.'
import { CURRENCIES, FIRST_DAYS, LETTER, US_MEASURES } from './table'

describe('what goes with a region', () => {
  // Unicode CLDR, supplemental data, as the package cldr-core has it.
  it('is what CLDR says', () => {
    const said = regionsOfCldr((name) =>
      JSON.parse(readFileSync(`node_modules/cldr-core/supplemental/${name}.json`, 'utf8')),
    )
    expect([CURRENCIES, LETTER, US_MEASURES, FIRST_DAYS]).toEqual([
      said.currencies,
      said.letter,
      said.usMeasures,
      said.firstDays,
    ])
  })
  it.each([
    ['MX', 'MXN', 'metric', 'Letter', 0],
    ['US', 'USD', 'us', 'Letter', 0],
    ['JP', 'JPY', 'metric', 'A4', 0],
    ['ES', 'EUR', 'metric', 'A4', 1],
    ['IE', 'EUR', 'metric', 'A4', 1],
  ])('%s pays in %s, measures %s, prints on %s', (region, currency, units, paper, first) =>
    expect([usualOf(region), paperOf(region), firstDayOf(region)]).toEqual([{ currency, units }, paper, first]),
  )
  it('is known of every region, and of no other', () => {
    for (const region of REGIONS) {
      expect([region, isCurrency(usualOf(region).currency)]).toEqual([region, true])
      expect(Intl.NumberFormat.supportedLocalesOf(numberLocale(region)).length).toBe(1)
    }
    expect([isRegion('EU'), isRegion('mx'), isRegion('')]).toEqual([false, false, false])
    expect(() => usualOf('ZZ')).toThrow(RangeError)
  })
  // ISO 4217: minor units
  it.each([
    ['EUR', 2],
    ['MXN', 2],
    ['JPY', 0],
    ['CLP', 0],
    ['KWD', 3],
  ])('%s is paid to %d decimals', (currency, digits) => expect(decimalsOf(currency)).toBe(digits))
  it('every currency has decimals and a sign', () => {
    for (const currency of MONEY) expect(decimalsOf(currency)).toBeLessThanOrEqual(4)
  })
  it('days come before months, and clocks go to twelve, where they do', () => {
    expect(['MX', 'IE', 'US', 'JP'].map(dayComesFirst)).toEqual([true, true, false, false])
    expect(['US', 'ES', 'JP'].map(hasTwelveHours)).toEqual([true, false, false])
  })
})
