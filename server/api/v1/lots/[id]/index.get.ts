import { contract } from '#shared/contract'
import { lotStory } from '../../../../books/lot-events'
import { reads } from '../../../../utils/route'

export default reads(contract.getLot, (tx, { params }, who) => lotStory(tx, params.id, who))
