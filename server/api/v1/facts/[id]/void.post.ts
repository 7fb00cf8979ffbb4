import { contract } from '#shared/contract'
import { setVoid } from '../../../../services/facts'
import { route } from '../../../../utils/route'

export default route(contract.voidFact, (tx, { params, body }, who) => setVoid(tx, params.id, true, body, who))
