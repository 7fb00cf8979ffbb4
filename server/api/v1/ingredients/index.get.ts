import { contract } from '#shared/contract'
import { listIngredients } from '../../../menu/ingredients'
import { listed } from '../../../utils/listed'

export default listed(contract.ingredients, (tx) => listIngredients(tx))
