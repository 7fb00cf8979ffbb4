import { contract } from '#shared/contract'
import { changesSince } from '../../services/history'
import { route } from '../../utils/route'

export default route(contract.changes, (tx, { query }) => changesSince(tx, query.since))
