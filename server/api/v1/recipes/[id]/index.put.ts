import { contract } from '#shared/contract'
import { putRecipe } from '../../../../menu/recipes'
import { route } from '../../../../utils/route'

export default route(contract.putRecipe, (tx, { params, body }, who) => putRecipe(tx, params.id, body, who))
