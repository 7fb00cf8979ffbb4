import { contract } from '#shared/contract'
import { listCups } from '../../../services/places'
import { reads } from '../../../utils/route'

export default reads(contract.cups, (tx, _input, who) => listCups(tx, who))
