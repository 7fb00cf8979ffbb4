import { contract } from '#shared/contract'
import { endSession } from '../../../people/sessions'
import { route } from '../../../utils/route'

export default route(contract.endSession, async (tx, { params }, who) => {
  await endSession(tx, params.id, who)
  return { ok: true as const }
})
