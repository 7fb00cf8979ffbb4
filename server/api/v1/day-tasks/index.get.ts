import { contract } from '#shared/contract'
import { dayTasks } from '../../../menu/day-tasks'
import { reads } from '../../../utils/route'

export default reads(contract.dayTasks, (tx, { query }) => dayTasks(tx, query.stand, query.day))
