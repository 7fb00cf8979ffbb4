import { contract } from '#shared/contract'
import { assertNotSetUp, setUpSlowly } from '../../people/setup'
import { waits } from '../../utils/route'
import { callerOf, startSession } from '../../utils/session'

export default waits(
  contract.setup,
  async (_tx, { body }, _who, event) => {
    event.context.sid = await setUpSlowly(body, { agent: callerOf(event).agent, deviceId: null })
    return { ok: true as const }
  },
  (event) => startSession(event, event.context.sid),
  () => assertNotSetUp(),
)
