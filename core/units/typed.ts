import { numericQuantity } from 'numeric-quantity'
import { celsius, isMassUnit, toGrams, toMillilitres, type AmountUnit } from './convert'
import { parseNumber } from './parse'

// Amounts as people have them: "1 1/4 cup", "½ tsp", "2 lb 4 oz", "12 limes", "98 °F".

/** What a typed amount is in: of weight or volume, pieces, degrees; `ounce` where weight or volume was not said. */
export type TypedUnit = AmountUnit | 'ounce' | 'piece' | 'C' | 'F'
export interface TypedPart {
  value: number
  /** null where none was typed: then it is in the unit of its field */
  unit: TypedUnit | null
}
export type Typed =
  | { ok: true; parts: readonly TypedPart[] }
  | { ok: false; code: 'amount-missing' | 'amount-not-a-number' | 'amount-grouped' | 'amount-over-nothing' }
  | { ok: false; code: 'amount-unit-unknown'; unit: string }
  /** parts that do not add up: a weight and a volume */
  | { ok: false; code: 'amount-units-mixed' }
  | { ok: false; code: 'amount-three-digits'; value: number; thousands: number; unit: TypedUnit | null }

/** How units are written, in both languages, without accents, dots and capitals. */
const WORDS: Readonly<Record<TypedUnit, string>> = {
  g: 'g gr gram grams gramme grammes gramo gramos',
  kg: 'kg kgs kilo kilos kilogram kilograms kilogramo kilogramos',
  ounce: 'oz ounce ounces onza onzas',
  oz: 'oz-wt',
  lb: 'lb lbs pound pounds libra libras',
  mL: 'ml milliliter milliliters millilitre millilitres mililitro mililitros cc',
  L: 'l lt lts liter liters litre litres litro litros',
  tsp: 'tsp tsps teaspoon teaspoons cdta cdtas cdita cditas cucharadita cucharaditas',
  tbsp: 'tbsp tbsps tbs tablespoon tablespoons cda cdas cucharada cucharadas',
  'fl oz': 'floz fl-oz fluid-ounce fluid-ounces onza-liquida onzas-liquidas oz-liq',
  cup: 'c cup cups taza tazas',
  pint: 'pt pts pint pints pinta pintas',
  quart: 'qt qts quart quarts cuarto cuartos',
  gallon: 'gal gals gallon gallons galon galones',
  piece: 'pc pcs piece pieces each pieza piezas pza pzas unidad unidades',
  C: 'c° °c ºc celsius',
  F: 'f f° °f ºf fahrenheit',
}
const UNIT_OF = new Map(
  Object.entries(WORDS).flatMap(([unit, words]) => words.split(' ').map((w) => [w, unit as TypedUnit] as const)),
)

/** Without accents, dots and capitals; one space between words is a hyphen, so that two words are one. */
const plain = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/[\u0300-\u036f.]/g, '')
    .trim()
    .toLowerCase()
    .replace(/\s+/g, '-')

/** "A cup" and "half a cup" in digits. */
const inDigits = (text: string): string =>
  text.replace(/^(half( an?)?|medi[oa]) /i, '1/2 ').replace(/^(an?|one|un[oa]?) /i, '1 ')

const NUMBER = /^[+-]?[\d\s.,/\u2044\u00bc-\u00be\u2150-\u215e]+/
const FRACTION = /[/\u2044\u00bc-\u00be\u2150-\u215e]/

/** A number or a fraction; how it is wrong. */
function numberOf(text: string): ReturnType<typeof parseNumber> | { ok: false; code: 'amount-over-nothing' } {
  if (!FRACTION.test(text)) return parseNumber(text)
  if (/[/\u2044]\s*0+(?!\d)/.test(text)) return { ok: false, code: 'amount-over-nothing' }
  const value = numericQuantity(text.replace(/\s+/g, ' ').trim(), { decimalSeparator: '.', round: false })
  return Number.isFinite(value) ? { ok: true, value } : { ok: false, code: 'amount-not-a-number' }
}

/**
 * Reads a typed amount: numbers and fractions, each with a unit or none. Both decimal marks are read.
 * @param pieces words that stand for a piece here, such as the fruit's own names: "12 limes"
 */
export function parseAmount(text: string, pieces: readonly string[] = []): Typed {
  let rest = inDigits(text.trim())
  if (rest === '') return { ok: false, code: 'amount-missing' }
  const ofPiece = new Set(pieces.map(plain))
  const parts: TypedPart[] = []
  while (rest !== '') {
    const found = NUMBER.exec(rest)?.[0] ?? ''
    if (!/\d|[\u00bc-\u00be\u2150-\u215e]/.test(found)) return { ok: false, code: 'amount-not-a-number' }
    const after = rest.slice(found.length)
    const word = /^[^\d\u00bc-\u00be\u2150-\u215e]*/.exec(after)![0]
    rest = after.slice(word.length).trim()
    const unit =
      word.trim() === '' ? null : (UNIT_OF.get(plain(word)) ?? (ofPiece.has(plain(word)) ? 'piece' : undefined))
    if (unit === undefined) return { ok: false, code: 'amount-unit-unknown', unit: word.trim() }
    const number = numberOf(found.trim())
    if (!number.ok)
      return number.code === 'amount-three-digits' && !parts.length && !rest ? { ...number, unit } : asPart(number)
    parts.push({ value: number.value, unit })
  }
  const kinds = new Set(parts.map((p) => kindOf(p.unit)))
  // Two pounds and four ounces: beside a weight, an ounce is one.
  if (kinds.has('mass')) kinds.delete('ounce')
  return parts.length > 1 && (kinds.size > 1 || kinds.has('none'))
    ? { ok: false, code: 'amount-units-mixed' }
    : { ok: true, parts }
}

/** In the middle of an amount nobody is asked about a mark: it is no number. */
const asPart = (failed: Exclude<ReturnType<typeof numberOf>, { ok: true }>): Typed =>
  failed.code === 'amount-three-digits' ? { ok: false, code: 'amount-grouped' } : failed

type Kind = 'none' | 'mass' | 'volume' | 'ounce' | 'piece' | 'temperature'
function kindOf(unit: TypedUnit | null): Kind {
  if (unit === null) return 'none'
  if (unit === 'piece' || unit === 'ounce') return unit
  if (unit === 'C' || unit === 'F') return 'temperature'
  return isMassUnit(unit) ? 'mass' : 'volume'
}

/** What an amount may be kept in. */
export type KeptUnit = 'g' | 'kg' | 'mL' | 'L' | 'pieces' | '°C'

/** What is known of the thing whose amount it is. */
export interface AmountOf {
  /** g in a mL as it is poured or heaped; null where nobody knows what a cup of it weighs */
  gPerMl: number | null
  /** g of a piece; null where nobody has weighed one */
  gPerPiece: number | null
  /** whether it is poured: then an ounce may be of weight or of volume */
  isLiquid: boolean
  /** what this stand means by an ounce of a liquid; null where nobody has said */
  ounces: OunceMeaning | null
}
export const OUNCE_MEANINGS = ['weight', 'volume'] as const
export type OunceMeaning = (typeof OUNCE_MEANINGS)[number]
export const NOTHING_KNOWN: AmountOf = { gPerMl: null, gPerPiece: null, isLiquid: false, ounces: null }

export type AmountRead =
  | { ok: true; value: number }
  /** a cup, a piece or an ounce that is to be asked about, or a unit that cannot be of this */
  | { ok: false; code: 'cup-unknown' | 'piece-unknown' | 'ounce-of-what' | 'unit-not-here' }

/**
 * A typed amount in the unit that it is kept in.
 * @param kept the unit of the answer
 * @param bare the unit of a number that was typed without one
 * @param of what the amount is of
 */
export function amountIn(parts: readonly TypedPart[], kept: KeptUnit, bare: TypedUnit, of: AmountOf): AmountRead {
  let sum = 0
  const isWeight = parts.some((p) => kindOf(p.unit) === 'mass')
  for (const part of parts) {
    const unit = isWeight && part.unit === 'ounce' ? 'oz' : (part.unit ?? bare)
    const read = partIn(part.value, unit, kept, of)
    if (!read.ok) return read
    sum += read.value
  }
  return { ok: true, value: sum }
}

const NOT_HERE: AmountRead = { ok: false, code: 'unit-not-here' }
const known = (value: number): AmountRead => ({ ok: true, value })

function partIn(value: number, typed: TypedUnit, kept: KeptUnit, of: AmountOf): AmountRead {
  // Where degrees are asked for, a C is no cup.
  if (kept === '°C')
    return typed === 'F' ? known(celsius(value)) : typed === 'C' || typed === 'cup' ? known(value) : NOT_HERE
  const unit = typed === 'ounce' ? ounceOf(of) : typed
  if (unit === null) return { ok: false, code: 'ounce-of-what' }
  if (unit === 'C' || unit === 'F') return NOT_HERE
  if (kept === 'pieces') return unit === 'piece' ? known(value) : NOT_HERE
  const isMass = kept === 'g' || kept === 'kg'
  const per = kept === 'kg' || kept === 'L' ? 1000 : 1
  if (unit === 'piece') {
    if (of.gPerPiece === null) return { ok: false, code: 'piece-unknown' }
    return inVolumeOrMass(value * of.gPerPiece, true, isMass, per, of)
  }
  return isMassUnit(unit)
    ? inVolumeOrMass(toGrams(value, unit), true, isMass, per, of)
    : inVolumeOrMass(toMillilitres(value, unit), false, isMass, per, of)
}

function inVolumeOrMass(amount: number, isG: boolean, wantsG: boolean, per: number, { gPerMl }: AmountOf): AmountRead {
  if (isG === wantsG) return known(amount / per)
  if (gPerMl === null) return { ok: false, code: 'cup-unknown' }
  return known((isG ? amount / gPerMl : amount * gPerMl) / per)
}

/** What an ounce of it is; null where nobody has said. */
export const ounceOf = ({ isLiquid, ounces }: AmountOf): 'oz' | 'fl oz' | null =>
  !isLiquid || ounces === 'weight' ? 'oz' : ounces === 'volume' ? 'fl oz' : null
