export { alone, makeBackup } from './make'
export { backupIfDue, backupSetting, putBackupSetting } from './daily'
export { listBackups, manifestOf } from './copies'
export { restoreBackup, Unfit } from './restore'
