import { contract } from '#shared/contract'
import { setPin } from '../../../../people/people'
import { route } from '../../../../utils/route'

export default route(contract.setPin, async (tx, { params, body }, who) => {
  await setPin(tx, params.id, body.pin, who)
  return { ok: true as const }
})
