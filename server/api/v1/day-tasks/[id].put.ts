import { contract } from '#shared/contract'
import { putDayTask } from '../../../menu/day-tasks'
import { route } from '../../../utils/route'

export default route(contract.putDayTask, (tx, { params, body }, who) => putDayTask(tx, params.id, body, who))
