import { contract } from '#shared/contract'
import { listPrices } from '../../../services/ingredients'
import { listed } from '../../../utils/listed'

export default listed(contract.prices, (tx) => listPrices(tx))
