// Words as people write them: without accents and capitals, one or many, in English and Spanish.

/** Small letters without accents. */
export const bare = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** A word without what makes it many, in both languages. */
export function single(word: string): string {
  if (word.length < 4) return word
  if (word === 'leaves' || word === 'hojas') return word === 'leaves' ? 'leaf' : 'hoja'
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`
  if (/(?:ones|ores|ales|iles|oes|xes|ches|shes)$/.test(word)) return word.replace(/es$/, '')
  return word.endsWith('s') && !/(?:ss|us|[^w]is)$/.test(word) ? word.slice(0, -1) : word
}
export const wordsOf = (text: string): string[] =>
  bare(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map(single)
