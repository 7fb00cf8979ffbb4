import { contract } from '#shared/contract'
import { listPrices } from '../../../books/prices'
import { listed } from '../../../utils/listed'

export default listed(contract.prices, (tx) => listPrices(tx))
