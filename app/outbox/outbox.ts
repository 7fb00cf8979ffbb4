import { madeBy } from '#shared/facts'
import { ROUTES } from '#shared/routes'
import type { Problem } from '#shared/problem'
import type { Entry, EntryState, StoredEntry, TabletDb } from './tablet-db'
import type { Vault } from './vault'

export type Answer =
  { ok: true; reply: { version?: number } & Record<string, unknown> } | { ok: false; problem: Problem }
export type Send = (entry: Entry) => Promise<Answer>
export type NewEntry = Pick<Entry, 'key' | 'personId' | 'route' | 'params' | 'body' | 'at'>
export type Outcome =
  { sent: true; reply: Record<string, unknown> } | { sent: false; seq: number; problem: Problem | null }

const GOES_BY_ITSELF: readonly EntryState[] = ['waiting', 'sending', 'signin']
/** No answer, or one that is about the server and not about what was sent: nothing else would get through either. */
const NOBODY_THERE = new Set([0, 429, 502, 503, 504, 507])
const comesAgain = (p: Problem): boolean => NOBODY_THERE.has(p.status) || p.status >= 500
/** The server fails on an entry itself this often before it is set aside, so that the others go on. */
const MOST_TRIES = 5
const MOST_RAISED = 30

/**
 * Writes are put down here before they are sent, and are taken out when the server has answered that they are done.
 * They go in the order in which they were made, one after the other, and only for the person who made them.
 */
export class Outbox {
  private entries: Entry[] = []
  /** of people who are not signed in here: they lie there, and nobody reads them */
  private locked: StoredEntry[] = []
  private readonly removed = new Set<number>()
  /** the last documents that were saved, and the versions they have since */
  private raised: { sent: Entry; version: number }[] = []
  /** answers that whoever wrote is about to pick up */
  private readonly replies = new Map<number, Record<string, unknown>>()
  private chain: Promise<unknown> = Promise.resolve()
  private writes: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly db: TabletDb,
    private readonly send: Send,
    private readonly vault: Vault,
    private readonly changed: (entries: readonly Entry[], locked: number) => void,
    private readonly delivered: (entry: Entry, reply: Record<string, unknown>) => void = () => undefined,
  ) {}

  /** Reads what lies on the tablet, and opens what whoever is signed in may see. After what is being sent now. */
  load(): Promise<void> {
    const run = this.chain
      .then(() => this.writes)
      .then(async () => {
        const stored = await this.db.getAll('outbox')
        const opened = await Promise.all(stored.map((row) => this.vault.open(row)))
        const there = stored.filter((row) => !this.removed.has(row.seq))
        // What was put down or changed while this was read is newer than what was read.
        const newer = new Map(this.entries.map((e) => [e.seq, e]))
        const isRead = new Set(stored.map((row) => row.seq))
        const read = opened
          .filter((e) => e !== null)
          .filter((e) => there.some((row) => row.seq === e.seq))
          .map((e) => newer.get(e.seq) ?? e)
        this.locked = there.filter((row) => !read.some((e) => e.seq === row.seq))
        this.entries = [...read, ...this.entries.filter((e) => !isRead.has(e.seq))].sort((x, y) => x.seq - y.seq)
        this.tell()
      })
    this.chain = run.catch(() => undefined)
    return run
  }

  /**
   * Put down, then sent at once when nothing of the same person waits before it.
   * @param isPut called once it is put down, and before anything is sent
   */
  async write(fresh: NewEntry, isPut?: () => void): Promise<Outcome> {
    const entry = await this.put(fresh)
    isPut?.()
    await this.flush(entry.personId)
    const reply = this.replies.get(entry.seq)
    this.replies.delete(entry.seq)
    return reply
      ? { sent: true, reply }
      : { sent: false, seq: entry.seq, problem: this.entries.find((e) => e.seq === entry.seq)?.problem ?? null }
  }

  /**
   * Keeps an entry. A document that waits is replaced by its newer text, from the version that the older one started
   * from; a fact never is.
   */
  async put(fresh: NewEntry): Promise<Entry> {
    const older = this.entries.find(
      (e) => e.state === 'waiting' && e.personId === fresh.personId && sameDocument(e, fresh),
    )
    const entry = plain({
      ...fresh,
      body: older ? { ...fresh.body, version: older.body.version } : fresh.body,
      state: 'waiting' as const,
      problem: null,
    })
    if (older) {
      const kept: Entry = { ...entry, seq: older.seq }
      await this.save(kept)
      return kept
    }
    const seq = await this.db.add('outbox', await this.vault.seal(entry as Entry))
    const kept: Entry = { ...entry, seq, body: this.asRaised(entry) }
    this.entries = [...this.entries, kept].sort((x, y) => x.seq - y.seq)
    this.tell()
    if (kept.body !== entry.body) await this.save(kept)
    return kept
  }

  /** Sends what waits, in order; one run at a time. Stops at the first that gets no answer. */
  flush(personId: string): Promise<void> {
    const run = this.chain.then(() => this.sendAll(personId))
    this.chain = run.catch(() => undefined)
    return run
  }

  async remove(seq: number): Promise<void> {
    this.removed.add(seq)
    this.entries = this.entries.filter((e) => e.seq !== seq)
    this.tell()
    await this.writes
    await this.db.delete('outbox', seq)
  }

  /**
   * Somebody looked at it: confirmed, mended, or taken over the other's version. It is a new message, and goes again.
   */
  async again(seq: number, change: { key: string; body?: Record<string, unknown> }): Promise<void> {
    const entry = this.entries.find((e) => e.seq === seq)
    if (!entry) return
    await this.save({
      ...entry,
      key: change.key,
      body: plain({ ...entry.body, ...change.body }),
      state: 'waiting',
      problem: null,
      tries: 0,
    })
  }

  private async sendAll(personId: string): Promise<void> {
    for (const { seq } of this.entries.filter((e) => e.personId === personId)) {
      const entry = this.entries.find((e) => e.seq === seq)
      if (!entry || !GOES_BY_ITSELF.includes(entry.state) || this.holds(entry)) continue
      const goOn = await this.sendOne(entry)
      if (!goOn) break
    }
  }

  /** @returns whether the next one may go */
  private async sendOne(entry: Entry): Promise<boolean> {
    await this.save({ ...entry, state: 'sending' })
    const answer = await this.send(entry)
    if (answer.ok) {
      this.replies.set(entry.seq, answer.reply)
      await this.raiseVersions(entry, answer.reply)
      // Told before it is taken out: what shows it must not fall back, not even for a moment, to what was before it.
      this.delivered(entry, answer.reply)
      await this.remove(entry.seq)
      return true
    }
    const { problem } = answer
    if (problem.status === 401) {
      await this.save({ ...entry, state: 'signin', problem })
      return false
    }
    if (comesAgain(problem)) {
      const tries = (entry.tries ?? 0) + (NOBODY_THERE.has(problem.status) ? 0 : 1)
      const isSetAside = tries >= MOST_TRIES
      await this.save({ ...entry, state: isSetAside ? 'failed' : 'waiting', problem, tries })
      return isSetAside
    }
    await this.save({
      ...entry,
      state: problem.code === 'stale' ? 'stale' : problem.code === 'needs-confirmation' ? 'doubt' : 'refused',
      problem,
    })
    return true
  }

  /**
   * The body of a document that was being put down while an older text of it was saved: from the version that this
   * gave.
   */
  private asRaised(entry: Pick<Entry, 'route' | 'params' | 'body'>): Record<string, unknown> {
    let { body } = entry
    for (const r of this.raised)
      if (sameDocument(r.sent, entry) && r.sent.body.version === body.version) body = { ...body, version: r.version }
    return body
  }

  /** A newer text of the same document was made from the version that has just been saved. */
  private async raiseVersions(sent: Entry, reply: { version?: number }): Promise<void> {
    if (reply.version === undefined) return
    this.raised = [...this.raised.slice(-MOST_RAISED), { sent, version: reply.version }]
    for (const e of this.entries) {
      if (e.seq !== sent.seq && sameDocument(e, sent) && e.body.version === sent.body.version)
        await this.save({ ...e, body: { ...e.body, version: reply.version } })
    }
  }

  /** Whether an entry builds on one that waits for a person: a press of a lot that was refused. */
  holds(entry: Entry): boolean {
    return this.entries.some(
      (e) =>
        e.seq < entry.seq && e.personId === entry.personId && !GOES_BY_ITSELF.includes(e.state) && buildsOn(entry, e),
    )
  }

  /** What others read here is set before the database is waited for, so that nothing newer is overwritten. */
  private async save(entry: Entry): Promise<void> {
    this.entries = this.entries.map((e) => (e.seq === entry.seq ? entry : e))
    this.tell()
    // One after the other: sealing takes its time, and the newest must be the last that is written.
    const write = this.writes.then(async () => {
      const stored = await this.vault.seal(entry)
      if (this.entries.some((e) => e.seq === entry.seq)) await this.db.put('outbox', stored)
    })
    this.writes = write.catch(() => undefined)
    await write
  }

  private tell(): void {
    this.changed(this.entries, this.locked.length)
  }
}

/** What is put has a newer text; what is posted about a thing, such as an event of a batch, is a fact of its own. */
const sameDocument = (a: Pick<Entry, 'route' | 'params'>, b: Pick<Entry, 'route' | 'params'>): boolean =>
  ROUTES[a.route].method === 'PUT' && a.route === b.route && a.params.id !== undefined && a.params.id === b.params.id

function buildsOn(entry: Entry, earlier: Entry): boolean {
  if (sameDocument(entry, earlier)) return true
  const named = [
    ...Object.values(entry.params),
    ...Object.entries(entry.body).flatMap(([k, v]) => (k === 'id' ? [] : [v])),
  ]
  return madeBy(earlier.route, earlier).some((id) => named.includes(id))
}

/** Without the reactive wrappers that the database could not copy. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
