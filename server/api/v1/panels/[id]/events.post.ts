import { contract } from '#shared/contract'
import { postPanelEvent } from '../../../../taste/panels'
import { route } from '../../../../utils/route'

export default route(contract.postPanelEvent, (tx, { params, body }, who) => postPanelEvent(tx, params.id, body, who))
