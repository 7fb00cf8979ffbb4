import { contract } from '#shared/contract'
import { listRecipes } from '../../../menu/recipes'
import { listed } from '../../../utils/listed'

export default listed(contract.recipes, (tx, _input, who) => listRecipes(tx, who))
