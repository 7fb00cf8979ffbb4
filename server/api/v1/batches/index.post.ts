import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postBatch, (tx, { body }, who) => enter(tx, 'make', body, body.confirm, who))
