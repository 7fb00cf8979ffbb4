import { contract } from '#shared/contract'
import { benchOf } from '../../platform/bench'
import { eventsOr } from '../../utils/events'
import { reads } from '../../utils/route'

export default eventsOr(
  reads(contract.bench, async (tx, { query }) => ({ readings: (await benchOf(tx, query.stand))?.readings() ?? [] })),
  contract.bench,
  async (tx, { query }) => {
    const bridge = await benchOf(tx, query.stand)
    return bridge && ((push) => bridge.listen(push))
  },
)
