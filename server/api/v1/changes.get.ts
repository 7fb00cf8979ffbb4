import { contract } from '#shared/contract'
import { changesSince } from '../../platform/history'
import { reads } from '../../utils/route'

export default reads(contract.changes, (_, { query }, who) => changesSince(query.since, who))
