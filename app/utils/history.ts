import { itemKey, volumeOf, type RecipeDocument } from '#core/recipe'

export interface Difference {
  field: string
  item?: string
  before: unknown
  after: unknown
}
export type Act = 'made' | 'changed' | 'gone' | 'voided' | 'restored'
type Row = Record<string, unknown>

/** What tells rows apart, or says the same twice, is not shown. */
const HIDDEN = new Set([
  'id',
  'version',
  'personId',
  'at',
  'standId',
  'panelId',
  'recipeId',
  'lotId',
  'juiceLotId',
  'shipped',
  'standard',
  'key',
  'kind',
  'since',
  'confirmed',
  'figures',
  'voided',
  'part',
  'juiceG',
  'draft',
  'source',
  'likeKey',
  'unit',
  'schema',
  'login',
  'juiceUnit',
  'ingredientKey',
  'itemKey',
  'itemKind',
  'baseKey',
  'costBasis',
  'day',
  'sourceId',
  'listId',
  'amountG',
  'routine',
  'versionId',
  'outG',
  'outUnit',
  'times',
  'massG',
  'measured',
])

export function actOf(before: Row | null, after: Row | null): Act {
  if (after && typeof after.voided === 'boolean') return after.voided ? 'voided' : 'restored'
  return before === null ? 'made' : after === null ? 'gone' : 'changed'
}

/** How a fruit is handled lies one level deeper; for people its fields are fields like the others. */
const flat = (row: Row | null): Row | null =>
  row && typeof row.handling === 'object' && row.handling ? { ...row, ...(row.handling as Row) } : row

/** The fields that differ, and for a drink the amounts of its layers. */
export function differences(was: Row | null, is: Row | null): Difference[] {
  const [before, after] = [flat(was), flat(is)]
  const fields = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])].filter((f) => !HIDDEN.has(f))
  const plain = fields
    .map((field) => ({ field, before: before?.[field] ?? null, after: after?.[field] ?? null }))
    .filter((d) => isPlain(d.before) && isPlain(d.after) && !same(d.before, d.after))
  return [
    ...plain,
    ...layerDifferences(before?.draft as RecipeDocument | undefined, after?.draft as RecipeDocument | undefined),
  ]
}

function layerDifferences(before: RecipeDocument | undefined, after: RecipeDocument | undefined): Difference[] {
  const [was, is] = [amountsOf(before), amountsOf(after)]
  const volume = (d: RecipeDocument | undefined) => (d ? (volumeOf(d) ? `${volumeOf(d)} mL` : null) : null)
  const layers = [...new Set([...was.keys(), ...is.keys()])].map((item) => ({
    field: 'layer',
    item,
    before: was.get(item) ?? null,
    after: is.get(item) ?? null,
  }))
  return [
    ...layers,
    { field: 'volume', before: volume(before), after: volume(after) },
    { field: 'iceG', before: before?.serve?.iceG ?? null, after: after?.serve?.iceG ?? null },
  ].filter((d) => !same(d.before, d.after))
}

/** Typed amounts by ingredient; the layer that fills up has none of its own. */
function amountsOf(doc: RecipeDocument | undefined): Map<string, string> {
  const filler = doc?.steps.flatMap((s) => (s.op === 'makeUp' ? [s.in.at(-1)!] : []))[0]
  return new Map(
    (doc?.steps ?? []).flatMap((s) =>
      s.op === 'take' && s.out !== filler ? [[itemKey(s.item), `${s.amount.value} ${s.amount.unit}`] as const] : [],
    ),
  )
}

const isPlain = (v: unknown): boolean => v === null || ['string', 'number', 'boolean'].includes(typeof v)
/** Numbers came back as text from one side and as numbers from the other. */
const same = (a: unknown, b: unknown): boolean =>
  a === b || (a !== null && b !== null && a !== '' && b !== '' && Number(a) === Number(b))

const MONEY_FIELDS = new Set([
  'cost',
  'marketCost',
  'packPrice',
  'fruitCost',
  'byCost',
  'sellPrice',
  'cupPrice',
  'lidPrice',
  'strawPrice',
  'labourPerH',
  'electricityPerKwh',
  'gasPerKwh',
])
const ENDS: readonly [RegExp, string][] = [
  [/Kg$|^kg$/, 'kg'],
  [/Ml$/, 'mL'],
  [/G$/, 'g'],
  [/C$/, '°C'],
]
/** The unit that a field is kept in, as its name says; null for a plain number. */
export const unitOfField = (field: string): string | null =>
  MONEY_FIELDS.has(field) ? 'money' : (ENDS.find(([end]) => end.test(field))?.[1] ?? null)
