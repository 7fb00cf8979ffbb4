import { contract } from '#shared/contract'
import { standsToday } from '../../../platform/stands-today'
import { reads } from '../../../utils/route'

export default reads(contract.standsToday, (tx, _input, who) => standsToday(tx, who))
