import { contract } from '#shared/contract'
import { signOff } from '../../../../menu/standards'
import { route } from '../../../../utils/route'

export default route(contract.signOff, (tx, { params, body }, who) => signOff(tx, params.id, body, who))
