import { contract } from '#shared/contract'
import { signIn } from '../../../people/sign-in'
import { waits } from '../../../utils/route'
import { callerOf, startOrRefuse } from '../../../utils/session'

export default waits(
  contract.signIn,
  async (_tx, { body }, _who, event) => {
    event.context.opened = await signIn(body, callerOf(event))
    return { ok: true as const }
  },
  startOrRefuse('wrong-password'),
)
