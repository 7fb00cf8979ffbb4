import { contract } from '#shared/contract'
import { takeSales } from '../../books/sales'
import { route } from '../../utils/route'

export default route(contract.postSales, (tx, { body }, who) => takeSales(tx, body, who))
