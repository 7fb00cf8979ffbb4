import { contract } from '#shared/contract'
import { addIngredient } from '../../../menu/ingredients'
import { route } from '../../../utils/route'

export default route(contract.postIngredient, (tx, { body }, who) => addIngredient(tx, body, who))
