import { contract } from '#shared/contract'
import { listFruitPresses } from '../../../../services/presses'
import { reads } from '../../../../utils/route'

export default reads(contract.fruitPresses, (tx, { params, query }, who) => listFruitPresses(tx, params.id, query.stand, who))
