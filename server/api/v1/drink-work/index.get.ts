import { contract } from '#shared/contract'
import { listWork } from '../../../menu/work'
import { reads } from '../../../utils/route'

export default reads(contract.work, (tx, { query }, who) => listWork(tx, query.recipe, who))
