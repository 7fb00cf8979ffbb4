import { contract } from '#shared/contract'
import { listVessels } from '../../../services/places'
import { reads } from '../../../utils/route'

export default reads(contract.vessels, (tx) => listVessels(tx))
