import { contract } from '#shared/contract'
import { takeSeat } from '../../../../taste/tasting'
import { waits } from '../../../../utils/route'
import { callerOf } from '../../../../utils/session'

export default waits(contract.takeSeat, (_tx, { params, body }, _who, event) =>
  takeSeat(params.id, body, callerOf(event).address),
)
