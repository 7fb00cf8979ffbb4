import { contract } from '#shared/contract'
import { putServiceDay } from '../../../menu/service-days'
import { route } from '../../../utils/route'

export default route(contract.putServiceDay, (tx, { params, body }, who) => putServiceDay(tx, params.id, body, who))
