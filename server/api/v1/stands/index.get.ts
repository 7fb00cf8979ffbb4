import { contract } from '#shared/contract'
import { listStands } from '../../../platform/places'
import { listed } from '../../../utils/listed'

export default listed(contract.stands, (tx, _input, who) => listStands(tx, who))
