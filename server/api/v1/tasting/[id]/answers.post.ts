import { contract } from '#shared/contract'
import { answerSeat } from '../../../../taste/tasting'
import { waits } from '../../../../utils/route'

export default waits(contract.answerSeat, (_tx, { params, body }) => answerSeat(params.id, body))
