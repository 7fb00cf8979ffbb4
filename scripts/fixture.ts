import { servingsOf } from '../core/sensory'
import { copyFileSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { v7 as uuid } from 'uuid'
import type { BodyInput } from '../shared/contract'
import type { KeptId } from '../shared/routes'
import { SCHEMA_NUMBER } from '../server/db/migrations'
import { withInstallation } from './lib/installation'
import { dayOf } from '../core/time'
import { ROOT } from './lib/paths'
import { say } from './lib/say'
import { signIn } from './lib/sign-in'
import { figuresOfStandards, type StoredSnapshot, type StoredVersion } from './lib/standards'

// npm run fixture: what this release leaves behind, for the tests of every later one, in tests/fixtures/schema-N: a
// checked backup (which is the dump), an archive, the entries that a tablet may still hold of every route that may
// wait, and the figures of every standard.
const NOW = '2026-11-25T10:40:00Z'
const TODAY = dayOf(NOW, 'Europe/Lisbon')

type Row = Record<string, unknown> & {
  id: string
  version: number
  kind: string
  onHand: number
  ingredientKey: string
}
interface Session {
  get<T = Row[]>(path: string): Promise<T>
  send(method: string, path: string, body: object): Promise<void>
}

async function sessionOf(url: string, login: string, password: string): Promise<Session> {
  const json = { 'content-type': 'application/json' }
  const cookie = await signIn(url, login, password)
  return {
    get: async <T>(path: string) => (await (await fetch(`${url}/api/v1${path}`, { headers: { cookie } })).json()) as T,
    send: async (method, path, body) => {
      const headers = { ...json, cookie, 'idempotency-key': uuid() }
      const r = await fetch(`${url}/api/v1${path}`, { method, headers, body: JSON.stringify(body) })
      if (!r.ok) throw new Error(`${method} ${path}: ${r.status} ${await r.text()}`)
    },
  }
}

const press = (lotId: string, over: Partial<BodyInput<'postPress'>> = {}): BodyInput<'postPress'> => ({
  id: uuid(),
  lotId,
  juiceLotId: uuid(),
  takenKg: 1,
  trimmedKg: null,
  juice: { value: 400, unit: 'mL' },
  method: 'hand-reamer',
  minutes: 4,
  ...over,
})
const delivery = (standId: string, over: Partial<BodyInput<'postLot'>> = {}): BodyInput<'postLot'> => ({
  id: uuid(),
  standId,
  ingredientKey: 'lemon',
  supplier: 'Grove',
  kg: 5,
  count: null,
  price: { paid: 2.4, per: 'kg' },
  ...over,
})

const pack = (standId: string): BodyInput<'postPack'> => ({
  id: uuid(),
  standId,
  ingredientKey: 'white-sugar',
  packs: 2,
  size: 1,
  unit: 'kg',
  price: { paid: 1, per: 'pack' },
})
/** A kilo of a prep, of what is in no lot. */
const making = (standId: string, prep: Row): BodyInput<'postBatch'> => ({
  id: uuid(),
  standId,
  versionId: (prep.standard as { id: string }).id,
  out: { value: 1000, unit: 'g' },
  seen: { brix: 50.2, tempC: 21, ph: null, measured: ['brix'] },
  minutes: 9,
  place: 'cold',
})
/** With water in it. */
const jar = {
  takenKg: 0.5,
  juice: { value: 300, unit: 'mL' as const },
  water: { value: 150, unit: 'mL' as const },
  base: 'Morning jar',
}

/**
 * What the demo does not do: facts taken out, put back and corrected, a press left out, own values, an enrolled tablet.
 */
async function enrich(owner: Session, stand: string): Promise<void> {
  const lot = delivery(stand, {
    count: 45,
    crates: 1,
    place: 'cold',
    seen: { feel: 'firm', crackedShare: 0.02, brix: 8.1 },
  })
  await owner.send('POST', '/lots', lot)
  const parts = [
    {
      part: 'peel' as const,
      g: 200,
      kept: { lotId: uuid(), place: 'cold' as const, useBy: TODAY, useFor: 'peel sugar' },
    },
  ]
  const done = press(lot.id, {
    takenKg: 2,
    juice: { value: 800, unit: 'mL' },
    parts,
    hands: 2,
    spilledMl: 10,
    seen: { ph: 2.4, brix: 8.2 },
  })
  await owner.send('POST', '/presses', done)
  // Something is on its way here from the other stand.
  const [elsewhere] = (await owner.get('/stands')).filter((s) => s.id !== stand)
  const there = delivery(elsewhere!.id)
  await owner.send('POST', '/lots', there)
  const event = { kind: 'send', amount: 800, toStandId: stand }
  await owner.send('POST', `/lots/${there.id}/events`, { id: uuid(), event })
  const out = press(lot.id)
  await owner.send('POST', '/presses', out)
  await owner.send('POST', `/facts/${out.id}/void`, { entity: 'press', reason: 'slip' })
  const back = press(lot.id)
  await owner.send('POST', '/presses', back)
  await owner.send('POST', `/facts/${back.id}/void`, { entity: 'press', reason: null })
  await owner.send('POST', `/facts/${back.id}/restore`, { entity: 'press', reason: null })
  await owner.send('PUT', `/presses/${done.id}/mark`, { leftOut: true, reason: 'unripe', version: 0 })
  const wrong = delivery(stand, { kg: 50 })
  await owner.send('POST', '/lots', wrong)
  await owner.send('POST', '/lots', delivery(stand, { replaces: wrong.id }))
  const sorted = {
    kind: 'sort',
    kg: 1,
    reason: 'soft',
    parts: [{ part: 'flesh', g: 700, kept: { lotId: uuid(), place: 'cold', useBy: TODAY, useFor: null } }],
  }
  for (const event of [
    { kind: 'look', place: 'cold', feel: 'soft' },
    { kind: 'clean', routine: 'rinse', initials: 'NO' },
    { kind: 'garnish', pieces: 2, massG: null },
    { kind: 'discard', kg: 0.1, reason: 'mould' },
    { kind: 'peel', kg: 0.5, peeledG: 300, parts: [{ part: 'peel', g: 150, kept: null }] },
    sorted,
  ]) {
    await owner.send('POST', `/lots/${lot.id}/events`, { id: uuid(), event })
  }
  await owner.send('POST', '/packs', pack(stand))
  const more = delivery(stand, { kg: 3 })
  await owner.send('POST', '/lots', more)
  await owner.send('POST', '/presses', press(more.id, jar))
  await owner.send('POST', '/ingredients', { id: uuid(), name: 'Garden mint', likeKey: 'mint' })
  await owner.send('PUT', '/ingredients/orange-juice', { own: { composition: { citric: 0.9 }, ph: 3.6 }, version: 1 })
  await owner.send('PUT', '/ingredients/lemon/handling', {
    handling: { pieceG: 112, shares: { peel: 0.1 } },
    version: 1,
  })
  await owner.send('POST', '/devices', { id: uuid(), name: 'Counter tablet' })
}

/** One entry of every route that may wait, as the tablet keeps it, and a second one that builds on the first. */
async function outboxEntries(owner: Session, stand: string): Promise<unknown[]> {
  const me = await owner.get<{ person: { id: string } }>('/session')
  const lots = await owner.get(`/lots?stand=${stand}`)
  const crate = lots.find((l) => l.kind === 'received' && l.onHand > 2000)!
  const [recipe] = (await owner.get<{ recipes: Row[] }>('/recipes')).recipes.filter((r) => r.kind === 'drink')
  const [prep] = (await owner.get<{ recipes: Row[] }>('/recipes')).recipes.filter(
    (r) => r.kind === 'prep' && r.standard,
  )
  const [cup] = await owner.get('/cups')
  const [vessel] = await owner.get('/vessels')
  const [way] = await owner.get(`/sends?stand=${stand}`)
  const [place] = (await owner.get('/stands')).filter((s) => s.id === stand)
  const without = ({ id: _, standard: _s, shipped: _h, ...rest }: Row) => rest
  const lot = delivery(stand, { kg: 4, price: { paid: 2.2, per: 'kg' } })
  const run = { id: uuid(), standId: stand, name: 'As always', times: 1, at: null }
  const hold = {
    ...{ id: uuid(), standId: stand, versionId: (recipe!.standard as { id: string }).id, way: 'iced', control: 'cold' },
    ...{ vessel: { name: 'Left one', capacityMl: 8000 }, washMin: 240, wPerK: 1.3, roomC: 22, at: null },
  }
  const sample = { lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [] }
  const panel = {
    ...{ id: uuid(), standId: stand, kind: 'triangle', purpose: 'tell', asked: null, cupMl: 30, code: 'ABCDEF' },
    samples: ['Bottled', 'Fresh'].map((name) => ({ ...sample, name })),
    servings: servingsOf({ kind: 'triangle', purpose: 'tell', samples: 2 }, 6, new Set(), 7),
  }
  const writes: [KeptId, Record<string, string>, object][] = [
    ['postLot', {}, lot],
    ['postPress', {}, press(lot.id)],
    ['postPack', {}, pack(stand)],
    ['postBatch', {}, making(stand, prep!)],
    ['postPress', {}, press(crate.id, jar)],
    [
      'postPress',
      {},
      press(crate.id, { juice: { value: 300, unit: 'mL' }, confirm: ['yield-far-below', 'yield-far-above'] }),
    ],
    [
      'postLotEvent',
      { id: crate.id },
      {
        id: uuid(),
        event: { kind: 'look', place: 'cold', feel: 'ripe', brix: null, tempC: 6, crackedShare: null, note: null },
        measured: [],
        at: null,
      },
    ],
    ['postRun', {}, run],
    [
      'postRunEvent',
      { id: run.id },
      {
        id: uuid(),
        event: {
          kind: 'added',
          to: 'pot',
          item: { ingredient: 'white-sugar' },
          amount: { value: 500, unit: 'g' },
          lotId: null,
          why: null,
        },
        at: null,
      },
    ],
    ['postHold', {}, hold],
    [
      'postHoldEvent',
      { id: hold.id },
      { id: uuid(), event: { kind: 'filled', lotId: null, volumeMl: 4000, tempC: 4 }, at: null },
    ],
    [
      'putPour',
      { id: uuid() },
      { standId: stand, holdId: hold.id, versionId: hold.versionId, drinkMl: 300, cups: 3, at: null },
    ],
    ['putSoldOut', { id: uuid() }, { standId: stand, versionId: hold.versionId, at: null }],
    ['putRecipe', { id: recipe!.id }, { ...without(recipe!), name: 'Renamed without a connection' }],
    ['putPlanLine', { id: uuid() }, { standId: stand, day: '2026-12-24', recipeId: recipe!.id, cups: 55, version: 0 }],
    [
      'putServiceDay',
      { id: uuid() },
      { standId: stand, day: '2026-12-24', opensAt: '10:00', closesAt: '15:00', shifts: [], version: 0 },
    ],
    [
      'putDayTask',
      { id: uuid() },
      {
        standId: stand,
        day: '2026-12-24',
        task: `${recipe!.id}/jug`,
        state: 'done',
        startsAt: '2026-12-24T08:00:00.000Z',
        hands: null,
        version: 0,
      },
    ],
    ['putDayNote', { id: uuid() }, { standId: stand, day: '2026-12-24', tags: ['rain'], closed: false, version: 0 }],
    ['postPanel', {}, { ...panel, at: null }],
    ['postPanelEvent', { id: panel.id }, { id: uuid(), event: { kind: 'sat', seat: 0, name: 'Mo', avoids: [] } }],
    [
      'postTraining',
      {},
      { id: uuid(), standId: stand, of: 'sweet', unit: 'brix', answers: [{ apart: 1, right: true }] },
    ],
    ['postArrival', {}, { id: uuid(), sendId: way!.id, standId: stand, amount: 500 }],
    ['postPrice', {}, { id: uuid(), ingredientKey: 'white-sugar', packPrice: 10.2, packG: 10000 }],
    ['putCup', { id: cup!.id }, { ...without(cup!), name: '400 mL, new' }],
    ['putVessel', { id: vessel!.id }, { ...without(vessel!), name: 'Old pot' }],
    [
      'putEquipment',
      { id: uuid() },
      { standId: stand, kind: 'jar', name: 'Jar', powerW: null, capacityMl: 1750, version: 0 },
    ],
    [
      'putWork',
      { id: uuid() },
      { recipeId: recipe!.id, standId: stand, body: { kind: 'original', text: '1 cup lemon juice' }, version: 0 },
    ],
    ['putStand', { id: place!.id }, { ...without(place!), name: 'Ferry landing, east' }],
    ['postIngredient', {}, { id: uuid(), name: 'Wild lime', likeKey: 'lime' }],
  ]
  return writes.map(([route, params, body], i) => ({
    seq: i + 1,
    key: uuid(),
    personId: me.person.id,
    route,
    params,
    body,
    at: NOW,
    state: i === 1 ? 'sending' : 'waiting',
    problem: null,
  }))
}

async function standards(archive: string): Promise<unknown[]> {
  const { openArchive } = await import('../server/platform/archive')
  const versions: StoredVersion[] = []
  const snapshots: StoredSnapshot[] = []
  const { close } = await openArchive(archive, (table, row) => {
    if (table === 'recipe_version') versions.push(row as unknown as StoredVersion)
    if (table === 'snapshot') snapshots.push(row as unknown as StoredSnapshot)
  })
  close()
  return figuresOfStandards(versions, snapshots)
}

await withInstallation('fixture', { OLVEX_NOW: NOW }, async ({ app, places }) => {
  const owner = await sessionOf(app.url, 'owner', 'tart-and-cold')
  const [{ id: stand }] = await owner.get<[Row]>('/stands')
  await enrich(owner, stand)
  const out = join(ROOT, 'tests/fixtures', `schema-${SCHEMA_NUMBER}`)
  rmSync(out, { recursive: true, force: true })
  mkdirSync(out, { recursive: true })
  const { makeBackup } = await import('../server/platform/backup')
  const { writeArchive } = await import('../server/platform/archive')
  const { name } = await makeBackup()
  for (const [from, to] of [
    [name, 'backup.sql.gz'],
    [`${name}.json`, 'backup.sql.gz.json'],
  ] as const)
    copyFileSync(join(places.data, 'backups', from), join(out, to))
  const archive = await writeArchive()
  copyFileSync(archive, join(out, 'archive.zip'))
  writeFileSync(join(out, 'standards.json'), JSON.stringify(await standards(archive), null, 1))
  writeFileSync(join(out, 'outbox.json'), JSON.stringify(await outboxEntries(owner, stand), null, 1))
  say(`tests/fixtures/schema-${SCHEMA_NUMBER}: ${readdirSync(out).join(', ')}`)
})
process.exit()
