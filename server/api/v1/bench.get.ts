import { contract } from '#shared/contract'
import { benchHolder, benchOf, isHere } from '../../platform/bench'
import { eventsOr } from '../../utils/events'
import { passedOn } from '../../utils/pass-on'
import { reads } from '../../utils/route'

const here = eventsOr(
  reads(contract.bench, async (tx, { query }) => ({ readings: (await benchOf(tx, query.stand))?.readings() ?? [] })),
  contract.bench,
  async (tx, { query }) => {
    const bridge = await benchOf(tx, query.stand)
    return bridge && ((push, end) => bridge.listen(push, end))
  },
)

export default passedOn(contract.bench, { holder: ({ stand }, dead) => benchHolder(stand, dead), isHere }, here)
