/** Kinds that are poured, stirred or laid into a drink as they are; the others want a step of their own first. */
const POURED: ReadonlySet<string> = new Set([
  'juice',
  'concentrate',
  'brew',
  'base',
  'sweetener',
  'water',
  'acid',
  'salt',
  'dairy',
  'plant-milk',
  'aroma',
  'herb',
  'root',
  'peel',
])
const JUICES: ReadonlySet<string> = new Set(['juice', 'base', 'concentrate'])
/** What comes of fruit, and reads otherwise every week. */
export const isJuice = (kind: string): boolean => JUICES.has(kind)
export const isPoured = (kind: string): boolean => POURED.has(kind)
