import { contract } from '#shared/contract'
import { recordPress } from '../../../services/presses'
import { route } from '../../../utils/route'

export default route(contract.postPress, (tx, { body }, who) => recordPress(tx, body, who))
