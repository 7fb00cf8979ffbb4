import { convert } from 'convert'

/** Units an amount may be typed in. Mass units turn into g, volume units into mL. */
export const MASS_UNITS = ['g', 'kg', 'oz', 'lb'] as const
export const VOLUME_UNITS = ['mL', 'L', 'tsp', 'tbsp', 'fl oz', 'cup', 'pint', 'quart', 'gallon'] as const
export type MassUnit = (typeof MASS_UNITS)[number]
export type VolumeUnit = (typeof VOLUME_UNITS)[number]
export type AmountUnit = MassUnit | VolumeUnit

/** Whether an amount of a recipe can be in it. */
export const isAmountUnit = (unit: string): unit is AmountUnit =>
  ([...MASS_UNITS, ...VOLUME_UNITS] as readonly string[]).includes(unit)

export function isMassUnit(unit: AmountUnit): unit is MassUnit {
  return (MASS_UNITS as readonly string[]).includes(unit)
}

/**
 * Mass in grams. US customary units are the international pound and ounce.
 * Source: NIST Handbook 44, appendix C (values held by the `convert` package, checked in the tests).
 */
export function toGrams(value: number, unit: MassUnit): number {
  return convert(value, unit).to('g')
}

/**
 * Volume in millilitres; spoons, fluid ounce, cup, pint, quart and gallon are the US customary ones. Source as {@link
 * toGrams}.
 */
export function toMillilitres(value: number, unit: VolumeUnit): number {
  return convert(value, unit).to('mL')
}

/** Degrees Celsius from Fahrenheit. */
export const celsius = (fahrenheit: number): number => convert(fahrenheit, 'F').to('C')
