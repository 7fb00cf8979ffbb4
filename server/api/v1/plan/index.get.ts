import { contract } from '#shared/contract'
import { listPlan } from '../../../services/plan'
import { route } from '../../../utils/route'

export default route(contract.plan, (tx, { query }) => listPlan(tx, query.stand, query.day))
