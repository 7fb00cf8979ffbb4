import { contract } from '#shared/contract'
import { putCup } from '../../../platform/places'
import { route } from '../../../utils/route'

export default route(contract.putCup, (tx, { params, body }, who) => putCup(tx, params.id, body, who))
