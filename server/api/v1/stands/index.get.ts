import { contract } from '#shared/contract'
import { listStands } from '../../../platform/places'
import { listed } from '../../../utils/listed'

export default listed(contract.stands, (tx) => listStands(tx))
