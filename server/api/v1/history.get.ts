import { contract } from '#shared/contract'
import { listHistory } from '../../platform/history'
import { reads } from '../../utils/route'

export default reads(contract.history, (tx, { query }, who) => listHistory(tx, query, who))
