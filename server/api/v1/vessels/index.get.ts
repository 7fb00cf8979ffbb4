import { contract } from '#shared/contract'
import { listVessels } from '../../../platform/places'
import { listed } from '../../../utils/listed'

export default listed(contract.vessels, (tx, _input, who) => listVessels(tx, who))
