import { en } from '../../app/i18n/en'
import { es } from '../../app/i18n/es'
import { differences, doneOf, wordOf } from '../../app/utils/history'
import { closeDatabase } from '../../server/db/connect'
import { contract, type Contract, type Endpoint, type HistoryRow } from '../../shared/contract'
import { type Client, newStand, people, uuid } from './client'
import { keyedBodies } from './keyed-bodies'

// History says what changed in words, in both languages: no name of a field, and no id.

let owner: Client
let stand: string
beforeAll(async () => {
  ;({ owner } = await people())
  // A stand of its own: other tests say something of the days of the first one.
  stand = await newStand(owner, 'Of words')
})
afterAll(closeDatabase)

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-/
/** One word in small letters is a choice out of a list; what people type is in these fields. */
const TYPED = ['name', 'reason', 'supplier', 'note', 'useFor', 'initials', 'text', 'locale']
const has = (words: object, key: string): boolean =>
  key.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown> | undefined)?.[part], words) !== undefined

/** What would be shown as it is kept. */
function unsaid(row: HistoryRow): string[] {
  const said = (key: string): boolean => has(en, key) && has(es, key)
  const keys = [`history.entity.${row.entity}`, doneOf(row.entity, row.before, row.after)]
  const of = keys.filter((key) => !said(key))
  for (const { field, item, before, after } of differences(row.before, row.after, row.entity)) {
    if (!item && !said(`history.field.${field}`)) of.push(`${row.entity}.${field}`)
    for (const v of [before, after].filter((x) => typeof x === 'string')) {
      const isChoice = /^[a-z]+(-[a-z]+)*$/.test(v) && !TYPED.includes(field) && !item
      if ((UUID.test(v) && field !== 'toStandId') || (isChoice && !wordOf(field, v, said)))
        of.push(`${row.entity}.${field}: ${v}`)
    }
  }
  return of
}

const writes = (Object.values(contract) as Endpoint[]).filter((e) => e.keyed)
it.each(writes.map((e) => e.id as keyof Contract))('%s', async (id) => {
  const since = Number((await owner.call('changes')).body.seq)
  const call = { ...(await keyedBodies(owner, stand)[id]!()), key: uuid() } as Parameters<Client['call']>[1]
  expect((await owner.call(id, call)).status).toBe(200)
  const rows = (await owner.call('history')).body as (HistoryRow & { seq: number })[]
  expect([...new Set(rows.filter((r) => r.seq > since).flatMap(unsaid))]).toEqual([])
})

interface Form {
  def: { type: string; innerType?: Form; entries?: Record<string, string> }
  /** of a choice that is the only one */
  value: string
  shape: Record<string, Form>
  options: Form[]
}
const bare = (form: Form): Form => (form.def.innerType ? bare(form.def.innerType) : form)
it.each(['postRunEvent', 'postHoldEvent', 'postLotEvent', 'postPanelEvent'] as const)('%s, each kind of it', (id) => {
  const kinds = (contract[id].body as unknown as Form).shape.event!.options
  expect(kinds.length).toBeGreaterThan(6)
  const said = (key: string): boolean => has(en, key) && has(es, key)
  for (const { shape } of kinds) {
    const kind = shape.kind!.value
    expect([kind, said(`history.event.${kind}`)]).toEqual([kind, true])
    for (const [field, form] of Object.entries(shape)) {
      const isShown = differences(null, { [field]: 'x' }).length > 0
      if (isShown && ['string', 'number', 'enum', 'literal'].includes(bare(form).def.type))
        expect([kind, field, said(`history.field.${field}`)]).toEqual([kind, field, true])
      for (const choice of isShown ? Object.keys(bare(form).def.entries ?? {}) : [])
        expect([field, choice, wordOf(field, choice, said)]).toEqual([field, choice, expect.any(String)])
    }
  }
})

it('an amount of a lot has its unit, where it left and where it came', async () => {
  const { body } = await keyedBodies(owner, stand).postArrival!()
  await owner.call('postArrival', { body: body as never })
  const { id, sendId } = body as { id: string; sendId: string }
  for (const each of [id, sendId]) {
    const rows = (await owner.call('history', { query: { id: each } })).body as HistoryRow[]
    expect(new Set(rows.map((r) => r.unit))).toEqual(new Set(['g']))
  }
})
