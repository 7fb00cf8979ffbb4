import { contract } from '#shared/contract'
import { defineEventHandler } from 'h3'
import { exclusively } from '../../db/locks'
import { readArchive } from '../../platform/archive'
import { Refusal } from '../../platform/errors'
import { assertNotSetUp } from '../../people/setup'
import { letIn, parsed, problem } from '../../utils/route'
import { callerOf, startSession } from '../../utils/session'
import { receiveUpload } from '../../utils/upload'

const endpoint = contract.readArchive

// Not a `route`: the body is a file, which is neither read nor kept before it is known that one is wanted, and one at a
// time.
export default defineEventHandler(async (event) => {
  try {
    await letIn(event, endpoint, () => assertNotSetUp([{ field: 'archive', code: 'not-empty' }]))
    const sid = await exclusively('archive', async () => {
      const { fields, path, remove } = await receiveUpload(event, endpoint.bodyLimit!)
      try {
        return await readArchive(path, parsed(endpoint.body, fields), { agent: callerOf(event).agent, deviceId: null })
      } finally {
        await remove()
      }
    })
    if (sid === null) throw new Refusal(409, 'archive-running', [{ field: 'archive', code: 'archive-running' }])
    await startSession(event, sid)
    return { ok: true as const }
  } catch (e) {
    return problem(event, e)
  }
})
