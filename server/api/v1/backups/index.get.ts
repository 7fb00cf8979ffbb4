import { contract } from '#shared/contract'
import { backupSetting, listBackups } from '../../../services/backup'
import { route } from '../../../utils/route'

export default route(contract.backups, async (tx) => ({ setting: await backupSetting(tx), copies: await listBackups() }))
