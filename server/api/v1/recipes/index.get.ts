import { contract } from '#shared/contract'
import { listRecipes } from '../../../services/recipes'
import { reads } from '../../../utils/route'

export default reads(contract.recipes, (tx, _input, who) => listRecipes(tx, who))
