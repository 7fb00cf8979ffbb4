import { contract } from '#shared/contract'
import { addPerson } from '../../../people/people'
import { route } from '../../../utils/route'

export default route(contract.postPerson, (tx, { body }, who) => addPerson(tx, body, who))
