import { contract } from '#shared/contract'
import { listKeptTrials } from '../../menu/work'
import { reads } from '../../utils/route'

export default reads(contract.keptTrials, (tx, { query }) => listKeptTrials(tx, query.stand))
