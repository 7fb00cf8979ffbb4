import { contract } from '#shared/contract'
import { enrolDevice } from '../../../platform/devices'
import { route } from '../../../utils/route'
import { keepTablet } from '../../../utils/session'

export default route(
  contract.enrol,
  async (tx, { body }, who, event) => {
    event.context.tablet = await enrolDevice(tx, body, who)
    return { ok: true as const }
  },
  async (event) => keepTablet(event, event.context.tablet),
)
