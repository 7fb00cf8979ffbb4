import { contract } from '#shared/contract'
import { countSheetOf } from '../../../books/period/report'
import { reads } from '../../../utils/route'

export default reads(contract.count, (tx, { query }, who) => countSheetOf(tx, query, who))
