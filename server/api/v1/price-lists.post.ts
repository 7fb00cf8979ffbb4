import { contract } from '#shared/contract'
import { addPriceList } from '../../books/buying'
import { route } from '../../utils/route'

export default route(contract.postPriceList, (tx, { body }, who) => addPriceList(tx, body, who))
