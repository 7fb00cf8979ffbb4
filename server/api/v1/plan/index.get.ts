import { contract } from '#shared/contract'
import { listPlan } from '../../../menu/plan'
import { listed } from '../../../utils/listed'

export default listed(contract.plan, (tx, { query }) => listPlan(tx, query.stand, query.day))
