import { contract } from '#shared/contract'
import { putIngredient } from '../../../../menu/ingredients'
import { route } from '../../../../utils/route'

export default route(contract.putIngredient, (tx, { params, body }, who) => putIngredient(tx, params.id, body, who))
