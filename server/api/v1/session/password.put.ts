import { contract } from '#shared/contract'
import { changePassword } from '../../../services/sign-in'
import { callerOf, refuseAfter, route } from '../../../utils/route'

export default route(contract.putPassword, async (tx, { body }, who, event) => {
  event.context.right = await changePassword(tx, body, callerOf(event).address, who)
  return { ok: true as const }
}, refuseAfter('current', 'wrong-password'))
