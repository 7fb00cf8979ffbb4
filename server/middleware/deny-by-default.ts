import { defineEventHandler } from 'h3'
import { contract } from '#shared/contract'
import { Refusal } from '../platform/errors'
import { refuseOtherHost } from '../utils/own-address'
import { problem } from '../utils/route'

const PATHS = Object.values(contract).map((e) => ({
  method: e.method as string,
  path: new RegExp(`^${e.path.replace(/[.]/g, '\\.').replace(/\{id\}/g, '[^/]+')}$`),
}))

/**
 * Only under our own name, and under /api only what the contract names, path and method; a route that somebody forgot
 * to put there stays shut.
 */
export default defineEventHandler((event) => {
  try {
    refuseOtherHost(event)
    const path = event.path.split('?')[0]!
    if (path.startsWith('/api/') && !PATHS.some((p) => p.method === event.method && p.path.test(path)))
      throw new Refusal(404, 'not-found')
  } catch (e) {
    return problem(event, e)
  }
})
