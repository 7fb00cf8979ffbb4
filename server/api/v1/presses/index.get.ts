import { contract } from '#shared/contract'
import { listPresses } from '../../../services/presses'
import { route } from '../../../utils/route'

export default route(contract.presses, (tx, { query }, who) => listPresses(tx, query.stand, who))
