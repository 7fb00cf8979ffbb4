import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postHold, (tx, { body }, who) => enter(tx, 'putOut', body, [], who))
