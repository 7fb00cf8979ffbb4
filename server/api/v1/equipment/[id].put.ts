import { contract } from '#shared/contract'
import { putEquipment } from '../../../platform/places'
import { route } from '../../../utils/route'

export default route(contract.putEquipment, (tx, { params, body }, who) => putEquipment(tx, params.id, body, who))
