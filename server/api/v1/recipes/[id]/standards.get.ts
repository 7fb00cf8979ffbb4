import { contract } from '#shared/contract'
import { listStandards } from '../../../../menu/recipes'
import { reads } from '../../../../utils/route'

export default reads(contract.standards, (tx, { params }) => listStandards(tx, params.id))
