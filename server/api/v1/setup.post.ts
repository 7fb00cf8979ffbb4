import { contract } from '#shared/contract'
import { setUp } from '../../services/setup'
import { callerOf, route } from '../../utils/route'
import { startSession } from '../../utils/session'

export default route(contract.setup, async (tx, { body }, _who, event) => {
  event.context.sid = await setUp(tx, body, { agent: callerOf(event).agent, deviceId: null })
  return { ok: true as const }
}, (event) => startSession(event, event.context.sid))
