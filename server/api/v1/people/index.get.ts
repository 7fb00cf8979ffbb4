import { contract } from '#shared/contract'
import { listPeople } from '../../../services/people'
import { route } from '../../../utils/route'

export default route(contract.people, (tx) => listPeople(tx))
