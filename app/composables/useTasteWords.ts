import { useI18n } from 'vue-i18n'
import type { Panel } from '#core/sensory/words'

/** How tastings are spoken of: what is in a cup that somebody may not have, and the unit that is guessed in. */
export function useTasteWords() {
  const { t, te } = useI18n({ useScope: 'global' })
  const allergen = (code: string): string => (te(`taste.allergen.${code}`) ? t(`taste.allergen.${code}`) : code)
  const allergens = (codes: readonly string[]): string => codes.map(allergen).join(', ')
  /** Sourness is acid; everything else goes by sugar. */
  const unitOf = (asked: Panel['asked']): string => (asked === 'sour' ? 'g/100 mL' : '°Bx')
  return { allergen, allergens, unitOf }
}
