import { contract } from '#shared/contract'
import { noteOf } from '../../../menu/day-notes'
import { reads } from '../../../utils/route'

export default reads(contract.dayNote, (tx, { query }) => noteOf(tx, query.stand, query.day))
