import { contract } from '#shared/contract'
import { choosePacks } from '../../services/buying'
import { reads } from '../../utils/route'

export default reads(contract.packs, (tx, { query }, who) => choosePacks(tx, query.need, who))
