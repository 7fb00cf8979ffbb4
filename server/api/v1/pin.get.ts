import { contract } from '#shared/contract'
import { pinPeople } from '../../people/sign-in'
import { reads } from '../../utils/route'
import { tabletCookie } from '../../utils/session'

export default reads(contract.getPin, (tx, _input, _who, event) => pinPeople(tx, tabletCookie(event)))
