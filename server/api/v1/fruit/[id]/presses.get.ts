import { contract } from '#shared/contract'
import { listFruitPresses } from '../../../../services/presses'
import { route } from '../../../../utils/route'

export default route(contract.fruitPresses, (tx, { params, query }, who) => listFruitPresses(tx, params.id, query.stand, who))
