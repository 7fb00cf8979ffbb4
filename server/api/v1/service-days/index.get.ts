import { contract } from '#shared/contract'
import { serviceOf } from '../../../menu/service-days'
import { reads } from '../../../utils/route'

export default reads(contract.serviceDay, (tx, { query }) => serviceOf(tx, query.stand, query.day))
