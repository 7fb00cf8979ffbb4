import { contract } from '#shared/contract'
import { putVessel } from '../../../platform/places'
import { route } from '../../../utils/route'

export default route(contract.putVessel, (tx, { params, body }, who) => putVessel(tx, params.id, body, who))
