import { contract } from '#shared/contract'
import { backupSetting, listBackups } from '../../../services/backup'
import { reads } from '../../../utils/route'

export default reads(contract.backups, async (tx) => ({
  setting: await backupSetting(tx),
  copies: await listBackups(),
}))
