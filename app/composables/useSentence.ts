import { useI18n } from 'vue-i18n'
import { ProcessLimit } from '#core/process/limit'
import type { ProblemField } from '#shared/problem'
import { ApiProblem } from '~/utils/api'
import { useFormat } from './useFormat'

/** A number's name says what it is in; a sentence shows it with its unit. */
const UNIT_OF_NAME: readonly [RegExp, string][] = [
  [/PerKg$/, 'mL/kg'],
  [/Kg$/, 'kg'],
  [/G$/, 'g'],
  [/Ml$/, 'mL'],
  [/C$/, '°C'],
]
/** What a number without such a name is in is said where it stands in the sentence: `{value_kg}`. */
const AS_UNIT = [
  ['g', 'g'],
  ['kg', 'kg'],
  ['mL', 'mL'],
  ['L', 'L'],
  ['C', '°C'],
  ['perKg', 'money/kg'],
] as const

/** Codes and numbers become sentences here, and nowhere else. */
export function useSentence() {
  const { t, te } = useI18n()
  const { n, amount, name } = useFormat()

  const digitsOf = (value: number): number => (Number.isInteger(value) ? 0 : 1)
  /** Grams and millilitres of a stand to the whole, those of a spoon to the tenth. */
  const suits = (value: number): number => (Number.isInteger(value) || Math.abs(value) >= 10 ? 0 : 1)
  const inUnit = (value: number, unit: string): string => {
    if (unit === 'g' || unit === 'mL') return amount(value, unit, suits(value))
    return amount(value, unit, Number.isInteger(value) ? 0 : undefined)
  }
  function ofCode(code: string, numbers: Record<string, number> = {}, what?: string): string {
    const words: Record<string, string> = {}
    for (const [k, v] of Object.entries(numbers)) {
      const unit = UNIT_OF_NAME.find(([end]) => end.test(k))?.[1]
      words[k] = unit ? inUnit(v, unit) : n(v, digitsOf(v))
      for (const [end, as] of AS_UNIT) words[`${k}_${end}`] = inUnit(v, as)
    }
    const key = te(`problem.${code}`) ? `problem.${code}` : 'problem.field-invalid'
    // By way of several: each by its name.
    return t(key, { ...words, what: what ? what.split('>').map(name).join(' → ') : '' })
  }
  /** What a prep is called is not in the code: its field says which. */
  const prepIn = (field: string): string | undefined => /prep:.*/.exec(field)?.[0]
  const ofField = (e: ProblemField): string => ofCode(e.code, e.numbers, prepIn(e.field))
  const ofLimit = (e: ProcessLimit): string => ofCode(e.code, e.numbers, e.field)
  function ofError(e: unknown): string {
    if (e instanceof ApiProblem) return e.errors.length ? e.errors.map(ofField).join(' ') : ofCode(e.code)
    if (e instanceof ProcessLimit) return ofLimit(e)
    throw e
  }
  return { ofCode, ofField, ofLimit, ofError }
}
