import { contract } from '#shared/contract'
import { putWork } from '../../../menu/work'
import { route } from '../../../utils/route'

export default route(contract.putWork, (tx, { params, body }, who) => putWork(tx, params.id, body, who))
