import { contract } from '#shared/contract'
import { putHandling } from '../../../../menu/ingredients'
import { route } from '../../../../utils/route'

export default route(contract.putHandling, (tx, { params, body }, who) => putHandling(tx, params.id, body, who))
