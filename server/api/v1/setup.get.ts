import { contract } from '#shared/contract'
import { setupNeeded } from '../../services/setup'
import { route } from '../../utils/route'

export default route(contract.getSetup, async (tx) => ({ needed: await setupNeeded(tx), demo: process.env.OLVEX_DEMO === '1' }))
