import { contract } from '#shared/contract'
import { listPrices } from '../../../services/ingredients'
import { route } from '../../../utils/route'

export default route(contract.prices, (tx) => listPrices(tx))
