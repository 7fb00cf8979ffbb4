import { contract } from '#shared/contract'
import { listHistory } from '../../services/history'
import { route } from '../../utils/route'

export default route(contract.history, (tx, { query }, who) => listHistory(tx, query, who))
