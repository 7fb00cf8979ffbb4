import { contract } from '#shared/contract'
import { listPlan } from '../../../services/plan'
import { reads } from '../../../utils/route'

export default reads(contract.plan, (tx, { query }) => listPlan(tx, query.stand, query.day))
