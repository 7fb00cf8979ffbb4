import { contract } from '#shared/contract'
import { pinPeople } from '../../services/sign-in'
import { route } from '../../utils/route'
import { tabletCookie } from '../../utils/session'

export default route(contract.getPin, (tx, _input, _who, event) => pinPeople(tx, tabletCookie(event)))
