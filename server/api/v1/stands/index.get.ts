import { contract } from '#shared/contract'
import { listStands } from '../../../services/places'
import { reads } from '../../../utils/route'

export default reads(contract.stands, (tx, _input, who) => listStands(tx, who))
