import { contract } from '#shared/contract'
import { pinIn } from '../../people/sign-in'
import { waits } from '../../utils/route'
import { callerOf, startOrRefuse } from '../../utils/session'

export default waits(
  contract.pinIn,
  async (_tx, { body }, _who, event) => {
    event.context.opened = await pinIn(body, callerOf(event))
    return { ok: true as const }
  },
  startOrRefuse('wrong-pin'),
)
