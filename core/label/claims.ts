import type { Evaluation } from '../recipe'
import { INGREDIENTS } from '../substances'

// Words in a name or a note that say what a drink does for health, or what is not in it: each is asked about, since
// labels may only say what a regulation allows, and Olvex says none of it.

/** Stems as they stand in a word, without accents, in either language. Our own list; common practice, no source. */
const HEALTH = [
  'detox',
  'desintoxic',
  'depurativ',
  'cleans',
  'immun',
  'inmun',
  'defens',
  'antioxid',
  'cure',
  'curativ',
  'heal',
  'sana ',
  'sanador',
  'medicin',
  'slim',
  'adelgaz',
  'weight loss',
  'quemagrasa',
  'fat burn',
  'burns fat',
  'anti-inflam',
  'antiinflam',
  'digestiv',
  'probiotic',
  'boost',
  'superfood',
  'superalimento',
  'lowers',
  'colesterol',
  'cholesterol',
  'diabet',
] as const
const NO_SUGAR = [
  'sugar free',
  'sugar-free',
  'sugarless',
  'no sugar',
  'zero sugar',
  'sin azucar',
  'cero azucar',
] as const
const NO_ADDED = ['no added sugar', 'without added sugar', 'sin azucar anadid', 'sin azucares anadid'] as const

export interface Claim {
  code: 'claim-health' | 'claim-sugar-free' | 'claim-no-added-sugar'
  word: string
}

const plain = (text: string): string =>
  ` ${text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}-]+/gu, ' ')} `

/** g of sugars in 100 mL up to which a drink may be called free of them: Regulation (EC) 1924/2006, annex (memory). */
export const SUGAR_FREE_G = 0.5

/**
 * What a text claims that is asked about: of health always, of no sugar where there is some.
 * @param sugarsPer100Ml g; null where it is not known
 * @param isSweetened whether a sweetener went in
 */
export function claimsIn(text: string, sugarsPer100Ml: number | null, isSweetened: boolean): Claim[] {
  const words = plain(text)
  const found = (stems: readonly string[]): string | undefined => stems.find((s) => words.includes(` ${s}`))
  const health = found(HEALTH)
  const added = found(NO_ADDED)
  const free = added ? undefined : found(NO_SUGAR)
  return [
    ...(health ? [{ code: 'claim-health' as const, word: health.trim() }] : []),
    ...(free && (sugarsPer100Ml === null || sugarsPer100Ml > SUGAR_FREE_G)
      ? [{ code: 'claim-sugar-free' as const, word: free }]
      : []),
    ...(added && isSweetened ? [{ code: 'claim-no-added-sugar' as const, word: added }] : []),
  ]
}

/** The same as doubts of a drink with a name and a note, as whoever signs it is asked them. */
export function claimsOf(name: string, note: string, { jug, bill }: Evaluation) {
  const isSweetened = [...bill.ingredients.keys()].some((key) => INGREDIENTS.get(key)?.kind === 'sweetener')
  const per100Ml = jug.volume.value > 0 ? (100 * jug.sugars.value) / jug.volume.value : null
  return (
    [
      ['name', name],
      ['note', note],
    ] as const
  ).flatMap(([field, text]) =>
    claimsIn(text, per100Ml, isSweetened).map(({ code }) => ({ code, field, numbers: { g: per100Ml ?? 0 } })),
  )
}
