import { contract } from '#shared/contract'
import { putBusiness } from '../../../platform/business'
import { route } from '../../../utils/route'

export default route(contract.putBusiness, (tx, { body }, who) => putBusiness(tx, body, who))
