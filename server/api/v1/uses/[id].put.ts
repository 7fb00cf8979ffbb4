import { contract } from '#shared/contract'
import { putUse } from '../../../menu/uses'
import { route } from '../../../utils/route'

export default route(contract.putUse, (tx, { params, body }, who) => putUse(tx, params.id, body, who))
