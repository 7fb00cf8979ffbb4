import { contract } from '#shared/contract'
import { lotStory } from '../../../../services/lot-events'
import { route } from '../../../../utils/route'

export default route(contract.getLot, (tx, { params }, who) => lotStory(tx, params.id, who))
