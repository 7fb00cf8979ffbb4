import { defineEventHandler } from 'h3'
import { contract } from '#shared/contract'
import { Refusal } from '../services/errors'
import { problem } from '../utils/route'

const PATHS = Object.values(contract).map((e) => ({ method: e.method as string, path: new RegExp(`^${e.path.replace(/[.]/g, '\\.').replace(/\{id\}/g, '[^/]+')}$`) }))

/** Only what the contract names, path and method, is answered under /api; a route that somebody forgot to put there stays shut. */
export default defineEventHandler((event) => {
  const path = event.path.split('?')[0]!
  if (path.startsWith('/api/') && !PATHS.some((p) => p.method === event.method && p.path.test(path))) return problem(event, new Refusal(404, 'not-found'))
})
