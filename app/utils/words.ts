import { shallowRef } from 'vue'
import { SYNONYMS } from '../i18n/synonyms'

// Words as people look for them: without accents, in either language, by other words for the same thing, one or many.

/** Small letters without accents. */
export const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** A word without what makes it many, in English and Spanish: limes, limones, cherries. */
function single(word: string): string {
  if (word.length < 4) return word
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`
  if (/(?:[^aeiou]es|oes|xes|ches|shes)$/.test(word)) return word.slice(0, -2)
  return word.endsWith('s') && !word.endsWith('ss') ? word.slice(0, -1) : word
}
export const termOf = (word: string): string => single(plain(word))
const termsOf = (text: string): string[] =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map(single)

/** Whether every word of a query begins a word of these texts. */
export function matches(query: string, ...texts: readonly string[]): boolean {
  const words = texts.flatMap(termsOf)
  return termsOf(query).every((term) =>
    words.some((word) => word.startsWith(term) || plain(word).startsWith(plain(term))),
  )
}

/** What ingredients are called in both languages, once somebody looks for one. */
const names = shallowRef<readonly Record<string, string>[] | null>(null)
async function loadNames(): Promise<void> {
  names.value = []
  const [en, es] = await Promise.all([import('../i18n/en/names'), import('../i18n/es/names')])
  names.value = [en.names.ingredient, es.names.ingredient]
}

/** Other words that an ingredient is found by: its names in both languages, and what else people call it. */
export function wordsOf(key: string): string {
  if (!names.value) void loadNames()
  return [SYNONYMS[key] ?? '', ...(names.value ?? []).map((of) => of[key] ?? '')].join(' ')
}

/** A word as a sentence begins with it. */
export const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)
