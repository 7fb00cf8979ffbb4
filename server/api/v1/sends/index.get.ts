import { contract } from '#shared/contract'
import { listSends } from '../../../books/sends'
import { listed } from '../../../utils/listed'

export default listed(contract.sends, (tx, { query }) => listSends(tx, query.stand))
