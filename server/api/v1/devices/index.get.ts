import { contract } from '#shared/contract'
import { listDevices } from '../../../services/devices'
import { deviceOf } from '../../../services/sign-in'
import { route } from '../../../utils/route'
import { tabletCookie } from '../../../utils/session'

export default route(contract.devices, async (tx, _input, _who, event) => listDevices(tx, await deviceOf(tx, tabletCookie(event))))
