import { contract } from '#shared/contract'
import { listPeople } from '../../../services/people'
import { reads } from '../../../utils/route'

export default reads(contract.people, (tx) => listPeople(tx))
