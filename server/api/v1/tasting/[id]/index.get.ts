import { contract } from '#shared/contract'
import { tasting } from '../../../../taste/tasting'
import { waits } from '../../../../utils/route'
import { callerOf } from '../../../../utils/session'

export default waits(contract.tasting, (_tx, { params }, _who, event) => tasting(params.id, callerOf(event).address))
