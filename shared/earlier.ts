// What earlier releases called things: tablets hold writes of theirs, the history and archives hold rows. They are read
// under the names of today, and kept as they were written.

const NAMES: Readonly<Record<string, string>> = {
  packPriceEur: 'packPrice',
  costEur: 'cost',
  marketEur: 'marketCost',
  fruitCostEur: 'fruitCost',
  byCostEur: 'byCost',
  marketCostEur: 'marketCost',
  sellEur: 'sellPrice',
  cupEur: 'cupPrice',
  lidEur: 'lidPrice',
  strawEur: 'strawPrice',
  labourEurPerH: 'labourPerH',
  electricityEurPerKwh: 'electricityPerKwh',
  gasEurPerKwh: 'gasPerKwh',
  eur: 'paid',
}

/** A value with the names of today, at any depth; the same value where it has no other. */
export function todaysNames<T>(value: T): T {
  if (value === null || typeof value !== 'object' || value instanceof Date) return value
  if (Array.isArray(value)) {
    const all = value.map(todaysNames)
    return all.some((v, i) => v !== value[i]) ? (all as T) : value
  }
  const entries = Object.entries(value).map(([name, v]) => [NAMES[name] ?? name, todaysNames(v)] as const)
  const isSame = Object.entries(value).every(([name, v], i) => entries[i]![0] === name && entries[i]![1] === v)
  return isSame ? value : (Object.fromEntries(entries) as T)
}

/** What columns of one table were called. */
const OF_TABLE: Readonly<Record<string, Readonly<Record<string, string>>>> = { lot: { ingredientKey: 'itemKey' } }

/** A row of a table with the names of today: what is in its documents is as it was signed. */
export const todaysRow = <R extends Record<string, unknown>>(row: R, table: string): R =>
  Object.fromEntries(Object.entries(row).map(([name, v]) => [OF_TABLE[table]?.[name] ?? NAMES[name] ?? name, v])) as R

/** What is sent, as it is sent today: a delivery was once priced by a field of its own, for a kilo. */
export function todaysBody<B>(body: B): B {
  if (body === null || typeof body !== 'object' || Array.isArray(body)) return body
  const named = todaysNames(body)
  if (!('priceEurPerKg' in named)) return named
  const { priceEurPerKg: paid, ...rest } = named as Record<string, unknown>
  const perKg = paid === null || paid === undefined ? null : { paid, per: 'kg' }
  return { ...rest, price: rest.price ?? perKg } as B
}
