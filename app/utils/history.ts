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
  'wPerK',
  'take',
  'step',
  'to',
  'event',
  'item',
  'retold',
])

export function actOf(before: Row | null, after: Row | null): Act {
  if (after && typeof after.voided === 'boolean') return after.voided ? 'voided' : 'restored'
  return before === null ? 'made' : after === null ? 'gone' : 'changed'
}

/** What an event is, is said as what was done, and not as a field of it. */
const EVENTS = ['run-event', 'hold-event', 'lot-event', 'panel-event']
/** Under which key it stands what was done; a row that is no event was made, changed or taken out. */
export function doneOf(entity: string, before: Row | null, after: Row | null): string {
  const act = actOf(before, after)
  if (act === 'made' && EVENTS.includes(entity) && after?.kind) return `history.event.${String(after.kind)}`
  // Cups that are told again are the same cups.
  if (act === 'made' && Number(after?.retold ?? 0) > 0) return 'history.corrected'
  // Both stands are told of what is on its way.
  if (act === 'made' && entity === 'arrival') return `history.value.${String(after?.way ?? 'arrived')}`
  return `history.${act}`
}

/** How a fruit is handled lies one level deeper; for people its fields are fields like the others. */
const flat = (row: Row | null): Row | null =>
  row && typeof row.handling === 'object' && row.handling ? { ...row, ...(row.handling as Row) } : row

/** The fields that differ, and for a drink the amounts of its layers. */
export function differences(was: Row | null, is: Row | null, entity = ''): Difference[] {
  const [before, after] = [flat(was), flat(is)]
  const fields = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])].filter(
    (f) => !HIDDEN.has(f) && !(entity === 'arrival' && f === 'way'),
  )
  const plain = fields
    .map((field) => ({ field, before: before?.[field] ?? null, after: after?.[field] ?? null }))
    .filter((d) => isShown(d.field, d.before) && isShown(d.field, d.after) && !same(d.before, d.after))
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

/** Fields that are lists, and are said entry by entry. */
const LISTS = new Set(['stands', 'ownPrices', 'sizePrices', 'sizes', 'shifts'])
const isPlain = (v: unknown): boolean => v === null || ['string', 'number', 'boolean'].includes(typeof v)
/** What begins with an id is nobody's to read, unless it is of something that has a name. */
const isId = (v: unknown): boolean => typeof v === 'string' && /^[0-9a-f]{8}-[0-9a-f]{4}-/.test(v)
const NAMED = new Set(['toStandId'])
const isShown = (field: string, v: unknown): boolean =>
  (isPlain(v) && (NAMED.has(field) || !isId(v))) || (LISTS.has(field) && Array.isArray(v))
/** Nothing, or a list with nothing in it. */
const isNone = (v: unknown): boolean => v === null || v === '' || (Array.isArray(v) && !v.length)
/** Numbers came back as text from one side and as numbers from the other. */
function same(a: unknown, b: unknown): boolean {
  if (isNone(a) || isNone(b)) return isNone(a) && isNone(b)
  if (Array.isArray(a) || Array.isArray(b)) return JSON.stringify(a) === JSON.stringify(b)
  return a === b || Number(a) === Number(b)
}

/** Choices whose words stand under another name than the field's. */
const WORDS_UNDER: Readonly<Record<string, string>> = {
  holdControl: 'store.holdControl',
  control: 'store.holdControl',
  countPreps: 'store.countPreps',
  limon: 'store.limon',
}
/** Under which key the words of a choice are, if it is one. @param has whether there are words under a key */
export const wordOf = (field: string, value: string, has: (key: string) => boolean): string | null =>
  [`history.value.${value}`, `${WORDS_UNDER[field] ?? field}.${value}`].find(has) ?? null

const MONEY_FIELDS = new Set([
  'cost',
  'marketCost',
  'packPrice',
  'fruitCost',
  'byCost',
  'sellPrice',
  'sizePrice',
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
  [/Share$/, '%'],
]
/** Amounts of a lot are in its unit, and their names say nothing of it. */
const OF_LOT = new Set(['amount', 'counted'])
/** The unit that a field is said in, as its name says, or that of its lot; null for a plain number. */
export const unitOfField = (field: string, ofLot: string | null = null): string | null =>
  MONEY_FIELDS.has(field) ? 'money' : OF_LOT.has(field) ? ofLot : (ENDS.find(([end]) => end.test(field))?.[1] ?? null)
/** What a field holds, in the unit that it is said in: shares are kept of one, and said of a hundred. */
export const inUnitOfField = (field: string, kept: number): number => (unitOfField(field) === '%' ? kept * 100 : kept)
