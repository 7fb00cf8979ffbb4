import { contract } from '#shared/contract'
import { putBackupSetting } from '../../../platform/backup'
import { route } from '../../../utils/route'

export default route(contract.putBackups, (tx, { body }, who) => putBackupSetting(tx, body, who))
