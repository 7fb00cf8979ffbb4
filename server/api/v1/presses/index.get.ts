import { contract } from '#shared/contract'
import { listPresses } from '../../../services/presses'
import { reads } from '../../../utils/route'

export default reads(contract.presses, (tx, { query }, who) => listPresses(tx, query.stand, who))
