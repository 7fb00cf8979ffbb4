import type { UnitSystem } from '../region'
import { toGrams, toMillilitres } from './convert'
import type { TypedUnit } from './typed'

// Amounts are kept in g, mL and °C. What a stand types and reads is its own: the same amounts in other units.

/** A unit as it is written beside a number, and how a kept amount becomes one of it. */
export interface ShownUnit {
  unit: string
  /** of it in one of the kept unit, and what is added */
  times: number
  plus: number
  /** digits behind the mark that suit it */
  digits: number
  /** how a number without a unit is read that is typed in it; null where nothing but a number can be typed */
  typed: TypedUnit | null
}

/** Digits behind the mark that suit a kept unit: grams of a cup to the gram, Brix to a tenth. */
const DIGITS: Readonly<Record<string, number>> = {
  g: 0,
  kg: 2,
  mL: 0,
  L: 2,
  min: 0,
  '%': 1,
  '°Bx': 1,
  '°C': 1,
  'g/mL': 3,
  'g/100 mL': 2,
  'mL/kg': 0,
  'min/L': 1,
  '1': 3,
  cups: 0,
  batches: 0,
  'kJ/(kg K)': 2,
  s: 0,
  pieces: 0,
}
export const digitsFor = (unit: string): number => DIGITS[unit] ?? 2

const TYPED: Readonly<Record<string, TypedUnit>> = { g: 'g', kg: 'kg', mL: 'mL', L: 'L', '°C': 'C', pieces: 'piece' }
const OZ = 1 / toGrams(1, 'oz')
const LB = 1000 / toGrams(1, 'lb')
const FL_OZ = 1 / toMillilitres(1, 'fl oz')
const QUART = 1000 / toMillilitres(1, 'quart')

/** US customary units, by the kept unit that each stands for. Source: NIST Handbook 44, appendix C. */
const US: Readonly<Record<string, ShownUnit>> = {
  g: { unit: 'oz', times: OZ, plus: 0, digits: 2, typed: 'oz' },
  kg: { unit: 'lb', times: LB, plus: 0, digits: 2, typed: 'lb' },
  mL: { unit: 'fl oz', times: FL_OZ, plus: 0, digits: 1, typed: 'fl oz' },
  L: { unit: 'qt', times: QUART, plus: 0, digits: 2, typed: 'quart' },
  '°C': { unit: '°F', times: 1.8, plus: 32, digits: 0, typed: 'F' },
  'mL/kg': { unit: 'fl oz/lb', times: FL_OZ / LB, plus: 0, digits: 2, typed: null },
  'min/L': { unit: 'min/qt', times: 1 / QUART, plus: 0, digits: 1, typed: null },
  'money/kg': { unit: 'money/lb', times: 1 / LB, plus: 0, digits: 2, typed: null },
  'money/L': { unit: 'money/qt', times: 1 / QUART, plus: 0, digits: 2, typed: null },
  'money/g': { unit: 'money/oz', times: 1 / OZ, plus: 0, digits: 3, typed: null },
}

const same = (unit: string): ShownUnit => ({
  unit,
  times: 1,
  plus: 0,
  digits: unit === 'money/g' ? 5 : digitsFor(unit),
  typed: TYPED[unit] ?? null,
})

/** How an amount that is kept in `unit` is typed and shown at a stand. */
export const shownUnit = (unit: string, system: UnitSystem): ShownUnit =>
  system === 'us' ? (US[unit] ?? same(unit)) : same(unit)

/** From here on ounces are read as pounds, and fluid ounces as quarts. */
const MOST_OZ = 16
const MOST_FL_OZ = 64
/** The same for one amount: in pounds or quarts where it is many ounces. */
export function unitFor(value: number, unit: string, system: UnitSystem): ShownUnit {
  const shown = shownUnit(unit, system)
  const most = system !== 'us' ? Infinity : unit === 'g' ? MOST_OZ : unit === 'mL' ? MOST_FL_OZ : Infinity
  if (Math.abs(value * shown.times) < most) return shown
  const larger = shownUnit(unit === 'g' ? 'kg' : 'L', system)
  return { ...larger, times: larger.times / 1000 }
}

/** A kept amount in the unit that it is shown in. */
export const inShown = (value: number, { times, plus }: ShownUnit): number => value * times + plus
