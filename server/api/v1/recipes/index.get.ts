import { contract } from '#shared/contract'
import { listRecipes } from '../../../services/recipes'
import { route } from '../../../utils/route'

export default route(contract.recipes, (tx, _input, who) => listRecipes(tx, who))
