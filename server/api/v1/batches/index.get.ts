import { contract } from '#shared/contract'
import { listBatches } from '../../../books/batches'
import { listed } from '../../../utils/listed'

export default listed(contract.batches, (tx, { query }, who) => listBatches(tx, query.stand, who))
