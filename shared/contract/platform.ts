import { VOID_KINDS } from '#core/books'
import { ROUTES } from '../routes'
import { byId, endpoint, id, instant, key, longText, made, ok, version, z, type Endpoint } from './endpoint'
import { login, password } from './people'

// What is under everything: history and live refresh, copies, the archive.

const entity = z.string().regex(/^[a-z-]{1,30}$/)
const seq = z.coerce.number().int().min(0)
export const historyRow = z.object({
  seq: z.number(),
  entity,
  entityId: z.string(),
  /** where it was; null of what is the business' */
  standId: id.nullable(),
  /** of the lot that amounts are of */
  unit: z.string().nullable(),
  before: z.any(),
  after: z.any(),
  at: instant,
  by: z.string(),
})
export type HistoryRow = z.infer<typeof historyRow>
export const backupSetting = z.object({
  hour: z.number().int().min(0).max(23).nullable(),
  keep: z.number().int().min(1).max(60),
  version,
})
export type BackupSetting = z.infer<typeof backupSetting>
export const backupCopy = z.object({
  name: z.string(),
  at: instant,
  bytes: z.number(),
  rows: z.number(),
  checked: z.boolean(),
  broken: z.boolean(),
})
export type BackupCopy = z.infer<typeof backupCopy>
const factBody = z.object({ entity: z.enum(VOID_KINDS), reason: longText.nullable().default(null) })

export const PLATFORM = {
  health: endpoint({
    ...ROUTES.health,
    summary: 'Live, and ready when the database answers with the right schema',
    reply: z.object({ live: z.literal(true), ready: z.boolean() }),
  }),
  openapi: endpoint({ ...ROUTES.openapi, summary: 'This document', reply: z.any() }),
  changes: endpoint({
    ...ROUTES.changes,
    summary: 'What changed after a number; without one, the number of now',
    query: z.object({ since: seq.optional() }),
    reply: z.object({
      seq: z.number(),
      more: z.boolean(),
      rows: z.array(z.object({ seq: z.number(), entity, entityId: z.string(), key: z.string().nullable() })),
    }),
  }),
  history: endpoint({
    ...ROUTES.history,
    summary: 'Changes, newest first: of one thing, of a stand, or of all where one leads; money for the owner only',
    query: z.object({ entity: entity.optional(), id: key.optional(), stand: id.optional(), before: seq.optional() }),
    reply: z.array(historyRow),
  }),
  voidFact: endpoint({
    ...ROUTES.voidFact,
    summary: 'Take a weigh-in or a press out of the books',
    params: byId,
    body: factBody,
    reply: made,
  }),
  restoreFact: endpoint({
    ...ROUTES.restoreFact,
    summary: 'Put a voided weigh-in or press back',
    params: byId,
    body: factBody,
    reply: made,
  }),
  backups: endpoint({
    ...ROUTES.backups,
    summary: 'Backups there are, newest first, and when they are made',
    reply: z.object({ setting: backupSetting, copies: z.array(backupCopy) }),
  }),
  makeBackup: endpoint({
    ...ROUTES.makeBackup,
    summary: 'Make a backup now, and check that it can be read back',
    reply: backupCopy,
  }),
  putBackups: endpoint({
    ...ROUTES.putBackups,
    summary: 'When the daily backup is made, and how many are kept',
    body: backupSetting,
    reply: z.object({ version }),
  }),
  getArchive: endpoint({
    ...ROUTES.getArchive,
    summary: 'The business as an open archive (zip); passwords are left out',
    reply: z.any(),
  }),
  readArchive: endpoint({
    ...ROUTES.readArchive,
    summary:
      'Read an archive, sent as a form with the file `archive`, into an empty installation; one of its owners signs in with a new password',
    body: z.object({ login, password }),
    reply: ok,
  }),
} satisfies Record<string, Endpoint>
