import { contract } from '#shared/contract'
import { listRuns } from '../../../books/runs'
import { listed } from '../../../utils/listed'

export default listed(contract.runs, (tx, { query }) => listRuns(tx, query.stand))
