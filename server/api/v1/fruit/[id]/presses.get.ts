import { contract } from '#shared/contract'
import { listFruitPresses } from '../../../../books/presses'
import { listed } from '../../../../utils/listed'

export default listed(contract.fruitPresses, (tx, { params, query }, who) =>
  listFruitPresses(tx, params.id, query.stand, who),
)
