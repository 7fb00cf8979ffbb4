import { getHeader, type H3Event } from 'h3'
import { Refusal } from '../platform/errors'

const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|\[::1\])(:\d{1,5})?$/i

/**
 * Where the other processes of this business reach this one, which no browser asks for: OLVEX_OWN_URL, or where it
 * listens.
 */
export const ownUrl = (): string =>
  process.env.OLVEX_OWN_URL ||
  `http://${process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'}:${process.env.NITRO_PORT ?? process.env.PORT ?? 3000}`

export const isLoopbackName = (hostname: string): boolean => LOOPBACK.test(hostname)

/**
 * The name we are reached by must be ours: the address of OLVEX_PUBLIC_URL, or this machine's own names. A page
 * elsewhere that has its name point to this machine is refused, whatever it asks.
 */
export function refuseOtherHost(event: H3Event): void {
  const host = getHeader(event, 'host') ?? ''
  const isPublic =
    process.env.OLVEX_PUBLIC_URL !== undefined &&
    process.env.OLVEX_PUBLIC_URL !== '' &&
    host === new URL(process.env.OLVEX_PUBLIC_URL).host
  if (!isPublic && !isLoopbackName(host) && host !== new URL(ownUrl()).host) throw new Refusal(421, 'other-host')
}

/** A write must come from our own page: browsers send Origin, and it must be the address we are reached at. */
export function refuseOtherOrigin(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const own = process.env.OLVEX_PUBLIC_URL
    ? new URL(process.env.OLVEX_PUBLIC_URL).origin
    : `http://${getHeader(event, 'host')}`
  if ((origin && origin !== own) || (site && site !== 'same-origin' && site !== 'none'))
    throw new Refusal(403, 'other-origin')
}
