import type { Problem } from '#shared/problem'
import type { Entry, EntryState, TabletDb } from './tablet-db'

export type Answer = { ok: true; reply: { version?: number } & Record<string, unknown> } | { ok: false; problem: Problem }
export type Send = (entry: Entry) => Promise<Answer>
export type NewEntry = Pick<Entry, 'key' | 'personId' | 'route' | 'params' | 'body' | 'at'>
export type Outcome = { sent: true; reply: Record<string, unknown> } | { sent: false; seq: number; problem: Problem | null }

const GOES_BY_ITSELF: readonly EntryState[] = ['waiting', 'sending', 'signin']
/** No answer, or an answer that only says to come again later. */
const comesAgain = (p: Problem): boolean => p.status === 0 || p.status === 429 || p.status >= 500

/**
 * Writes are put down here before they are sent, and are taken out when the server has answered that they are done. They go in the
 * order in which they were made, one after the other, and only for the person who made them.
 */
export class Outbox {
  private entries: Entry[] = []
  /** answers that whoever wrote is about to pick up */
  private readonly replies = new Map<number, Record<string, unknown>>()
  private chain: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly db: TabletDb,
    private readonly send: Send,
    private readonly changed: (entries: readonly Entry[]) => void,
    private readonly delivered: (entry: Entry, reply: Record<string, unknown>) => void = () => undefined,
  ) {}

  async load(): Promise<void> {
    this.entries = await this.db.getAll('outbox')
    this.tell()
  }

  /** Put down, then sent at once when nothing of the same person waits before it. */
  async write(fresh: NewEntry): Promise<Outcome> {
    const entry = await this.put(fresh)
    await this.flush(entry.personId)
    const reply = this.replies.get(entry.seq)
    this.replies.delete(entry.seq)
    return reply ? { sent: true, reply } : { sent: false, seq: entry.seq, problem: this.entries.find((e) => e.seq === entry.seq)?.problem ?? null }
  }

  /**
   * Keeps an entry. A document that waits is replaced by its newer text, from the version that the older one started from; a fact
   * never is.
   */
  async put(fresh: NewEntry): Promise<Entry> {
    const older = this.entries.find((e) => e.state === 'waiting' && e.personId === fresh.personId && sameDocument(e, fresh))
    const entry = plain({ ...fresh, body: older ? { ...fresh.body, version: older.body.version } : fresh.body, state: 'waiting' as const, problem: null })
    if (older) {
      const kept: Entry = { ...entry, seq: older.seq }
      await this.save(kept)
      return kept
    }
    const seq = await this.db.add('outbox', entry as Entry)
    const kept: Entry = { ...entry, seq }
    this.entries = [...this.entries, kept].sort((x, y) => x.seq - y.seq)
    this.tell()
    return kept
  }

  /** Sends what waits, in order; one run at a time. Stops at the first that gets no answer. */
  flush(personId: string): Promise<void> {
    const run = this.chain.then(() => this.sendAll(personId))
    this.chain = run.catch(() => undefined)
    return run
  }

  async remove(seq: number): Promise<void> {
    this.entries = this.entries.filter((e) => e.seq !== seq)
    this.tell()
    await this.db.delete('outbox', seq)
  }

  /** Somebody looked at it: confirmed, mended, or taken over the other's version. It is a new message, and goes again. */
  async again(seq: number, change: { key: string; body?: Record<string, unknown> }): Promise<void> {
    const entry = this.entries.find((e) => e.seq === seq)
    if (!entry) return
    await this.save({ ...entry, key: change.key, body: plain({ ...entry.body, ...change.body }), state: 'waiting', problem: null })
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
      await this.save({ ...entry, state: 'waiting', problem })
      return false
    }
    await this.save({ ...entry, state: problem.code === 'stale' ? 'stale' : problem.code === 'needs-confirmation' ? 'doubt' : 'refused', problem })
    return true
  }

  /** A newer text of the same document was made from the version that has just been saved. */
  private async raiseVersions(sent: Entry, reply: { version?: number }): Promise<void> {
    if (reply.version === undefined) return
    for (const e of this.entries) {
      if (e.seq !== sent.seq && sameDocument(e, sent) && e.body.version === sent.body.version) await this.save({ ...e, body: { ...e.body, version: reply.version } })
    }
  }

  /** Whether an entry builds on one that waits for a person: a press of a lot that was refused. */
  holds(entry: Entry): boolean {
    return this.entries.some((e) => e.seq < entry.seq && e.personId === entry.personId && !GOES_BY_ITSELF.includes(e.state) && buildsOn(entry, e))
  }

  /** What others read here is set before the database is waited for, so that nothing newer is overwritten. */
  private async save(entry: Entry): Promise<void> {
    this.entries = this.entries.map((e) => (e.seq === entry.seq ? entry : e))
    this.tell()
    await this.db.put('outbox', entry)
  }

  private tell(): void {
    this.changed(this.entries)
  }
}

const sameDocument = (a: Pick<Entry, 'route' | 'params'>, b: Pick<Entry, 'route' | 'params'>): boolean => a.route === b.route && a.params.id !== undefined && a.params.id === b.params.id

function buildsOn(entry: Entry, earlier: Entry): boolean {
  if (sameDocument(entry, earlier)) return true
  const made = earlier.body.id
  return typeof made === 'string' && (Object.values(entry.params).includes(made) || Object.entries(entry.body).some(([k, v]) => k !== 'id' && v === made))
}

/** Without the reactive wrappers that the database could not copy. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
