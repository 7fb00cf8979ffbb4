import { contract } from '#shared/contract'
import { listHistory } from '../../services/history'
import { reads } from '../../utils/route'

export default reads(contract.history, (tx, { query }, who) => listHistory(tx, query, who))
