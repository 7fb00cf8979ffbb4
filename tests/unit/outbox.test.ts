import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { Outbox, type Answer, type NewEntry } from '../../app/outbox/outbox'
import { openTabletDb, type Entry, type TabletDb } from '../../app/outbox/tablet-db'

// The server here is a function; the database is the standard's, in memory.
let count = 0
const newDb = (): Promise<TabletDb> => openTabletDb(`outbox-${count++}`)
const lot = (id: string, personId = 'ada'): NewEntry => ({ key: `key-${id}`, personId, route: 'postLot', params: {}, body: { id, kg: 4 }, at: '2026-01-01T00:00:00Z' })
const press = (id: string, lotId: string): NewEntry => ({ ...lot(id), route: 'postPress', body: { id, lotId } })
const draft = (version: number, name: string, key = name): NewEntry => ({ ...lot(key), route: 'putRecipe', params: { id: 'drink' }, body: { name, version } })
const problem = (status: number, code = `status-${status}`, extra: object = {}): Answer => ({ ok: false, problem: { type: 'about:blank', title: code, status, code, ...extra } })
const done: Answer = { ok: true, reply: { id: 'x' } }

/** An outbox whose server answers what `answers` says, in turn, and `last` from then on. */
async function withServer(answers: Answer[], last: Answer = done, db?: TabletDb) {
  const open = db ?? await newDb()
  const sent: Entry[] = []
  const seen: { entries: readonly Entry[] } = { entries: [] }
  const box = new Outbox(open, async (e) => {
    sent.push(e)
    return answers.shift() ?? last
  }, (entries) => (seen.entries = entries))
  await box.load()
  return { box, db: open, sent, states: () => seen.entries.map((e) => e.state), entries: () => seen.entries, stored: () => open.getAll('outbox') }
}

describe('a write', () => {
  it('is put down before it is sent, and taken out when it is answered', async () => {
    const db = await newDb()
    let whileSending = 0
    const box = new Outbox(db, async () => {
      whileSending = (await db.getAll('outbox')).length
      return done
    }, () => undefined)
    await box.load()
    expect(await box.write(lot('a'))).toEqual({ sent: true, reply: { id: 'x' } })
    expect([whileSending, (await db.getAll('outbox')).length]).toEqual([1, 0])
  })
  it.each([[0], [429], [500], [503]])('is kept when the answer is %d, and goes with the same key', async (status) => {
    const s = await withServer([problem(status)])
    expect(await s.box.write(lot('a'))).toMatchObject({ sent: false, problem: { status } })
    expect(s.states()).toEqual(['waiting'])
    await s.box.flush('ada')
    expect(s.sent.map((e) => e.key)).toEqual(['key-a', 'key-a'])
    expect(await s.stored()).toEqual([])
  })
  it('survives the page: another one, on the same database, sends it', async () => {
    const first = await withServer([problem(0)])
    await first.box.write(lot('a'))
    const second = await withServer([], done, first.db)
    await second.box.flush('ada')
    expect(second.sent.map((e) => e.body)).toEqual([{ id: 'a', kg: 4 }])
    expect(await second.stored()).toEqual([])
  })
  it('is still there while its answer is told: nothing falls back to what was before, not for a moment', async () => {
    let seen: readonly Entry[] = []
    let whenTold = -1
    const box = new Outbox(await newDb(), async () => done, (e) => (seen = e), () => { whenTold = seen.length })
    await box.load()
    await box.write(lot('a'))
    expect([whenTold, seen.length]).toEqual([1, 0])
  })
  it('of what was done with a crate waits for a crate that wants a person', async () => {
    const s = await withServer([problem(409, 'needs-confirmation')])
    await s.box.write(lot('crate'))
    await s.box.write({ ...lot('thrown'), route: 'postLotEvent', params: { id: 'crate' }, body: { id: 'thrown' } })
    expect(s.sent.map((e) => e.route)).toEqual(['postLot'])
    expect(s.states()).toEqual(['doubt', 'waiting'])
  })
  it('that was on its way when the page closed is sent again', async () => {
    const db = await newDb()
    const stuck = new Outbox(db, () => new Promise(() => undefined), () => undefined)
    await stuck.load()
    void stuck.write(lot('a'))
    await new Promise((r) => setTimeout(r, 20))
    const next = await withServer([], done, db)
    expect(next.states()).toEqual(['sending'])
    await next.box.flush('ada')
    expect(next.sent).toHaveLength(1)
  })
})

describe('order', () => {
  it('is the order in which things were entered, and stops at the first without an answer', async () => {
    const s = await withServer([problem(0), problem(0), problem(0)])
    for (const id of ['a', 'b', 'c']) await s.box.write(lot(id))
    s.sent.length = 0
    await s.box.flush('ada')
    expect(s.sent.map((e) => e.body.id)).toEqual(['a', 'b', 'c'])
  })
  it('is each person’s own: nobody sends what another entered', async () => {
    const s = await withServer([problem(401), problem(0)])
    await s.box.write(lot('a', 'ada'))
    await s.box.write(lot('b', 'ben'))
    s.sent.length = 0
    await s.box.flush('ben')
    expect(s.sent.map((e) => e.body.id)).toEqual(['b'])
    expect(s.states()).toEqual(['signin'])
    await s.box.flush('ada')
    expect(await s.stored()).toEqual([])
  })
  it('holds what was made of something that waits for a person, and nothing else', async () => {
    const s = await withServer([problem(0), problem(0), problem(0)])
    for (const e of [lot('crate'), press('p', 'crate'), lot('other')]) await s.box.write(e)
    const again = await withServer([problem(422)], done, s.db)
    await again.box.flush('ada')
    expect(again.sent.map((e) => e.body.id)).toEqual(['crate', 'other'])
    expect(again.states()).toEqual(['refused', 'waiting'])
    await again.box.again(again.entries()[0]!.seq, { key: 'mended', body: { kg: 5 } })
    await again.box.flush('ada')
    expect(again.sent.slice(2).map((e) => [e.key, e.body.id, e.body.kg])).toEqual([['mended', 'crate', 5], ['key-p', 'p', undefined]])
  })
  it('sends one at a time, however often it is told to', async () => {
    let at = 0
    let most = 0
    const box = new Outbox(await newDb(), async () => {
      most = Math.max(most, ++at)
      await new Promise((r) => setTimeout(r, 2))
      at--
      return done
    }, () => undefined)
    await box.load()
    for (const id of ['a', 'b', 'c', 'd']) await box.put(lot(id))
    await Promise.all([box.flush('ada'), box.flush('ada'), box.flush('ada')])
    expect(most).toBe(1)
  })
})

describe('what waits for a person', () => {
  it.each([[409, 'stale', 'stale'], [409, 'needs-confirmation', 'doubt'], [422, 'invalid', 'refused'], [403, 'not-your-role', 'refused'], [404, 'not-found', 'refused']])('%d %s is %s, with what was typed, and does not go by itself', async (status, code, state) => {
    const s = await withServer([problem(0)])
    await s.box.write(lot('a'))
    const again = await withServer([problem(status, code, { current: { version: 3 } })], done, s.db)
    await again.box.flush('ada')
    expect(again.states()).toEqual([state])
    await again.box.flush('ada')
    expect(again.sent).toHaveLength(1)
    expect((await again.stored())[0]).toMatchObject({ body: { id: 'a', kg: 4 }, problem: { code, current: { version: 3 } } })
  })
})

describe('a document', () => {
  it('that waits takes up its newer text, from the version it started from', async () => {
    const s = await withServer([problem(0), problem(0)])
    await s.box.write(draft(4, 'first'))
    await s.box.write(draft(4, 'second'))
    await s.box.flush('ada')
    expect(await s.stored()).toEqual([])
    expect(s.sent.at(-1)!.body).toEqual({ name: 'second', version: 4 })
  })
  it('saved while its next text was typed hands its version on', async () => {
    const db = await newDb()
    const sent: Entry[] = []
    let release = (): void => undefined
    const box = new Outbox(db, async (e) => {
      sent.push(e)
      if (sent.length === 1) await new Promise<void>((r) => (release = r))
      return { ok: true, reply: { version: Number(e.body.version) + 1 } }
    }, () => undefined)
    await box.load()
    const first = box.write(draft(4, 'first'))
    await new Promise((r) => setTimeout(r, 10))
    const second = box.write(draft(4, 'second'))
    await new Promise((r) => setTimeout(r, 10))
    release()
    await Promise.all([first, second])
    expect(sent.map((e) => e.body)).toEqual([{ name: 'first', version: 4 }, { name: 'second', version: 5 }])
  })
})

it('loses nothing and sends nothing twice as new, whatever the server answers', async () => {
  await fc.assert(fc.asyncProperty(fc.array(fc.constantFrom(0, 200, 401, 500, 503), { maxLength: 30 }), fc.integer({ min: 1, max: 6 }), async (answers, n) => {
    const done200 = new Set<string>()
    const db = await newDb()
    const queue = [...answers]
    const box = new Outbox(db, async (e) => {
      const status = queue.shift() ?? 200
      // Half of what gets no answer was done all the same.
      if (status === 200 || (status === 0 && e.seq % 2)) done200.add(e.key)
      return status === 200 ? done : problem(status)
    }, () => undefined)
    await box.load()
    for (let i = 0; i < n; i++) await box.write(lot(String(i)))
    const waiting = new Set((await db.getAll('outbox')).map((e) => e.key))
    for (let i = 0; i < n; i++) expect(waiting.has(`key-${i}`) || done200.has(`key-${i}`)).toBe(true)
    for (let i = 0; i < answers.length + 1; i++) await box.flush('ada')
    expect(await db.getAll('outbox')).toEqual([])
    expect([...done200].sort()).toEqual(Array.from({ length: n }, (_, i) => `key-${i}`).sort())
    db.close()
  }), { numRuns: 40 })
})
