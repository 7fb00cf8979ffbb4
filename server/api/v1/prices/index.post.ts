import { contract } from '#shared/contract'
import { addPrice } from '../../../books/prices'
import { route } from '../../../utils/route'

export default route(contract.postPrice, (tx, { body }, who) => addPrice(tx, body, who))
