import { contract } from '#shared/contract'
import { setupNeeded } from '../../people/setup'
import { reads } from '../../utils/route'

export default reads(contract.getSetup, async (tx) => ({
  needed: await setupNeeded(tx),
  demo: process.env.OLVEX_DEMO === '1',
}))
