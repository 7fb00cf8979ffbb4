import { contract } from '#shared/contract'
import { listPeople } from '../../../people/people'
import { reads } from '../../../utils/route'

export default reads(contract.people, (tx) => listPeople(tx))
