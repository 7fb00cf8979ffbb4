import { contract } from '#shared/contract'
import { setPassword } from '../../../../services/people'
import { route } from '../../../../utils/route'

export default route(contract.resetPassword, async (tx, { params, body }, who) => {
  await setPassword(tx, params.id, body.password, who)
  return { ok: true as const }
})
