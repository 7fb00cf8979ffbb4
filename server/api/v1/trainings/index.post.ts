import { contract } from '#shared/contract'
import { postTraining } from '../../../taste/trainings'
import { route } from '../../../utils/route'

export default route(contract.postTraining, (tx, { body }, who) => postTraining(tx, body, who))
