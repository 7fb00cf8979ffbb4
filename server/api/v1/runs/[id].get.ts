import { contract } from '#shared/contract'
import { getRun } from '../../../books/runs'
import { listed } from '../../../utils/listed'

export default listed(contract.getRun, (tx, { params }) => getRun(tx, params.id))
