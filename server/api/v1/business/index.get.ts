import { contract } from '#shared/contract'
import { businessSettings } from '../../../platform/business'
import { reads } from '../../../utils/route'

export default reads(contract.business, (tx) => businessSettings(tx))
