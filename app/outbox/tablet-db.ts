import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Problem } from '#shared/problem'
import type { KeptId } from '#shared/routes'

/**
 * `waiting` goes out by itself; `sending` is on its way; `signin` waits for a session; the others wait for a person:
 * somebody else was faster, the server refused, it wants a second look, or the server failed on it again and again.
 */
export type EntryState = 'waiting' | 'sending' | 'signin' | 'stale' | 'refused' | 'doubt' | 'failed'

/** What anybody may know of an entry: that it is there, and whose. */
interface Outside {
  seq: number
  /** the idempotency key: sent twice, done once */
  key: string
  personId: string
  at: string
  state: EntryState
  /** how often the server has failed on it */
  tries?: number
}
/** What only its person may: what was written, and what the server said of it. */
interface Inside {
  route: KeptId
  params: Record<string, string>
  body: Record<string, unknown>
  problem: Problem | null
}
/** One write that has not been answered yet, as it will be sent. */
export type Entry = Outside & Inside

/** An entry as it lies on the tablet. Earlier releases left them open. */
export type StoredEntry = (Outside & { sealed: { iv: Uint8Array<ArrayBuffer>; data: ArrayBuffer } }) | Entry

/**
 * Number of the forms that answers have: it moves when the reply of a list changes its form, and what a tablet kept of
 * the form before is not given to a page that could not read it.
 */
export const READS_FORM = 18

/** An answer that was read, for when there is no connection; of one person in one role, and gone when they are. */
export interface CachedRead {
  id: string
  whose: string
  at: string
  tag: string | null
  reply: unknown
}

interface Schema extends DBSchema {
  outbox: { key: number; value: StoredEntry }
  reads: { key: string; value: CachedRead }
}
export type TabletDb = IDBPDatabase<Schema>

/** What this tablet keeps of its own: unsent writes, and the last answers read. */
export function openTabletDb(name = 'olvex'): Promise<TabletDb> {
  return openDB<Schema>(name, 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true })
      db.createObjectStore('reads', { keyPath: 'id' })
    },
  })
}

interface SealSchema extends DBSchema {
  seals: { key: string; value: { personId: string; key: CryptoKey } }
}
export type SealDb = IDBPDatabase<SealSchema>

/**
 * The keys of those who are signed in here. A database of its own: a page of an earlier release that is still open
 * would hold up a change of the other.
 */
export function openSealDb(name = 'olvex-seals'): Promise<SealDb> {
  return openDB<SealSchema>(name, 1, { upgrade: (db) => void db.createObjectStore('seals', { keyPath: 'personId' }) })
}
