import { contract } from '#shared/contract'
import { exclusively, makeBackup } from '../../../services/backup'
import { Refusal } from '../../../services/errors'
import { route } from '../../../utils/route'

export default route(contract.makeBackup, async () => {
  const made = await exclusively(makeBackup)
  if (!made) throw new Refusal(409, 'backup-running')
  return made
})
