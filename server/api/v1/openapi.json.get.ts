import { contract } from '#shared/contract'
import { openApi } from '../../utils/openapi'
import { reads } from '../../utils/route'

export default reads(contract.openapi, async () => openApi())
