import { contract } from '#shared/contract'
import { listPrices } from '../../../services/ingredients'
import { reads } from '../../../utils/route'

export default reads(contract.prices, (tx) => listPrices(tx))
