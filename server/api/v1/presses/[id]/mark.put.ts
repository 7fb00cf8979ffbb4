import { contract } from '#shared/contract'
import { markPress } from '../../../../books/presses'
import { route } from '../../../../utils/route'

export default route(contract.putPressMark, (tx, { params, body }, who) => markPress(tx, params.id, body, who))
