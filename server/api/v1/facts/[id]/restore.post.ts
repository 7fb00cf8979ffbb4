import { contract } from '#shared/contract'
import { setVoid } from '../../../../services/facts'
import { route } from '../../../../utils/route'

export default route(contract.restoreFact, (tx, { params, body }, who) => setVoid(tx, params.id, false, body, who))
