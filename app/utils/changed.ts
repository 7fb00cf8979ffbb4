import type { Entry } from '~/outbox/tablet-db'

/** What is known to have changed. */
export interface Changed {
  /** kinds of rows */
  kinds: ReadonlySet<string>
  /** whether all that a write of this tablet changed is among it */
  isOf(write: Entry): boolean
}
