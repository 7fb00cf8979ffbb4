import { contract } from '#shared/contract'
import { listIngredients } from '../../../services/ingredients'
import { route } from '../../../utils/route'

export default route(contract.ingredients, (tx) => listIngredients(tx))
