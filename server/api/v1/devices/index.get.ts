import { contract } from '#shared/contract'
import { listDevices } from '../../../platform/devices'
import { deviceOf } from '../../../people/sign-in'
import { reads } from '../../../utils/route'
import { tabletCookie } from '../../../utils/session'

export default reads(contract.devices, async (tx, _input, _who, event) =>
  listDevices(tx, await deviceOf(tx, tabletCookie(event))),
)
