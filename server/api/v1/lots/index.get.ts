import { contract } from '#shared/contract'
import { listLots } from '../../../books/lots'
import { listed } from '../../../utils/listed'

export default listed(contract.lots, (tx, { query }) => listLots(tx, query.stand))
