import { contract } from '#shared/contract'
import { listEquipment } from '../../../platform/places'
import { listed } from '../../../utils/listed'

export default listed(contract.equipment, (tx, _input, who) => listEquipment(tx, who))
