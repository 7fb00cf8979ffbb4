import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postRun, (tx, { body }, who) => enter(tx, 'begin', body, body.confirm, who))
