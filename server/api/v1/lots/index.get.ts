import { contract } from '#shared/contract'
import { listLots } from '../../../services/lots'
import { reads } from '../../../utils/route'

export default reads(contract.lots, (tx, { query }, who) => listLots(tx, query.stand, who))
