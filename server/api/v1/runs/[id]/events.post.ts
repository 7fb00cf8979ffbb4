import { contract } from '#shared/contract'
import { enter } from '../../../../books/enter'
import { route } from '../../../../utils/route'

export default route(contract.postRunEvent, (tx, { params, body }, who) =>
  enter(tx, 'tell', { ...body, runId: params.id }, body.confirm, who),
)
