import { contract } from '#shared/contract'
import { putDayNote } from '../../../menu/day-notes'
import { route } from '../../../utils/route'

export default route(contract.putDayNote, (tx, { params, body }, who) => putDayNote(tx, params.id, body, who))
