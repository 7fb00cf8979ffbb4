import { contract } from '#shared/contract'
import { enter } from '../../../../books/enter'
import { route } from '../../../../utils/route'

export default route(contract.postHoldEvent, (tx, { params, body }, who) =>
  enter(tx, 'atHold', { ...body, holdId: params.id }, [], who),
)
