import { contract } from '#shared/contract'
import { enterAgain } from '../../../books/enter'
import { route } from '../../../utils/route'

export default route(contract.putSoldOut, (tx, { params, body }, who) =>
  enterAgain(tx, 'soldOut', { ...body, id: params.id }, who),
)
