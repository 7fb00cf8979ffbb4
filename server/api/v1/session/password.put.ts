import { contract } from '#shared/contract'
import { changePassword } from '../../../people/sign-in'
import { invalid } from '../../../platform/errors'
import { waits } from '../../../utils/route'
import { callerOf, keepKnown } from '../../../utils/session'

export default waits(contract.putPassword, async (_tx, { body }, who, event) => {
  const known = await changePassword(body, callerOf(event), who)
  if (!known) throw invalid([{ field: 'current', code: 'wrong-password' }])
  keepKnown(event, known)
  return { ok: true as const }
})
