import { v7 as uuid } from 'uuid'
import type { Deed, Planned } from './day'
import { READ_TOGETHER, ROUTES, showing } from '../../shared/routes'
import { asked } from './asked'
import { lotBody, VESSEL_ML, type LoadStand, type Standards } from './stands'

// Tablets as the page is one: each asks what changed, reads again what did, and some tell what is done.

const POLL_MS = 4000
/** Within so long all tablets come, and so long after the last the day begins. */
const COME_MS = 15_000
const SETTLE_MS = 5_000
export const ARRIVAL_S = (COME_MS + SETTLE_MS) / 1000
const CUP_ML = 250
/** mL that somebody fills a vessel to: cups that are told at the same time find room. */
const FULL_ML = 0.9 * VESSEL_ML
/** What a page reads as it is opened, and in part again after something was told at its stand. */
const LISTS = READ_TOGETHER.fruit
const CATALOGUE = READ_TOGETHER.catalogue.filter((list) => ROUTES[list].role === 'crew')

/** The code of a refusal. */
function codeIn(text: string | null): string {
  const code = /"code":"([\w-]+)"/.exec(text ?? '')?.[1]
  return code ? ` ${code}` : ''
}

export class Taken {
  readonly reads: number[] = []
  readonly writes: number[] = []
  /** ms from the answer of a write until another tablet of the stand had read it */
  readonly seen: number[] = []
  readonly wrong = new Map<string, number>()
  /** ms that what was planned was begun too late: the machine that asks had no time */
  lateMs = 0
  bytes = 0
  fail(what: string): void {
    this.wrong.set(what, (this.wrong.get(what) ?? 0) + 1)
  }
}

export class Saturday {
  taken = new Taken()
  private ended = false
  /** when each write that nobody else has seen was answered, by its key */
  private readonly told = new Map<string, number>()
  private readonly tags = new Map<string, string>()

  /** @param urls of the servers, one for each tablet in turn @param speed times real time */
  constructor(
    private readonly urls: readonly string[],
    private readonly stands: readonly LoadStand[],
    private readonly standards: Standards,
    private readonly speed: number,
  ) {}

  /**
   * What was done before anybody looks, told as by tablets that had no connection: each stand's own in turn, all stands
   * at once. @param untilS s of the day that it is now @throws where something is refused
   */
  async sooner(plan: readonly Planned[], untilS: number): Promise<void> {
    const at = Date.now()
    await Promise.all(
      this.stands.map(async (_, stand) => {
        for (const p of plan.filter((one) => one.stand === stand))
          await this.tell(p, new Date(at - (untilS - p.atS) * 1000).toISOString())
      }),
    )
    this.told.clear()
    for (const [what, n] of this.taken.wrong) throw new Error(`${n} × ${what}`)
  }

  /**
   * All that is planned, and every tablet that looks on, until the last is told.
   * @param partS s that a part of the day has
   * @param begin is called as the day begins, and gives what is called as each part ends, with the s at which it began
   */
  async run(plan: readonly Planned[], partS: number, begin: () => (atS: number) => void): Promise<void> {
    const first = plan[0]!.atS
    const partOf = ({ atS }: Planned): number => Math.floor(atS / partS) * partS
    let part = partOf(plan[0]!)
    // The tablets have come in the morning, one after the other: what they read then is not of the busy hours.
    const looking = this.stands.flatMap((s, i) => s.cookies.map((_, t) => this.look(i, t)))
    await new Promise((done) => setTimeout(done, COME_MS + SETTLE_MS))
    this.taken = new Taken()
    const partEnded = begin()
    const began = performance.now()
    const telling: Promise<void>[] = []
    for (const p of plan) {
      const due = ((p.atS - first) * 1000) / this.speed
      const wait = due - (performance.now() - began)
      if (wait > 0) await new Promise((done) => setTimeout(done, wait))
      else this.taken.lateMs = Math.max(this.taken.lateMs, -wait)
      if (partOf(p) > part) partEnded(part)
      part = partOf(p)
      telling.push(this.tell(p))
    }
    await Promise.all(telling)
    partEnded(part)
    this.ended = true
    await Promise.all(looking)
  }

  private urlOf = (stand: number, tablet: number): string =>
    this.urls[(stand * this.stands[0]!.cookies.length + tablet) % this.urls.length]!

  /** @returns what was answered, or null where nothing is new or it was refused */
  private async ask(
    url: string,
    cookie: string,
    method: string,
    path: string,
    more: { body?: object; key?: string } = {},
  ): Promise<string | null> {
    const name = `${cookie} ${path}`
    const headers: Record<string, string> = { cookie }
    const tag = this.tags.get(name)
    if (tag && method === 'GET') headers['if-none-match'] = tag
    if (more.body) Object.assign(headers, { 'content-type': 'application/json', 'idempotency-key': more.key ?? uuid() })
    const at = performance.now()
    const answer = await asked(`${url}/api/v1/${path}`, {
      method,
      headers,
      body: more.body && JSON.stringify(more.body),
    }).catch(() => null)
    ;(method === 'GET' ? this.taken.reads : this.taken.writes).push(performance.now() - at)
    if (!answer || (answer.status !== 200 && answer.status !== 304)) {
      const what = path.replace(/[\w-]{36}/g, 'ID').replace(/\?.*/, '')
      this.taken.fail(`${method} ${what} ${answer?.status ?? 'nothing'}${codeIn(answer?.body.toString() ?? null)}`)
      return null
    }
    this.taken.bytes += answer.body.length
    if (answer.tag) this.tags.set(name, answer.tag)
    return answer.status === 304 ? null : answer.body.toString()
  }

  /** Asks every four seconds of the day what changed. */
  private async look(stand: number, tablet: number): Promise<void> {
    const [url, s] = [this.urlOf(stand, tablet), this.stands[stand]!]
    const cookie = s.cookies[tablet]!
    let since = ''
    const seen = new Set<number>()
    await new Promise((done) => setTimeout(done, Math.random() * COME_MS))
    await Promise.all(CATALOGUE.map((list) => this.ask(url, cookie, 'GET', list)))
    await Promise.all(LISTS.map((list) => this.ask(url, cookie, 'GET', `${list}?stand=${s.id}`)))
    while (!this.ended) {
      const changes = await this.ask(url, cookie, 'GET', `changes${since}`)
      if (changes) {
        const reply = JSON.parse(changes) as {
          seq: number
          rows: { seq: number; entity: string; key: string | null }[]
        }
        since = `?since=${reply.seq}`
        const fresh = reply.rows.filter((r) => !seen.has(r.seq))
        for (const r of fresh) {
          seen.add(r.seq)
          const at = r.key ? this.told.get(r.key) : undefined
          if (at === undefined) continue
          this.taken.seen.push(performance.now() - at)
          this.told.delete(r.key!)
        }
        const kinds = new Set(fresh.map((r) => r.entity))
        await Promise.all(showing(CATALOGUE, kinds).map((list) => this.ask(url, cookie, 'GET', list)))
        await Promise.all(showing(LISTS, kinds).map((list) => this.ask(url, cookie, 'GET', `${list}?stand=${s.id}`)))
      }
      await new Promise((done) => setTimeout(done, POLL_MS / this.speed))
    }
  }

  /** @param at when it was done, where that is not now */
  private async tell({ stand, tablet, deed }: Planned, at: string | null = null): Promise<void> {
    const [url, s] = [this.urlOf(stand, tablet), this.stands[stand]!]
    const { method, path, body } = this.deeds[deed](s)
    const key = uuid()
    const reply = await this.ask(url, s.cookies[tablet]!, method, path, { body: { ...body, at }, key })
    if (reply) this.told.set(key, performance.now())
  }

  private readonly deeds: Record<Deed, (s: LoadStand) => { method: string; path: string; body: object }> = {
    pour: (s) => {
      if (s.inMl >= CUP_ML) s.inMl -= CUP_ML
      const cup = { holdId: s.holdId, versionId: this.standards.drink, drinkMl: CUP_ML, cups: 1, touchedS: [0] }
      return { method: 'PUT', path: `pours/${uuid()}`, body: { standId: s.id, ...cup } }
    },
    weigh: (s) => {
      const id = uuid()
      s.crates.push(id)
      return { method: 'POST', path: 'lots', body: lotBody(id, s.id, 20) }
    },
    press: (s) => ({
      method: 'POST',
      path: 'presses',
      body: {
        ...{ id: uuid(), lotId: s.crates[0], juiceLotId: uuid(), takenKg: 2, trimmedKg: null },
        ...{ juice: { value: 800, unit: 'mL' }, method: 'hand-reamer', minutes: 6 },
      },
    }),
    batch: (s) => ({
      method: 'POST',
      path: 'batches',
      body: {
        ...{ id: uuid(), standId: s.id, versionId: this.standards.prep },
        ...{ out: { value: 900, unit: 'g' }, place: 'cold' },
      },
    }),
    read: (s) => ({
      method: 'POST',
      path: `runs/${s.runId}/events`,
      body: { id: uuid(), event: { kind: 'note', text: 'as it should be' } },
    }),
    fill: (s) => {
      const volumeMl = Math.max(CUP_ML, FULL_ML - s.inMl)
      s.inMl += volumeMl
      const event = { kind: 'filled', lotId: null, volumeMl, tempC: 4 }
      return { method: 'POST', path: `holds/${s.holdId}/events`, body: { id: uuid(), event } }
    },
  }
}
