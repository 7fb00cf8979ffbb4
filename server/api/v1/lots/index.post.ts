import { contract } from '#shared/contract'
import { weighIn } from '../../../services/lots'
import { route } from '../../../utils/route'

export default route(contract.postLot, (tx, { body }, who) => weighIn(tx, body, who))
