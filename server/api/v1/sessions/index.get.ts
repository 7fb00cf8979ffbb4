import { contract } from '#shared/contract'
import { listSessions } from '../../../people/sessions'
import { reads } from '../../../utils/route'

export default reads(contract.sessions, (tx, _input, who) => listSessions(tx, who))
