import { contract } from '#shared/contract'
import { benchOf } from '../../services/bench'
import { eventsOr } from '../../utils/events'
import { route } from '../../utils/route'

export default eventsOr(
  route(contract.bench, async (tx, { query }) => ({ readings: (await benchOf(tx, query.stand))?.readings() ?? [] })),
  contract.bench, async (tx, { query }) => { const bridge = await benchOf(tx, query.stand); return bridge && ((push) => bridge.listen(push)) },
)
