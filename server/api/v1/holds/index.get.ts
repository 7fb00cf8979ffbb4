import { contract } from '#shared/contract'
import { listHolds } from '../../../books/holds'
import { listed } from '../../../utils/listed'

export default listed(contract.holds, (tx, { query }) => listHolds(tx, query.stand, query.also))
