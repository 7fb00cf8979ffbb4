import { contract } from '#shared/contract'
import { listVessels } from '../../../services/places'
import { route } from '../../../utils/route'

export default route(contract.vessels, (tx) => listVessels(tx))
