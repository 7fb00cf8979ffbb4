import MiniSearch from 'minisearch'
import { termOf } from './words'

export interface Searchable {
  id: string
  title: string
  /** other words that it is found by */
  words?: string
  /** how many times as near as another that is called alike */
  weight?: number
}
/** Finds entries by the beginnings of their words, with a slip of the fingers now and then; the nearest first. */
export function finder<E extends Searchable>(entries: readonly E[]): (query: string) => E[] {
  const by = new Map(entries.map((e) => [e.id, e]))
  const index = new MiniSearch<E>({
    fields: ['title', 'words'],
    processTerm: (term) => termOf(term) || null,
    searchOptions: {
      prefix: true,
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      boost: { title: 2 },
      boostDocument: (id) => by.get(String(id))?.weight ?? 1,
      combineWith: 'AND',
    },
  })
  index.addAll([...entries])
  return (query) => index.search(query).flatMap((r) => by.get(String(r.id)) ?? [])
}
