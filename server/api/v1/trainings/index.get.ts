import { contract } from '#shared/contract'
import { listTrainings } from '../../../taste/trainings'
import { reads } from '../../../utils/route'

export default reads(contract.trainings, (tx, { query }, who) => listTrainings(tx, query.stand, who))
