import { contract } from '#shared/contract'
import { backupSetting, listBackups } from '../../../platform/backup'
import { reads } from '../../../utils/route'

export default reads(contract.backups, async (tx) => ({
  setting: await backupSetting(tx),
  copies: await listBackups(),
}))
