import { contract } from '#shared/contract'
import { tillOf } from '../../../menu/tills'
import { listed } from '../../../utils/listed'

export default listed(contract.till, (tx, { query }) => tillOf(tx, query.stand))
