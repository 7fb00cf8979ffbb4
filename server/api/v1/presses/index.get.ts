import { contract } from '#shared/contract'
import { listPresses } from '../../../books/presses'
import { listed } from '../../../utils/listed'

export default listed(contract.presses, (tx, { query }, who) => listPresses(tx, query.stand, who))
