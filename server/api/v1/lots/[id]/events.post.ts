import { contract } from '#shared/contract'
import { enterOnLot } from '../../../../books/enter'
import { route } from '../../../../utils/route'

export default route(contract.postLotEvent, (tx, { params, body }, who) => enterOnLot(tx, params.id, body, who))
