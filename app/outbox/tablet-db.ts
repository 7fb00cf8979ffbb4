import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Problem } from '#shared/problem'
import type { KeptId } from '#shared/routes'

/**
 * `waiting` goes out by itself; `sending` is on its way; `signin` waits for a session; the others wait for a person:
 * somebody else was faster, the server refused, or it wants a second look.
 */
export type EntryState = 'waiting' | 'sending' | 'signin' | 'stale' | 'refused' | 'doubt'

/** One write that has not been answered yet, as it will be sent. */
export interface Entry {
  seq: number
  /** the idempotency key: sent twice, done once */
  key: string
  personId: string
  route: KeptId
  params: Record<string, string>
  body: Record<string, unknown>
  at: string
  state: EntryState
  problem: Problem | null
}

/** An answer that was read, for when there is no connection; of one person, and gone when they sign out. */
export interface CachedRead { id: string; personId: string; at: string; reply: unknown }

interface Schema extends DBSchema {
  outbox: { key: number; value: Entry }
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
