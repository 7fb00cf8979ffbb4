import { contract } from '#shared/contract'
import { setResponseHeaders } from 'h3'
import { writeArchive } from '../../services/archive'
import { now } from '../../services/clock'
import { reads } from '../../utils/route'

export default reads(contract.getArchive, async (_tx, _input, _who, event) => {
  const zip = await writeArchive()
  setResponseHeaders(event, { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="olvex-${now().toISOString().slice(0, 10)}.zip"` })
  return Buffer.from(zip)
})
