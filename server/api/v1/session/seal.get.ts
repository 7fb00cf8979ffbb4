import { contract } from '#shared/contract'
import { sealOf } from '../../../people/people'
import { reads } from '../../../utils/route'

export default reads(contract.getSeal, async (_tx, _input, who) => ({ key: await sealOf(who.personId) }))
