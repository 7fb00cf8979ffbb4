import { contract } from '#shared/contract'
import { postPanel } from '../../../taste/panels'
import { route } from '../../../utils/route'

export default route(contract.postPanel, (tx, { body }, who) => postPanel(tx, body, who))
