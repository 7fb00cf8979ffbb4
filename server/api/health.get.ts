import { contract } from '#shared/contract'
import { database, databaseIsReady } from '../db/connect'
import { schemaFits } from '../db/migrate'
import { defineEventHandler, setResponseStatus } from 'h3'

// Not a `route`: it must answer while the database does not.
export default defineEventHandler(async (event) => {
  const ready = await Promise.all([databaseIsReady(database()), schemaFits(database())]).then(
    (all) => all.every(Boolean),
    () => false,
  )
  if (!ready) setResponseStatus(event, 503)
  return contract.health.reply.parse({ live: true, ready })
})
