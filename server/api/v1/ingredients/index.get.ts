import { contract } from '#shared/contract'
import { listIngredients } from '../../../services/ingredients'
import { reads } from '../../../utils/route'

export default reads(contract.ingredients, (tx) => listIngredients(tx))
