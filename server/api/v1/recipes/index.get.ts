import { contract } from '#shared/contract'
import { listRecipes } from '../../../services/recipes'
import { listed } from '../../../utils/listed'

export default listed(contract.recipes, (tx) => listRecipes(tx))
