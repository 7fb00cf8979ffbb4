import { contract } from '#shared/contract'
import { endSessionsOf } from '../../../people/sessions'
import { route } from '../../../utils/route'
import { endSession } from '../../../utils/session'

export default route(
  contract.signOut,
  async (tx, _input, who) => {
    await endSessionsOf(tx, { id: who.sessionId! })
    return { ok: true as const }
  },
  endSession,
)
