import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { dayOf } from '#core/time'
import { contract } from '#shared/contract'
import { sendStream, setResponseHeaders } from 'h3'
import { writeArchive } from '../../platform/archive'
import { now } from '../../platform/clock'
import { businessZone } from '../../platform/days'
import { reads } from '../../utils/route'

export default reads(contract.getArchive, async (tx, _input, _who, event) => {
  const day = dayOf(now(), await businessZone(tx))
  const file = await writeArchive()
  setResponseHeaders(event, {
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename="olvex-${day}.zip"`,
  })
  // Gone with the answer, also where whoever asked went away.
  event.node.res.once('close', () => void rm(file, { force: true }))
  return sendStream(event, createReadStream(file))
})
