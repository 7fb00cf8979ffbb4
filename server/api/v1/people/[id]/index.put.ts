import { contract } from '#shared/contract'
import { changePerson } from '../../../../people/people'
import { route } from '../../../../utils/route'

export default route(contract.putPerson, (tx, { params, body }, who) => changePerson(tx, params.id, body, who))
