import { contract } from '#shared/contract'
import { pairTill } from '../../../../platform/devices'
import { route } from '../../../../utils/route'

export default route(contract.pairTill, (tx, { params, body }, who) => pairTill(tx, params.id, body, who))
