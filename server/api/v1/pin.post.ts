import { contract } from '#shared/contract'
import { pinIn } from '../../services/sign-in'
import { callerOf, route } from '../../utils/route'
import { startOrRefuse, tabletCookie } from '../../utils/session'

export default route(contract.pinIn, async (tx, { body }, _who, event) => {
  event.context.sid = await pinIn(tx, body, callerOf(event), tabletCookie(event))
  return { ok: true as const }
}, startOrRefuse('wrong-pin'))
