import { contract } from '#shared/contract'
import { readArchive } from '../../services/archive'
import { callerOf, route } from '../../utils/route'
import { startSession } from '../../utils/session'

export default route(contract.readArchive, async (tx, { body }, _who, event) => {
  event.context.sid = await readArchive(tx, body, { agent: callerOf(event).agent, deviceId: null })
  return { ok: true as const }
}, (event) => startSession(event, event.context.sid))
