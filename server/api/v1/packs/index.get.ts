import { contract } from '#shared/contract'
import { choosePacks } from '../../../books/buying'
import { reads } from '../../../utils/route'

export default reads(contract.packs, (tx, { query }) => choosePacks(tx, query.need))
