import { contract } from '#shared/contract'
import { listSessions } from '../../../services/sessions'
import { route } from '../../../utils/route'

export default route(contract.sessions, (tx, _input, who) => listSessions(tx, who))
