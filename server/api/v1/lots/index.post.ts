import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postLot, (tx, { body }, who) => enter(tx, 'receive', body, body.confirm, who))
