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
export const isPoured = (kind: string): boolean => POURED.has(kind)
