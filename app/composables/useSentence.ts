import { useI18n } from 'vue-i18n'
import { ProcessLimit } from '#core/process/limit'
import type { ProblemField } from '#shared/problem'
import { ApiProblem } from '~/utils/api'
import { useFormat } from './useFormat'

/** Codes and numbers become sentences here, and nowhere else. */
export function useSentence() {
  const { t, te } = useI18n()
  const { n, name } = useFormat()

  function digitsOf(key: string, value: number): number {
    if (Number.isInteger(value)) return 0
    if (/PerKg$/.test(key)) return 0
    if (/Kg$|price|last/.test(key)) return 2
    return /G$|Ml$/.test(key) && Math.abs(value) >= 10 && !/times/.test(key) ? 0 : 1
  }
  function ofCode(code: string, numbers: Record<string, number> = {}, what?: string): string {
    const words: Record<string, string> = {}
    for (const [k, v] of Object.entries(numbers)) words[k] = n(v, digitsOf(k, v))
    const key = te(`problem.${code}`) ? `problem.${code}` : 'problem.field-invalid'
    return t(key, { ...words, what: what ? name(what) : '' })
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
