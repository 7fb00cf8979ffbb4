import { defineStore } from 'pinia'
import { Outbox, type NewEntry, type Outcome } from '~/outbox/outbox'
import { openSealDb, openTabletDb, READS_FORM, type CachedRead, type Entry, type TabletDb } from '~/outbox/tablet-db'
import { TabletVault } from '~/outbox/vault'
import { onForget } from '~/utils/forget'
import type { BodyInput, Contract, Person, Reply } from '#shared/contract'
import { todaysBody } from '#shared/earlier'
import { FACT_ROUTES, withMoment } from '#shared/facts'
import { ROUTES, type KeptId } from '#shared/routes'
import { api, ApiProblem, noAnswer, tagged, uuid } from '~/utils/api'
import { useWho, workerOf } from './who'

const SEND_TIMEOUT_MS = 12_000
/** Writes that a screen shows before the server has them. */
const OVERLAID: readonly string[] = [
  ...FACT_ROUTES,
  'putRecipe',
  'putWork',
  'putPlanLine',
  'putServiceDay',
  'putDayTask',
  'putDayNote',
  'postPanel',
  'postPanelEvent',
  'postTraining',
]

/** As it would be told today: what an earlier release put down is sent as it is, and shown so. */
const ofToday = (e: Entry): Entry => ({ ...e, body: todaysBody(e.body) })

type Kept<K extends KeptId> = { params?: Record<string, string>; body: BodyInput<K>; key?: string }
export type KeepResult<K extends KeptId> = { kept: false; reply: Reply<K> } | { kept: true; reply: null }

/**
 * What this tablet has not sent yet, and the last answers it read; whether there is a connection, and since when not.
 */
export const useOutbox = defineStore('outbox', () => {
  const entries = shallowRef<readonly Entry[]>([])
  const locked = ref(0)
  const offlineSince = ref<string | null>(null)
  /** when what is shown was read, while there is no connection */
  const asOf = ref<string | null>(null)
  let db: TabletDb
  let vault: TabletVault
  let outbox: Outbox
  /** raised whenever somebody leaves: what is answered after that is not put down any more */
  let era = 0
  const listeners = new Set<(entry: Entry, reply: Record<string, unknown>) => void>()
  let opening: Promise<void> | null = null

  const open = (): Promise<void> =>
    (opening ??= (async () => {
      const [data, seals] = await Promise.all([openTabletDb(), openSealDb()])
      db = data
      vault = new TabletVault(db, seals)
      await vault.load()
      const told = (now: readonly Entry[], others: number): void => {
        entries.value = now.map(ofToday)
        locked.value = others
      }
      outbox = new Outbox(db, sendEntry, vault, told, (sent, reply) => {
        const entry = ofToday(sent)
        if (OVERLAID.includes(entry.route))
          delivered.value = [
            ...delivered.value,
            { ...entry, body: reply.version === undefined ? entry.body : { ...entry.body, version: reply.version } },
          ]
        listeners.forEach((l) => l(entry, reply))
      })
      await outbox.load()
    })())

  async function sendEntry(e: Entry) {
    try {
      const reply = await api(e.route, {
        params: e.params,
        body: e.body as never,
        key: e.key,
        timeoutMs: SEND_TIMEOUT_MS,
      })
      return { ok: true as const, reply: reply as Record<string, unknown> }
    } catch (error) {
      // Not even a request came of it: the entry is at fault, and must not hold up the others for ever.
      const problem =
        error instanceof ApiProblem
          ? error.problem
          : { type: 'about:blank', title: 'internal', status: 500, code: 'internal' }
      return { ok: false as const, problem }
    }
  }

  const mine = computed(() => entries.value.filter((e) => e.personId === useWho().person?.id))
  /** Answered, but not yet in what was read last. */
  const delivered = shallowRef<readonly Entry[]>([])
  /** What is laid over the last answers: what was delivered since they were asked for, then what waits. */
  const overlay = computed(() => {
    const waiting = new Set(mine.value.map((e) => e.seq))
    return [...delivered.value.filter((e) => e.personId === useWho().person?.id && !waiting.has(e.seq)), ...mine.value]
  })
  /**
   * Call before reading; the function it gives is called when the answer is shown, and what was delivered before is
   * then in it.
   * @param isRead which of what these routes wrote the answer will have, where it is not all of it
   */
  function reading(routes: readonly string[], isRead: (e: Entry) => boolean = () => true): () => void {
    const before = new Set(delivered.value.filter((e) => routes.includes(e.route) && isRead(e)))
    // An older answer that was kept on the tablet does not have it yet.
    return () => {
      // What changes nothing is not told: whoever reads again because of it would never end.
      if (offlineSince.value === null && before.size) delivered.value = delivered.value.filter((e) => !before.has(e))
    }
  }
  const ofOthers = computed(() => locked.value + entries.value.length - mine.value.length)

  /**
   * A write that is put down first. Answered: its reply, or the problem as an error, for the form that still shows what
   * was typed. Not answered, or signed out meanwhile: it is kept, and goes out later.
   */
  async function keep<K extends KeptId>(route: K, call: Kept<K>): Promise<KeepResult<K>> {
    const outcome = await written(route, call)
    if (outcome.sent) return { kept: false, reply: outcome.reply as Reply<K> }
    const status = outcome.problem?.status ?? 0
    if (status === 401 || status === 0 || status === 429 || status >= 500) return { kept: true, reply: null }
    await outbox.remove(outcome.seq)
    throw new ApiProblem(outcome.problem!)
  }
  /**
   * A write that work goes on after: resolved once it is put down. What the server says of it is looked at in the
   * outbox, where it stays until it is taken.
   */
  const putDown = <K extends KeptId>(route: K, call: Kept<K>): Promise<void> =>
    new Promise((isPut, isNot) => void written(route, call, isPut).then(() => isPut(), isNot))
  async function written<K extends KeptId>(route: K, call: Kept<K>, isPut?: () => void): Promise<Outcome> {
    await open()
    const at = useWho().now().toISOString()
    const fresh: NewEntry = {
      key: call.key ?? uuid(),
      personId: useWho().person!.id,
      route,
      params: call.params ?? {},
      body: withMoment(route, call.body as Record<string, unknown>, at),
      at,
    }
    return outbox.write(fresh, isPut)
  }
  async function flush(): Promise<void> {
    const person = useWho().person
    if (!person) return
    await open()
    await outbox.flush(person.id)
  }
  const drop = async (seq: number): Promise<void> => {
    await open()
    await outbox.remove(seq)
  }
  async function again(seq: number, body?: Record<string, unknown>): Promise<void> {
    await open()
    await outbox.again(seq, { key: uuid(), body })
    await flush()
  }
  const held = (e: Entry): boolean => outbox?.holds(e) ?? false
  /** A document's newest text that waits here. */
  const waitingFor = (route: KeptId, id: string): Entry | undefined =>
    mine.value.findLast((e) => e.route === route && e.params.id === id)
  function onDelivered(listener: (entry: Entry, reply: Record<string, unknown>) => void): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  /** A read whose last answer is kept, and given when there is none now, or when nothing has changed since. */
  async function read<K extends keyof Contract>(
    id: K,
    call: { params?: Record<string, string>; query?: Record<string, string> } = {},
  ): Promise<Reply<K>> {
    const began = era
    const mineNow = workerOf(useWho().person)
    const cacheId = `${READS_FORM} ${id}?${new URLSearchParams({ ...call.params, ...call.query })}`
    const find = async () => {
      await open()
      const kept = await db.get('reads', cacheId)
      return kept && (!mineNow || kept.whose === mineNow) ? kept : undefined
    }
    // Without a tag it is asked at once: opening the tablet's own database takes as long as the answer.
    const isTagged = 'shows' in ROUTES[id]
    const ask = (tag: string | null) => tagged(id, { ...call, timeoutMs: SEND_TIMEOUT_MS, tag })
    const asked = isTagged ? null : ask(null)
    asked?.catch(() => undefined)
    const known = await find()
    try {
      const { reply, tag } = await (asked ?? ask(known?.tag ?? null))
      online()
      if (reply === null) return known!.reply as Reply<K>
      const at = useWho().now().toISOString()
      const of = id === 'me' ? workerOf((reply as Reply<'me'>).person) : mineNow
      if (began === era && of)
        await db.put('reads', { id: cacheId, whose: of, at, tag, reply: JSON.parse(JSON.stringify(reply)) as unknown })
      return reply
    } catch (e) {
      if (!noAnswer(e) || !known || began !== era) throw e
      offline(known.at)
      return known.reply as Reply<K>
    }
  }
  function online(): void {
    offlineSince.value = null
    asOf.value = null
  }
  function offline(at?: string): void {
    offlineSince.value ??= new Date().toISOString()
    if (at && (!asOf.value || at < asOf.value)) asOf.value = at
  }
  /** Somebody is signed in: what others read here goes, and what they themselves have not sent is opened. */
  async function welcome(person: Person): Promise<void> {
    await open()
    const mayStay = (row: CachedRead): boolean => row.whose === workerOf(person) && row.id.startsWith(`${READS_FORM} `)
    for (const row of await db.getAll('reads')) if (!mayStay(row)) await db.delete('reads', row.id)
    await vault.forgetAllBut(person.id)
    if (!vault.has(person.id)) {
      const seal = await api('getSeal').catch((e: unknown) => {
        if (noAnswer(e)) return null
        throw e
      })
      if (seal) await vault.learn(person.id, seal.key)
    }
    await outbox.load()
  }
  /**
   * Whoever leaves, or is found to have been signed out, leaves no reading behind; what they have not sent stays, and
   * is theirs.
   */
  async function forget(): Promise<void> {
    era++
    await open()
    delivered.value = []
    await db.clear('reads')
    await vault.forgetAllBut(null)
    await outbox.load()
  }
  onForget(forget)
  return {
    entries,
    mine,
    overlay,
    reading,
    ofOthers,
    offlineSince,
    asOf,
    open,
    keep,
    putDown,
    flush,
    drop,
    again,
    held,
    waitingFor,
    onDelivered,
    read,
    online,
    offline,
    welcome,
  }
})
