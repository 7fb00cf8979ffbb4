import { contract } from '#shared/contract'
import { listIngredients } from '../../../services/ingredients'
import { listed } from '../../../utils/listed'

export default listed(contract.ingredients, (tx) => listIngredients(tx))
