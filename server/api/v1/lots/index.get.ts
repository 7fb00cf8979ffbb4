import { contract } from '#shared/contract'
import { listLots } from '../../../services/lots'
import { route } from '../../../utils/route'

export default route(contract.lots, (tx, { query }, who) => listLots(tx, query.stand, who))
