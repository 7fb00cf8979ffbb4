import { contract } from '#shared/contract'
import { putStand } from '../../../platform/places'
import { route } from '../../../utils/route'

export default route(contract.putStand, (tx, { params, body }, who) => putStand(tx, params.id, body, who))
