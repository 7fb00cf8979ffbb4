import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postArrival, (tx, { body }, who) => enter(tx, 'arrive', body, [], who))
