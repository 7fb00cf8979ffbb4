import { contract } from '#shared/contract'
import { listStands } from '../../../services/places'
import { route } from '../../../utils/route'

export default route(contract.stands, (tx, _input, who) => listStands(tx, who))
