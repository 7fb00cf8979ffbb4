import { contract } from '#shared/contract'
import { endDevice } from '../../../platform/devices'
import { route } from '../../../utils/route'

export default route(contract.endDevice, async (tx, { params }, who) => {
  await endDevice(tx, params.id, who)
  return { ok: true as const }
})
