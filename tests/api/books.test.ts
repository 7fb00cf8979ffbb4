import { withPending, type Books } from '../../app/outbox/pending'
import type { Entry } from '../../app/outbox/tablet-db'
import { seeded } from '../../core/random'
import { DOCUMENT_SCHEMA, evaluateRecipe, shippedContext, type RecipeDocument } from '../../core/recipe'
import { INGREDIENTS } from '../../core/substances'
import type { Lot } from '../../shared/contract'
import { closeDatabase, database } from '../../server/db/connect'
import { Stand } from '../../server/db/models'
import { CREW, LEAD, OWNER, people, signIn, uuid, type Client } from './client'

// A fact is told once: what a tablet lays over its shelf while nobody answers is what the server says once it has it.

const FRUITS = ['mandarin', 'kiwi', 'papaya'] as const
const SEED = Number(process.env.OLVEX_PROPERTY_SEED ?? 20_267)

/** Sugar, milk and water: what packs are taken in of. */
const SWEET_MILK: RecipeDocument = {
  schema: DOCUMENT_SCHEMA,
  kind: 'prep',
  output: 'poured',
  steps: [
    ...(['white-sugar', 'whole-milk', 'water'] as const).map((key) => ({
      op: 'take' as const,
      out: key,
      item: { ingredient: key },
      amount: { value: 500, unit: 'g' as const },
      tempC: 20,
    })),
    { op: 'dissolve', in: ['white-sugar', 'whole-milk', 'water'], out: 'sweet', minutes: 4 },
    { op: 'split', in: ['sweet'], out: 'poured', takeG: 1200 },
  ],
  kept: [{ stream: 'poured/rest', costShare: 0.2 }],
}
let prep: { recipeId: string; versionId: string }

let stand: string
/** another one, that something is sent to */
let elsewhere: string
let goods: string
let tellers: { who: Client; name: string; seesMoney: boolean; mends: boolean; overrules: boolean }[]
beforeAll(async () => {
  const { owner, crew } = await people()
  // A stand of its own: lists are cut at so many lots, and other tests fill theirs.
  stand = uuid()
  database()
  const first = await Stand.findOne({ raw: true, transaction: null })
  elsewhere = uuid()
  await Stand.create({ ...first, id: stand, name: 'Quay' }, { transaction: null })
  await Stand.create({ ...first, id: elsewhere, name: 'Lock' }, { transaction: null })
  goods = `cup:${(await owner.call('cups')).body[0].id}`
  prep = { recipeId: uuid(), versionId: uuid() }
  const draft = {
    kind: 'prep' as const,
    family: 'iced-tea' as const,
    name: 'Sweet milk',
    draft: SWEET_MILK,
    version: 0,
  }
  await owner.call('putRecipe', { params: { id: prep.recipeId }, body: draft })
  await owner.call('signOff', { params: { id: prep.recipeId }, body: { id: prep.versionId, version: 1 } })
  await owner.call('postPerson', { body: { id: uuid(), ...LEAD } })
  const lead = await signIn(LEAD.login, LEAD.password)
  tellers = [
    { who: owner, name: OWNER.owner, seesMoney: true, mends: true, overrules: true },
    { who: lead, name: LEAD.name, seesMoney: false, mends: true, overrules: false },
    { who: crew, name: CREW.name, seesMoney: false, mends: false, overrules: false },
  ]
})
afterAll(closeDatabase)

/** Bases by their names, as the server has them. */
let bases: { key: string; name: string }[] = []
async function shelfOf({ who, seesMoney }: (typeof tellers)[number]): Promise<Books> {
  const ingredients = await who.call('ingredients')
  bases = ingredients.body.filter((i: { kind: string }) => i.kind === 'base')
  const [lots, presses, batches, runs, hatch, sends, prices] = await Promise.all([
    who.call('lots', { query: { stand } }),
    who.call('presses', { query: { stand } }),
    who.call('batches', { query: { stand } }),
    who.call('runs', { query: { stand } }),
    who.call('holds', { query: { stand } }),
    who.call('sends', { query: { stand } }),
    seesMoney ? who.call('prices') : { body: [] },
  ])
  const rows = { lots: lots.body, presses: presses.body, batches: batches.body, runs: runs.body.runs, ...hatch.body }
  return { ...rows, sends: sends.body, prices: prices.body, bases: [] }
}
const known = {
  // What a base is made of is asked of nothing that is told of it.
  data: (key: string) => INGREDIENTS.get(bases.some((b) => b.key === key) ? 'kiwi-puree' : key),
  handling: () => null,
  goods: (key: string) => key === goods,
  named: (name: string) => {
    const base = bases.find((b) => b.name.toLowerCase() === name.trim().toLowerCase())
    return base && { key: base.key, isBase: true }
  },
  version: (id: string) =>
    id === prep.versionId
      ? { recipeId: prep.recipeId, evaluation: evaluateRecipe(SWEET_MILK, shippedContext({})) }
      : undefined,
  evaluateRun: (_run: object, doc: RecipeDocument) => evaluateRecipe(doc, shippedContext({})),
  recipeOf: (id: string) => (id === prep.versionId ? prep.recipeId : undefined),
}
const byId = <T extends { id: string }>(rows: readonly T[]): T[] => [...rows].sort((a, b) => a.id.localeCompare(b.id))
/** Cups by vessel and size: those of some time ago the server tells together. */
function cupsIn(pours: Books['pours']): [string, number][] {
  const out = new Map<string, number>()
  for (const { holdId, versionId, cupId, drinkMl, source, cups } of pours) {
    const of = [holdId, versionId, cupId, drinkMl, source].join()
    if (cups) out.set(of, (out.get(of) ?? 0) + cups)
  }
  return [...out].sort(([a], [b]) => a.localeCompare(b))
}
/** What is still there, and what was pressed of it: used-up crates are in the list as long as they are new. */
const shown = ({ lots, presses, batches, runs, holds, pours, soldOuts, sends }: Books): unknown[] => {
  // What a vessel was filled with may be used up by now, and with it, on a tablet, what it cost.
  const there = lots.filter((l) => l.onHand > 0).map((l) => (l.kind === 'left' ? { ...l, cost: null } : l))
  const ids = new Set(there.map((l) => l.id))
  // Sums of decimals on one side, of floating numbers on the other
  return [
    byId(there.map((l) => ({ ...l, onHand: Math.round(l.onHand * 1e3) / 1e3 }))),
    byId(presses.filter((p) => p.takes.some((t) => ids.has(t.lotId)))),
    byId(batches),
    byId(runs).map((r) => ({ ...r, snapshot: null, events: byId(r.events) })),
    byId(holds).map((h) => ({ ...h, snapshot: null, events: byId(h.events) })),
    cupsIn(pours),
    byId(soldOuts),
    byId(sends).map(({ id, lot, amount, toStandId, by }) => [id, lot.id, Math.round(amount * 1e3), toStandId, by]),
  ]
}

/** Lots that a making or a press took of. */
const usedBy = ({ batches, presses }: Books, id: unknown): string[] => [
  ...batches.filter((b) => b.id === id).flatMap((b) => b.uses.map((u) => u.lotId)),
  ...presses.filter((p) => p.id === id).flatMap((p) => p.takes.map((t) => t.lotId)),
]

describe('a day of facts', () => {
  const random = seeded(SEED)
  const pick = <T>(xs: readonly T[]): T => random.pick(xs)
  const some = (most: number): number => Math.round(random.next() * most * 100) / 100
  const maybe = <T>(value: T): T | null => (random.next() < 0.4 ? value : null)
  const kept = () => ({ lotId: uuid(), place: 'cold' as const, useBy: maybe('2031-01-01'), useFor: null })

  /** Water that went in, other crates, and what came out of it. */
  const mixed = (lot: Lot, crates: readonly Lot[]) => {
    const others = crates.filter((c) => c.id !== lot.id && c.onHand > 0)
    const other = others.length && random.next() < 0.5 ? pick(others) : null
    return {
      water: maybe({ value: 1 + some(900), unit: pick(['mL', 'g'] as const), loads: pick([1, 2]) }),
      also: other ? [{ lotId: other.id, takenKg: some((other.onHand / 1000) * 1.1) }] : [],
      base: pick(['Morning jar', 'morning jar ', 'House blend', 'Noon', '']),
    }
  }

  /** A batch that is begun, something that happens in one, or its end. */
  function ofBatch(shelf: Books, at: string): Pick<Entry, 'route' | 'params' | 'body'> {
    const open = shelf.runs.filter((r) => !shelf.batches.some((b) => b.runId === r.id))
    if (!open.length || random.next() < 0.15) {
      const body = {
        id: uuid(),
        standId: stand,
        versionId: random.next() < 0.9 ? prep.versionId : uuid(),
        name: 'Sweet milk',
        planned: SWEET_MILK,
        times: pick([1, 0]) || 1,
        vessel: maybe({ name: 'pot', capacityMl: pick([900, 3000]) }),
        at,
      }
      return { route: 'postRun', params: {}, body }
    }
    const run = pick(open)
    if (random.next() < 0.2) {
      const out = { value: 1 + some(1400), unit: 'g' as const }
      const body = { id: uuid(), standId: stand, versionId: run.versionId, runId: run.id, out, place: 'cold', at }
      return { route: 'postBatch', params: {}, body: { uses: [], added: [], kept: [], ...body } }
    }
    const lots = shelf.lots.filter((l) => ['white-sugar', 'whole-milk'].includes(l.itemKey))
    const lotId = lots.length ? maybe(pick(lots).id) : null
    const amount = { value: some(700), unit: pick(['g', 'g', 'mL'] as const) }
    const event = pick([
      {
        kind: 'weighed',
        take: pick(['white-sugar', 'whole-milk', 'nothing']),
        amount,
        lotId,
        ...(maybe({ more: true }) ?? {}),
      },
      {
        kind: 'added',
        to: pick(['sweet', 'white-sugar']),
        item: { ingredient: 'citric-acid' },
        amount,
        lotId: null,
        why: null,
      },
      { kind: 'left-out', take: 'water' },
      { kind: 'begun', step: 'sweet' },
      { kind: 'done', step: pick(['sweet', 'poured']) },
      { kind: 'read', of: 'sweet', reading: pick([{ massG: 50 + some(1500) }, { tempC: 40 }]) },
      { kind: 'void', event: run.events.length ? pick(run.events).id : uuid() },
    ])
    return { route: 'postRunEvent', params: { id: run.id }, body: { id: uuid(), event, at } }
  }

  /** A vessel that is put out, something that happens to it, or cups. */
  function atHatch(shelf: Books, at: string): Pick<Entry, 'route' | 'params' | 'body'> {
    const hold = shelf.holds.length && random.next() < 0.85 ? pick(shelf.holds) : null
    if (!hold) {
      const vessel = { name: 'Tap', capacityMl: pick([2000, 9000]) }
      const rest = {
        washMin: pick([240, 0, 240]),
        wPerK: 1.2,
        roomC: 22,
        control: pick(['cold', 'cold', '4h'] as const),
      }
      return {
        route: 'postHold',
        params: {},
        body: { id: uuid(), standId: stand, versionId: prep.versionId, vessel, way: 'iced', ...rest, at },
      }
    }
    // Never all of it: what is used up is not on a tablet's shelf, and only the server knows what rests on it.
    const made = shelf.lots.filter((l) => l.itemKey === prep.versionId && l.onHand > 100)
    const from = made.length ? pick(made) : null
    const crates = shelf.lots.filter((l) => l.itemKind === 'ingredient' && l.unit === 'g' && l.onHand > 500)
    const fruit = crates.length ? pick(crates) : null
    if (random.next() < 0.4) {
      const raw = shelf.pours.filter((p) => !p.isTogether)
      const again = raw.length ? maybe(pick(raw)) : null
      const holdId = again ? again.holdId : maybe(hold.id)
      const uses = made.slice(0, 1).map((l) => ({ lotId: l.id, amount: some(l.onHand / 4) }))
      const size = { cupId: null, drinkMl: pick([200, 300]), cups: pick([0, 1, 4, 1.5]) }
      const body = { standId: stand, holdId, versionId: prep.versionId, ...size, options: [], source: 'touch', uses }
      return { route: 'putPour', params: { id: again?.id ?? uuid() }, body: { ...body, touchedS: [], at } }
    }
    if (random.next() < 0.15) {
      const body = { standId: stand, versionId: prep.versionId, backAt: maybe(pick([at, '2020-01-01T00:00:00Z'])), at }
      return { route: 'putSoldOut', params: { id: uuid() }, body: { ...body, isGone: false } }
    }
    const isFull = hold.events.some((e) => e.kind === 'filled')
    const emptied = {
      kind: 'emptied',
      leftMl: some(900),
      as: pick(['kept', 'thrown']),
      reason: null,
      useBy: '2031-01-01',
    }
    if (isFull && random.next() < 0.25)
      return { route: 'postHoldEvent', params: { id: hold.id }, body: { id: uuid(), event: emptied, at } }
    const event = pick([
      { kind: 'filled', lotId: from?.id ?? null, volumeMl: some((from?.onHand ?? 5000) / 3), tempC: pick([4, 9]) },
      { kind: 'filled', lotId: null, volumeMl: some(900), tempC: 4 },
      { kind: 'iced', massG: some(400), tempC: -4, shape: pick(['cube', 'nugget']) },
      { kind: 'laid', item: pick([...FRUITS, 'no-such']), lotId: fruit?.id ?? null, massG: some(300), outMin: 240 },
      { kind: 'out', event: hold.events.length ? pick(hold.events).id : uuid() },
      { kind: 'level', volumeMl: some(1500) },
      { kind: 'read', brix: 20 + some(9) },
      emptied,
      { kind: 'void', event: hold.events.length ? pick(hold.events).id : uuid() },
    ])
    return { route: 'postHoldEvent', params: { id: hold.id }, body: { id: uuid(), event, at } }
  }

  function fact(shelf: Books, at: string): Pick<Entry, 'route' | 'params' | 'body'> {
    const crates = shelf.lots.filter((l) => l.kind === 'received' && FRUITS.includes(l.itemKey as never))
    const made = shelf.lots.filter((l) => l.kind !== 'received' && crates.some((c) => c.standId === l.standId))
    const packs = shelf.lots.filter((l) => l.kind === 'pack')
    const kind = random.next()
    if (!crates.length || kind < 0.2) {
      const body = {
        id: uuid(),
        standId: stand,
        ingredientKey: pick(FRUITS),
        supplier: 'Grove',
        kg: some(8),
        count: null,
        price: maybe({ paid: some(3), per: pick(['kg', 'all'] as const) }),
        seen: maybe({ feel: 'ripe' }),
        at,
        replaces: maybe(crates.length ? pick(crates).id : null),
      }
      return { route: 'postLot', params: {}, body }
    }
    if (kind > 0.93) {
      const isGoods = random.next() < 0.4
      const body = {
        id: uuid(),
        standId: stand,
        ingredientKey: isGoods ? null : pick(['white-sugar', 'whole-milk']),
        goods: isGoods ? goods : null,
        packs: pick([1, 2, 6, 0]),
        size: pick([1, 25, 0.4]),
        unit: isGoods ? 'pieces' : pick(['kg', 'L', 'g'] as const),
        price: maybe({ paid: some(5), per: pick(['pack', 'all'] as const) }),
        useBy: maybe('2031-01-01'),
        at,
      }
      return { route: 'postPack', params: {}, body }
    }
    if (kind > 0.86 || shelf.runs.length < 2) return ofBatch(shelf, at)
    if (random.next() < 0.3) return atHatch(shelf, at)
    if (kind > 0.78) {
      const there = shelf.lots.filter((l) => ['white-sugar', 'whole-milk'].includes(l.itemKey) && l.onHand > 0)
      const body = {
        id: uuid(),
        standId: stand,
        versionId: random.next() < 0.9 ? prep.versionId : uuid(),
        out: { value: 1 + some(3000), unit: pick(['mL', 'g'] as const) },
        seen: maybe({ brix: some(60), tempC: 20, measured: ['brix'] }),
        minutes: maybe(Math.round(100 + some(20) * 100) / 100),
        uses: there.slice(0, pick([0, 1, 2])).map((l) => ({ lotId: l.id, amount: some(l.onHand * 1.1) })),
        place: pick(['cold', 'room'] as const),
        useBy: maybe(pick(['2031-01-01', '2020-01-01'])),
        added: maybe([{ key: random.next() < 0.9 ? 'citric-acid' : 'nobody', g: some(10) }]) ?? [],
        kept:
          maybe([
            {
              stream: random.next() < 0.9 ? 'poured/rest' : 'poured/pulp',
              g: some(300),
              kept: { lotId: uuid(), place: 'cold', useBy: null, useFor: null },
            },
          ]) ?? [],
        at,
        replaces: shelf.batches.length ? maybe(pick(shelf.batches).id) : null,
      }
      return { route: 'postBatch', params: {}, body }
    }
    const lot = pick(crates)
    // What was peeled is pressed as what came is.
    const pressable = pick([lot, ...shelf.lots.filter((l) => l.kind === 'peeled')])
    if (kind < 0.5) {
      const takenKg = some((pressable.onHand / 1000) * 1.1)
      const presses = shelf.presses.filter((p) => p.lotId === pressable.id)
      const body = {
        id: uuid(),
        lotId: pressable.id,
        takenKg,
        trimmedKg: maybe(some(takenKg / 3)),
        juice: { value: Math.round(takenKg * (300 + some(250))), unit: pick(['mL', 'g'] as const) },
        method: 'juicer',
        minutes: maybe(1 + some(9)),
        spilledMl: maybe(some(20)),
        parts: random.next() < 0.3 ? [{ part: 'peel', g: some(takenKg * 100), kept: maybe(kept()) }] : [],
        ...(random.next() < 0.6 ? mixed(pressable, crates) : {}),
        at,
        replaces: presses.length ? maybe(pick(presses).id) : null,
      }
      return { route: 'postPress', params: {}, body }
    }
    const [on, event] = pick([
      [lot, { kind: 'look', place: 'cold', feel: pick(['firm', 'soft', null]) }],
      [lot, { kind: 'clean', routine: 'soft-fruit', initials: 'AB' }],
      [lot, { kind: 'garnish', pieces: Math.ceil(some(5)), massG: null }],
      [lot, { kind: 'discard', kg: some(lot.onHand / 2000), reason: 'soft' }],
      [lot, { kind: 'send', amount: some(lot.onHand / 1.5), toStandId: pick([elsewhere, elsewhere, stand]) }],
      [lot, { kind: 'count', counted: Math.round(lot.onHand * (0.85 + 0.3 * random.next())), by: 'weighed' }],
      [
        lot,
        {
          kind: 'sort',
          kg: some(lot.onHand / 1500),
          parts: [{ part: 'flesh', g: 100 + some(200), kept: kept() }],
          reason: 'old',
        },
      ],
      [
        lot,
        {
          kind: 'peel',
          kg: some(lot.onHand / 1500),
          peeledG: maybe(some(lot.onHand / 2)),
          parts: [{ part: 'peel', g: 20 + some(100), kept: maybe(kept()) }].slice(0, random.next() < 0.8 ? 1 : 0),
        },
      ],
      ...(packs.length
        ? Array.from(
            { length: 3 },
            () =>
              [pick(packs), { kind: 'open', amount: some(400), place: 'cold', useBy: maybe('2031-01-01') }] as const,
          )
        : []),
      ...(made.length
        ? [
            [pick(made), { kind: pick(['use', 'spill'] as const), amount: some(400) }] as const,
            [pick(made), { kind: 'discard', amount: some(200), reason: 'old' }] as const,
          ]
        : []),
    ] as const)
    return { route: 'postLotEvent', params: { id: on.id }, body: { id: uuid(), event, at } }
  }

  it('is the same on the tablet that told it as at the server, for whoever told it', async () => {
    const told: Record<string, number> = {}
    const began = Date.now() - 3600e3
    for (let round = 0; round < 60; round++) {
      const teller = tellers[round % tellers.length]!
      const before = await shelfOf(teller)
      const here = {
        decimals: 2,
        standId: stand,
        others: [elsewhere],
        control: 'cold' as const,
        by: teller.name,
        teller,
      }
      const lay = (entries: readonly Entry[]): Books => withPending(before, entries, here, known)
      const entries: Entry[] = []
      for (let i = 0; i < 5; i++) {
        const at = new Date(began + (round * 5 + i) * 1000).toISOString()
        const { route, params, body } = fact(lay(entries), at)
        const base = { seq: entries.length, key: uuid(), personId: 'p', at, state: 'waiting' as const, problem: null }
        entries.push({ ...base, route, params, body })
      }
      // Sent one by one, as an outbox does it; a doubt is the person's to confirm.
      for (const [i, e] of entries.entries()) {
        const send = () => teller.who.call(e.route as 'postLot', { params: e.params, body: e.body as never })
        let answer = await send()
        if (answer.body.code === 'needs-confirmation') {
          e.body.confirm = answer.body.errors.map((x: { code: string }) => x.code)
          answer = await send()
        }
        const isLaid = JSON.stringify(lay(entries.slice(0, i + 1))) !== JSON.stringify(lay(entries.slice(0, i)))
        expect([round, i, e.route, e.body, answer.body.errors, answer.status, isLaid]).toEqual([
          round,
          i,
          e.route,
          e.body,
          answer.body.errors,
          isLaid ? 200 : expect.any(Number),
          answer.status === 200,
        ])
        const kind = `${e.route} ${answer.status}`
        told[kind] = (told[kind] ?? 0) + 1
        const isKept = e.route === 'postBatch' && (e.body.kept as object[]).length > 0
        if (isKept) told[`kept ${answer.status}`] = (told[`kept ${answer.status}`] ?? 0) + 1
        if (e.body.runId) told[`ended ${answer.status}`] = (told[`ended ${answer.status}`] ?? 0) + 1
        const done = `${(e.body.event as { kind: string } | undefined)?.kind} ${answer.status}`
        told[done] = (told[done] ?? 0) + 1
      }
      // What was used up is not on a tablet's shelf: what is corrected or taken back puts it back where the server
      // answers.
      const [laid, there] = [lay(entries), await shelfOf(teller)]
      const mended = new Set(entries.flatMap((e) => (e.body.replaces ? usedBy(before, e.body.replaces) : [])))
      const takers = [...laid.holds.flatMap((h) => h.events), ...laid.runs.flatMap((r) => r.events)]
      for (const { took } of takers) if (took) mended.add(took.lotId)
      for (const { lotId } of before.pours.flatMap((p) => p.uses)) mended.add(lotId)
      const onTablet = new Set(laid.lots.map((l) => l.id))
      const lots = there.lots.filter((l) => onTablet.has(l.id) || !mended.has(l.id))
      expect(shown(laid)).toEqual(shown({ ...there, lots }))
    }
    // The day had something of everything, refusals too.
    expect(told['peel 200']).toBeGreaterThan(1)
    expect(told['count 200']).toBeGreaterThan(1)
    expect(told['open 200']).toBeGreaterThan(0)
    expect(told['send 200']).toBeGreaterThan(0)
    expect(told['postPack 200']).toBeGreaterThan(1)
    expect(told['postBatch 200']).toBeGreaterThan(1)
    expect(told['kept 200']).toBeGreaterThan(0)
    for (const kind of ['postHold 200', 'filled 200', 'emptied 200', 'putPour 200', 'postRun 200', 'weighed 200'])
      expect([kind, (told[kind] ?? 0) > 0]).toEqual([kind, true])
    for (const kind of ['void 200', 'done 200', 'ended 200', 'laid 200'])
      expect([kind, (told[kind] ?? 0) > 0]).toEqual([kind, true])
    for (const kind of ['postLot', 'postPress', 'postLotEvent'])
      expect([kind, (told[`${kind} 200`] ?? 0) > 3]).toEqual([kind, true])
    expect(Object.keys(told).some((k) => k.endsWith('422'))).toBe(true)
    // Names that differ by capitals or spaces are one base.
    expect(bases.length).toBeGreaterThan(0)
    expect(new Set(bases.map((b) => b.name.trim().toLowerCase())).size).toBe(bases.length)
    // Three hundred facts, one by one, each with its answer: a slow machine takes its time.
  }, 120_000)
})
