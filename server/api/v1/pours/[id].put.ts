import { contract } from '#shared/contract'
import { enterAgain } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.putPour, (tx, { params, body }, who) =>
  enterAgain(tx, 'pour', { ...body, id: params.id }, who),
)
