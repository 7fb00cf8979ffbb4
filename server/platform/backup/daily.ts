import { dayOf, hourOf } from '#core/time'
import type { BackupCopy, BackupSetting } from '#shared/contract'
import { Setting } from '../../db/models'
import { fromJson, inTransaction, toJson, type Read, type Tx } from '../../db/connect'
import { recordChange } from '../changes'
import { now } from '../clock'
import { zones } from '../days'
import { stale } from '../errors'
import type { Who } from '../../people/who'
import { keepNewest, listBackups } from './copies'
import { alone, makeBackup } from './make'
import { rowOf } from '../../db/rows'

const DEFAULT: BackupSetting = { hour: 4, keep: 14, version: 0 }

export async function backupSetting(tx: Read): Promise<BackupSetting> {
  const row = await rowOf(Setting, { where: { name: 'backup' }, transaction: tx })
  return row ? { ...fromJson<BackupSetting>(row.value), version: row.version } : DEFAULT
}

export async function putBackupSetting(tx: Tx, body: BackupSetting, who: Who): Promise<{ version: number }> {
  const row = await Setting.findOne({ where: { name: 'backup' }, lock: tx.LOCK.UPDATE, transaction: tx, raw: true })
  const before = await backupSetting(tx)
  if (before.version !== body.version) throw stale(before)
  const next = { name: 'backup', value: toJson({ hour: body.hour, keep: body.keep }), version: body.version + 1 }
  if (row) await Setting.update(next, { where: { name: 'backup' }, transaction: tx })
  else await Setting.create(next, { transaction: tx })
  await recordChange(tx, who, 'setting', 'backup', before, { ...body, version: next.version })
  return { version: next.version }
}

/**
 * Makes today's backup when its hour has come and there is no whole one yet, by the clock of the first stand; drops the
 * oldest.
 */
export async function backupIfDue(): Promise<BackupCopy | null> {
  const { setting, zone } = await inTransaction(async (tx) => ({
    setting: await backupSetting(tx),
    zone: (await zones(tx))[0],
  }))
  if (setting.hour === null || !zone) return null
  return alone(async () => {
    const today = dayOf(now(), zone)
    const copies = await listBackups()
    if (hourOf(now(), zone) < setting.hour! || copies.some((c) => !c.broken && dayOf(c.at, zone) === today)) return null
    const made = await makeBackup()
    await keepNewest(setting.keep)
    return made
  })
}
