import {
  clearSession,
  getCookie,
  getHeader,
  getRequestIP,
  setCookie,
  unsealSession,
  updateSession,
  type H3Event,
  type SessionConfig,
} from 'h3'
import { Refusal } from '../platform/errors'
import type { Caller, Opened } from '../people/sign-in'

const MONTH_S = 60 * 60 * 24 * 30

// The sealed cookie holds a session id and nothing else; who that is, is read from the database each time.
interface Sealed {
  sid?: string
}

const isSecure = (): boolean => (process.env.OLVEX_PUBLIC_URL ?? '').startsWith('https:')

function config(): SessionConfig {
  const password = process.env.OLVEX_SESSION_PASSWORD
  if (!password || password.length < 32)
    throw new Error('OLVEX_SESSION_PASSWORD is not set, or shorter than 32 characters: bin/demo makes one')
  return {
    password,
    name: 'olvex',
    maxAge: MONTH_S,
    cookie: { sameSite: 'strict', httpOnly: true, path: '/', secure: isSecure() },
  }
}

/**
 * Opening a seal takes longer than all else of a small request, and gives the same each time: the last ones are kept.
 * Whether the session still lives is asked of the database every time.
 */
const opened = new Map<string, string>()
const KEPT = 500

export async function sessionIdOf(event: H3Event): Promise<string | null> {
  const sealed = getCookie(event, 'olvex')
  if (!sealed) return null
  const known = opened.get(sealed)
  if (known) return known
  const session = await unsealSession(event, config(), sealed).catch(() => null)
  const sid = (session?.data as Sealed | undefined)?.sid ?? null
  if (sid) {
    if (opened.size >= KEPT) opened.delete(opened.keys().next().value!)
    opened.set(sealed, sid)
  }
  return sid
}

export const startSession = async (event: H3Event, sid: string): Promise<void> =>
  void (await updateSession<Sealed>(event, config(), { sid }))
export const endSession = (event: H3Event): Promise<void> => clearSession(event, config())

/** Opens the session that was made and keeps the device known, or says no now that the attempt is on record. */
export const startOrRefuse =
  (code: string) =>
  async (event: H3Event): Promise<void> => {
    const opened = event.context.opened as Opened | null
    if (!opened) throw new Refusal(401, code, [{ field: code === 'wrong-pin' ? 'pin' : 'password', code }])
    await startSession(event, opened.sid)
    if (opened.known) keepKnown(event, opened.known)
  }

const TABLET = 'olvex-tablet'
const KNOWN = 'olvex-known'
const YEAR_S = 60 * 60 * 24 * 365
const keep = (event: H3Event, name: string, value: string): void =>
  setCookie(event, name, value, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR_S, secure: isSecure() })

export const tabletCookie = (event: H3Event): string | null => getCookie(event, TABLET) ?? null
export const keepTablet = (event: H3Event, value: string): void => keep(event, TABLET, value)
export const keepKnown = (event: H3Event, value: string): void => keep(event, KNOWN, value)

/**
 * The address that asks. Behind a proxy of ours, which OLVEX_PROXY names, the one that it says it was asked by: what
 * stands before that in the header is the caller's own word.
 */
function addressOf(event: H3Event): string {
  const at = getRequestIP(event)?.replace(/^::ffff:/, '') ?? 'unknown'
  const proxies = (process.env.OLVEX_PROXY ?? '').split(',').map((p) => p.trim())
  if (!proxies.includes(at)) return at
  return getHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim() || at
}

/** Where a sign-in comes from. */
export const callerOf = (event: H3Event): Caller => ({
  address: addressOf(event),
  agent: getHeader(event, 'user-agent') ?? null,
  tablet: tabletCookie(event),
  known: getCookie(event, KNOWN) ?? null,
})
