import { atLeast, maskOf, MONEY_NAMES, roleAt, ROLES, type AtStand, type Endpoint, type Role } from '#shared/contract'
import { fromJson } from '../db/connect'

/** Who asks, in which session, and under which key the write is remembered. */
export interface Who {
  personId: string
  /** at the stand that is asked of; of what is the business', the most that they are anywhere */
  role: Role
  /** where they work, and what they are there; null: everywhere, as what they are */
  stands: readonly AtStand[] | null
  key: string | null
  sessionId?: string
  /** the stand that is asked of, or that a till is at; undefined of what is the business' */
  standId?: string
}

/** Where somebody works, as it is kept. */
export const standsOf = (json: string | null): AtStand[] | null => (json === null ? null : fromJson<AtStand[]>(json))

/** Where they are at least that; null: everywhere. */
export const standsAs = (who: Who, least: Role): string[] | null =>
  who.stands?.filter((s) => atLeast(s.role, least)).map((s) => s.standId) ?? null

/** Rows of the stands where they are at least that: what somebody reads as a lead is not of where they are crew. */
export function seenBy<T extends { standId: string }>(who: Who, rows: T[], least: Role = 'crew'): T[] {
  const stands = standsAs(who, least)
  return stands === null ? rows : rows.filter((r) => stands.includes(r.standId))
}

/** The least that somebody is at some stands; null where they do not work at all of them. */
export function leastRoleAt(who: Who, standIds: Iterable<string>): Role | null {
  let least = who.role
  for (const standId of standIds) {
    const role = roleAt(who, standId)
    if (role === null) return null
    if (ROLES.indexOf(role) < ROLES.indexOf(least)) least = role
  }
  return least
}

/** For whom an answer is the same: it is kept for all of them together. */
export const scopeOf = (who: Who): string =>
  [who.role, ...(who.stands ?? []).map((s) => `${s.standId}:${s.role}`).sort(), who.stands === null ? '*' : ''].join(
    ' ',
  )

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
