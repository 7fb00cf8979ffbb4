import { contract } from '#shared/contract'
import { enter } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.postPack, (tx, { body }, who) => enter(tx, 'pack', body, body.confirm, who))
