import { contract } from '#shared/contract'
import { demandBefore } from '../../../books/period/demand'
import { reads } from '../../../utils/route'

export default reads(contract.demand, (tx, { query }) => demandBefore(tx, query.stand, query.day))
