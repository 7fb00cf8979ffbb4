import { contract } from '#shared/contract'
import { recordLotEvent } from '../../../../services/lot-events'
import { route } from '../../../../utils/route'

export default route(contract.postLotEvent, (tx, { params, body }, who) => recordLotEvent(tx, params.id, body, who))
