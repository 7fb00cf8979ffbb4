import { contract } from '#shared/contract'
import { putPlanLine } from '../../../menu/plan'
import { route } from '../../../utils/route'

export default route(contract.putPlanLine, (tx, { params, body }, who) => putPlanLine(tx, params.id, body, who))
