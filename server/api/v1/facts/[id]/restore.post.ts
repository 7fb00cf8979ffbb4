import { contract } from '#shared/contract'
import { takeOut } from '../../../../books/enter'
import { route } from '../../../../utils/route'

export default route(contract.restoreFact, (tx, { params, body }, who) => takeOut(tx, params.id, false, body, who))
