import { contract } from '#shared/contract'
import { putTill } from '../../../menu/tills'
import { route } from '../../../utils/route'

export default route(contract.putTill, (tx, { params, body }, who) => putTill(tx, params.id, body, who))
