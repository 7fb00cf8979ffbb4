import { contract } from '#shared/contract'
import { database } from '../db/connect'
import { schemaIsCurrent } from '../db/migrate'
import { defineEventHandler, setResponseStatus } from 'h3'

// Not a `route`: it must answer while the database does not.
export default defineEventHandler(async (event) => {
  const ready = await schemaIsCurrent(database()).catch(() => false)
  if (!ready) setResponseStatus(event, 503)
  return contract.health.reply.parse({ live: true, ready })
})
