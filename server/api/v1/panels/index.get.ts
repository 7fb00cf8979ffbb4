import { contract } from '#shared/contract'
import { listPanels } from '../../../taste/panels'
import { listed } from '../../../utils/listed'

export default listed(contract.panels, (tx, { query }) => listPanels(tx, query.stand))
