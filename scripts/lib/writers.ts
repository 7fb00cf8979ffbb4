import { QueryTypes, type Sequelize } from 'sequelize'
import { v7 as uuid } from 'uuid'

// Writes without a pause while things are killed, and what must be true of the database afterwards.

interface Write {
  id: string
  key: string
  path: string
  body: Record<string, unknown>
  acknowledged: boolean
}

/** The longest that a writer waits for one answer: longer than a proxy does for its server to come back. */
const ANSWER_MS = 10_000
const AGAIN_MS = 50

export class Writers {
  readonly writes: Write[] = []
  private readonly crates: string[] = []
  private stopped = false
  private ended: Promise<unknown> = Promise.resolve()
  refused = 0
  /** Answers of 500 and more that are not "the database is away" or "busy", by status. */
  readonly failed = new Map<number, number>()
  /** The longest that one write took until it was answered, in ms. */
  longestMs = 0

  /** @param urls a writer sends all of its own to one of these */
  constructor(
    private readonly urls: readonly string[],
    private readonly cookie: string,
    private readonly stand: string,
  ) {}

  start(many: number): void {
    this.ended = Promise.all(Array.from({ length: many }, (_, i) => this.one(this.urls[i % this.urls.length]!)))
  }
  /** Every one ends with the answer to what it has sent last. */
  async end(): Promise<void> {
    this.stopped = true
    await this.ended
  }
  get acknowledged(): number {
    return this.writes.filter((w) => w.acknowledged).length
  }

  private next(): Write {
    const pressing = this.crates.length > 0 && Math.random() < 0.5
    const id = uuid()
    const body = pressing
      ? {
          id,
          lotId: this.crates[Math.floor(Math.random() * this.crates.length)],
          juiceLotId: uuid(),
          takenKg: 1,
          trimmedKg: null,
          juice: { value: 400, unit: 'mL' },
          method: 'hand-reamer',
          minutes: 2,
        }
      : {
          id,
          standId: this.stand,
          ingredientKey: 'lemon',
          supplier: null,
          kg: 5,
          price: { paid: 2, per: 'kg' },
          count: null,
        }
    return { id, key: uuid(), path: pressing ? '/api/v1/presses' : '/api/v1/lots', body, acknowledged: false }
  }
  private async one(url: string): Promise<void> {
    while (!this.stopped) {
      const w = this.next()
      this.writes.push(w)
      const began = Date.now()
      // As the outbox does: the same key until there is an answer.
      for (let answer = await this.send(url, w); !this.stopped; answer = await this.send(url, w)) {
        if (answer && this.isAnswered(w, answer)) break
        await new Promise((done) => setTimeout(done, AGAIN_MS))
      }
      this.longestMs = Math.max(this.longestMs, Date.now() - began)
    }
  }
  private send = (url: string, w: Write): Promise<Response | null> =>
    fetch(url + w.path, {
      method: 'POST',
      body: JSON.stringify(w.body),
      headers: { 'content-type': 'application/json', 'idempotency-key': w.key, cookie: this.cookie },
      signal: AbortSignal.timeout(ANSWER_MS),
    }).catch(() => null)
  /** Whether an answer is one of the program's own that says yes or no. */
  private isAnswered(w: Write, answer: Response): boolean {
    const isOurs = answer.headers.get('content-type')?.includes('json') ?? false
    if (isOurs && answer.status >= 500 && answer.status !== 503)
      this.failed.set(answer.status, (this.failed.get(answer.status) ?? 0) + 1)
    if (answer.status === 200) {
      w.acknowledged = true
      if (w.path.endsWith('lots')) this.crates.push(w.id)
    } else if (answer.status < 500) this.refused++
    return answer.status < 500
  }

  /** What is wrong in the database now: nothing, or sentences. */
  async wrong(db: Sequelize): Promise<string[]> {
    const rows = <T extends object>(sql: string) => db.query<T>(sql, { type: QueryTypes.SELECT })
    const setOf = async (sql: string): Promise<Set<string>> =>
      new Set((await rows<{ id: string }>(sql)).map((r) => r.id))
    const lots = await setOf(WHOLE_LOTS)
    const presses = await setOf(WHOLE_PRESSES)
    const allLots = await setOf("SELECT id FROM lot WHERE kind = 'received'")
    const allPresses = await setOf('SELECT id FROM press')
    const found: string[] = []
    for (const w of this.writes) {
      const [whole, any] = w.path.endsWith('lots') ? [lots, allLots] : [presses, allPresses]
      if (w.acknowledged && !whole.has(w.id)) found.push(`acknowledged and not whole: ${w.path} ${w.id}`)
      if (any.has(w.id) && !whole.has(w.id)) found.push(`half there: ${w.path} ${w.id}`)
    }
    for (const [status, n] of this.failed) found.push(`${n} answers of ${status}`)
    for (const [what, sql] of Object.entries(NEVER))
      for (const r of await rows<{ id: string }>(sql)) found.push(`${what}: ${r.id}`)
    return found
  }
}

const WHOLE_LOTS = `SELECT l.id FROM lot l
  WHERE (SELECT COUNT(*) FROM movement m WHERE m.lot_id = l.id AND m.source_id = l.id) = 1
    AND (SELECT COUNT(*) FROM change_row c WHERE c.entity = 'lot' AND c.entity_id = l.id) = 1`
const WHOLE_PRESSES = `SELECT p.id FROM press p WHERE (SELECT COUNT(*) FROM movement m WHERE m.source_id = p.id) >= 2
    AND (SELECT COUNT(*) FROM change_row c WHERE c.entity = 'press' AND c.entity_id = p.id) = 1`
/** What no row may say. */
const NEVER: Readonly<Record<string, string>> = {
  'a fact without its row': `SELECT id FROM lot WHERE id NOT IN (SELECT id FROM fact)
    UNION ALL SELECT id FROM press WHERE id NOT IN (SELECT id FROM fact WHERE kind = 'press')`,
  'less than nothing in': 'SELECT lot_id AS id FROM movement GROUP BY lot_id HAVING SUM(amount) < 0',
  'a movement of no lot': 'SELECT m.id FROM movement m LEFT JOIN lot l ON l.id = m.lot_id WHERE l.id IS NULL',
  'moved twice': 'SELECT source_id AS id FROM movement GROUP BY source_id, lot_id HAVING COUNT(*) > 1',
}
