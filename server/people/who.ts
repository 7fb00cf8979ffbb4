import { maskOf, MONEY_NAMES, type Endpoint, type Role } from '#shared/contract'

/** Who asks, in which session, and under which key the write is remembered. */
export interface Who {
  personId: string
  role: Role
  key: string | null
  sessionId?: string
  /** of a till: the stand that it is at */
  standId?: string
}

/** Whether money is shown to them. */
export const seesMoney = (who: Who): boolean => who.role === 'owner'

/**
 * A copy without money of what has no form of its own, such as a row of history: what is marked somewhere under its
 * name.
 */
export function withoutMoney<T>(who: Who, value: T): T {
  if (seesMoney(who) || value === null || typeof value !== 'object' || value instanceof Date) return value
  if (Array.isArray(value)) return value.map((v) => withoutMoney(who, v)) as T
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, MONEY_NAMES.has(k) ? null : withoutMoney(who, v)]),
  ) as T
}

/** An answer of a route without what is marked as money, for whoever does not see it. */
export function shownTo<T>(who: Who, reply: Endpoint['reply'], value: T): T {
  const mask = seesMoney(who) ? null : maskOf(reply)
  return mask ? (mask(value) as T) : value
}
