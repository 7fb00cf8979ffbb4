import type { Composer } from 'vue-i18n'

/**
 * Puts fetched words beside those that are there. What was said before they came is said anew: vue-i18n notices that
 * its languages change, and not that one of them got more words, so that a text which was worked out too early would
 * stay the key that it was asked for by.
 */
export function addWords(
  i18n: Pick<Composer, 'mergeLocaleMessage' | 'fallbackLocale'>,
  locale: string,
  words: object[],
) {
  for (const each of words) i18n.mergeLocaleMessage(locale, each)
  i18n.fallbackLocale.value = ['en']
}
