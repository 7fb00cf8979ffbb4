import type { Role } from '#shared/contract'

/** Who asks, in which session, and under which key the write is remembered. */
export interface Who {
  personId: string
  role: Role
  key: string | null
  sessionId?: string
}

export const ownerOnly = <T>(who: Who, value: T): T | null => (who.role === 'owner' ? value : null)

/** A copy without money, for whoever is not an owner: every field that is named in euros becomes nothing. */
export function maskFor<T>(who: Who, value: T): T {
  if (who.role === 'owner' || value === null || typeof value !== 'object' || value instanceof Date) return value
  if (Array.isArray(value)) return value.map((v) => maskFor(who, v)) as T
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, /Eur/.test(k) ? null : maskFor(who, v)])) as T
}
