import { contract } from '#shared/contract'
import { alone, makeBackup } from '../../../platform/backup'
import { Refusal } from '../../../platform/errors'
import { waits } from '../../../utils/route'

export default waits(contract.makeBackup, async () => {
  const made = await alone(makeBackup)
  if (!made) throw new Refusal(409, 'backup-running')
  return made
})
