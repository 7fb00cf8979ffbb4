import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postPress, (tx, { body }, who) => enter(tx, 'press', body, body.confirm, who))
