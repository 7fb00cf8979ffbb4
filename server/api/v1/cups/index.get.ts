import { contract } from '#shared/contract'
import { listCups } from '../../../platform/places'
import { listed } from '../../../utils/listed'

export default listed(contract.cups, (tx) => listCups(tx))
