import { contract } from '#shared/contract'
import { choosePacks } from '../../services/buying'
import { route } from '../../utils/route'

export default route(contract.packs, (tx, { query }, who) => choosePacks(tx, query.need, who))
