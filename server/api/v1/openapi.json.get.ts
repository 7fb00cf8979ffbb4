import { contract } from '#shared/contract'
import { openApi } from '../../utils/openapi'
import { route } from '../../utils/route'

export default route(contract.openapi, async () => openApi())
