import { contract } from '#shared/contract'
import { listCups } from '../../../services/places'
import { route } from '../../../utils/route'

export default route(contract.cups, (tx, _input, who) => listCups(tx, who))
