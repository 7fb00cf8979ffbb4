import { shallowRef } from 'vue'
import { bare, single, wordsOf as termsOf } from '#core/household/words'
import { SYNONYMS } from '../i18n/synonyms'

// Words as people look for them: without accents, in either language, by other words for the same thing, one or many.

export const termOf = (word: string): string => single(bare(word))

/** Whether every word of a query begins a word of these texts. */
export function matches(query: string, ...texts: readonly string[]): boolean {
  const words = texts.flatMap(termsOf)
  return termsOf(query).every((term) =>
    words.some((word) => word.startsWith(term) || bare(word).startsWith(bare(term))),
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
