import { contract } from '#shared/contract'
import { signIn } from '../../../services/sign-in'
import { callerOf, route } from '../../../utils/route'
import { startOrRefuse } from '../../../utils/session'

export default route(contract.signIn, async (tx, { body }, _who, event) => {
  event.context.sid = await signIn(tx, body, callerOf(event))
  return { ok: true as const }
}, startOrRefuse('wrong-password'))
