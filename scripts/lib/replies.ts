import { dayOf } from '../../core/time'
import { ROUTES } from '../../shared/routes'

// What two servers over one database say to the same questions.

interface Compared {
  /** answers that both gave */
  compared: number
  /** where the second one says something else than the first, one sentence each */
  odd: string[]
}

/** The moment of an answer. */
const NOW = 'now'

/** The first place where something of the one is not so in the other, which may have more; null where there is none. */
export function missingIn(one: unknown, other: unknown, path = ''): string | null {
  if (Array.isArray(one) && Array.isArray(other)) {
    if (one.length !== other.length) return `${path} has ${one.length} and ${other.length}`
    return first(one.map((each, i) => missingIn(each, other[i], `${path}[${i}]`)))
  }
  if (isObject(one) && isObject(other))
    return first(
      Object.keys(one)
        .filter((k) => k !== NOW)
        .map((k) => missingIn(one[k], other[k], `${path}.${k}`)),
    )
  return Object.is(one, other) ? null : `${path} is ${JSON.stringify(one)} and ${JSON.stringify(other)}`
}
const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x)
const first = (found: (string | null)[]): string | null => found.find((f) => f !== null) ?? null

interface Settings {
  id: string
  timeZone: string
}

/** Every list that both have: what the earlier server says, the later one says too. */
export async function unlike(earlier: string, later: string, cookie: string, stand: string): Promise<Compared> {
  const out: Compared = { compared: 0, odd: [] }
  const stands = (await (await fetch(`${later}/api/v1/stands`, { headers: { cookie } })).json()) as Settings[]
  const day = dayOf(new Date(), stands.find((s) => s.id === stand)!.timeZone)
  const asks = ['', `?stand=${stand}`, `?stand=${stand}&day=${day}`, `?stand=${stand}&from=${day}&until=${day}`]
  for (const { path, method } of Object.values(ROUTES)) {
    if (method !== 'GET' || path.includes('{') || path === '/api/health' || path.endsWith('openapi.json')) continue
    for (const ask of asks) {
      const [one, other] = await Promise.all(
        [earlier, later].map((url) => fetch(url + path + ask, { headers: { cookie } })),
      )
      const isJson = (r: Response): boolean => r.ok && (r.headers.get('content-type')?.includes('json') ?? false)
      if (!isJson(one!) || !isJson(other!)) continue
      const odd = missingIn(await one!.json(), await other!.json(), `${path}${ask.replace(stand, '…')}: `)
      out.compared++
      if (odd) out.odd.push(odd)
      break
    }
  }
  return out
}
