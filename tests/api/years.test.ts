import { QueryTypes } from 'sequelize'
import { dayOf } from '../../core/time'
import { READ_TOGETHER } from '../../shared/routes'
import { closeDatabase, database } from '../../server/db/connect'
import { type Client, newStand, people, pressBody, uuid, weighIn } from './client'
import { holdBody, keyedBodies } from './keyed-bodies'

// Years at a stand cost room and not time: what is asked all day looks at few of the rows that there are of them.

const YEARS = 20_000
const FEW = 3000
/** So many that the database no longer looks at each: what is open at all of them is asked at once. */
const STANDS = 40

let owner: Client
let stand: string
let tables = 0
const run = (sql: string): Promise<unknown> => database().query(sql)
const rowsOf = <T extends object>(sql: string, replacements: object = {}): Promise<T[]> =>
  database().query<T>(sql, { type: QueryTypes.SELECT, replacements: { ...replacements } })

/** As many rows like this one, one every forty minutes back from the day before yesterday. @param over in SQL */
async function before(table: string, id: string, over: Record<string, string> = {}, key = 'id'): Promise<string> {
  const ids = `${(tables++ + 10).toString(16)}000000`
  const columns = await rowsOf<{ name: string; extra: string }>(
    'SELECT column_name AS name, extra FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = :table',
    { table },
  )
  const names = columns.filter((c) => c.extra !== 'auto_increment').map((c) => c.name)
  const at = 'NOW(6) - INTERVAL 2 DAY - INTERVAL n * 40 MINUTE'
  const nth = `CONCAT('${ids}-0000-7000-8000-', LPAD(n, 12, '0'))`
  const values: Record<string, string> = { [key]: nth, at, came_at: at, since: at, ...over }
  const selected = names.map((n) => (n in values ? values[n] : `old.\`${n}\``)).join(', ')
  await run(
    `INSERT INTO ${table} (${names.map((n) => `\`${n}\``).join(', ')})
      SELECT ${selected} FROM (SELECT seq AS n FROM seq_1_to_${YEARS}) years,
        (SELECT * FROM ${table} WHERE ${key} = '${id}' LIMIT 1) old`,
  )
  await run(`ANALYZE TABLE ${table}`)
  return nth
}
async function done(
  id:
    'postBatch' | 'postPrice' | 'postHold' | 'putPour' | 'postRunEvent' | 'postPress' | 'postLotEvent' | 'postArrival',
  call: Parameters<Client['call']>[1],
): Promise<void> {
  const { status, body } = await owner.call(id, call)
  if (status !== 200) throw new Error(JSON.stringify(body))
}
beforeAll(async () => {
  const { owner: one, stand: first } = await people()
  owner = one
  for (let i = 2; i < STANDS; i++) await newStand(owner, `Stand ${i}`)
  stand = await newStand(owner, 'Years')
  const [hold, lot, pour] = [await holdBody(owner, stand), (await weighIn(owner, stand, 5)).id, uuid()]
  const { versionId } = hold
  const cup = { standId: stand, holdId: null, versionId, drinkMl: 300, cups: 1, options: [], touchedS: [0] }
  const press = pressBody(lot)
  const batchEvent = await keyedBodies(owner, stand).postRunEvent!()
  const [send, arrival, price] = [uuid(), uuid(), uuid()]
  const made = {
    id: uuid(),
    standId: stand,
    versionId,
    out: { value: 900, unit: 'g' } as const,
    place: 'cold' as const,
  }
  await done('postHold', { body: hold })
  await done('postBatch', { body: made })
  await done('putPour', { params: { id: pour }, body: { ...cup, at: new Date().toISOString() } })
  await done('postPress', { body: press })
  await done('postRunEvent', batchEvent as never)
  const sent = { kind: 'send' as const, amount: 500, toStandId: first }
  await done('postLotEvent', { params: { id: lot }, body: { id: send, event: sent } })
  await done('postArrival', { body: { id: arrival, sendId: send, standId: first, amount: 500 } })
  const lots = await before('lot', lot, { open: '0' })
  const [moved] = await rowsOf<{ id: string }>('SELECT id FROM movement WHERE lot_id = :lot LIMIT 1', { lot })
  await before('movement', moved!.id, { lot_id: lots })
  await before('press', press.id)
  await before('batch', made.id)
  await before('hold', hold.id, { open: '0' })
  const batches = await before('batch_run', batchEvent.params!.id!, { open: '0' })
  await before('batch_event', (batchEvent.body as { id: string }).id, { run_id: batches, kind: "'closed'" })
  await before('pour', pour)
  const sends = await before('lot_event', send)
  await before('arrival', arrival, { send_id: sends })
  await before('change_row', lot, {}, 'entity_id')
  // What every cup is held against has a price.
  await done('postPrice', { body: { id: price, ingredientKey: 'ice', packPrice: 2, packG: 10_000 } })
  await before('price', price)
}, 180_000)
afterAll(closeDatabase)

async function rowsRead(): Promise<number> {
  const [row] = await rowsOf<{ n: string }>(
    "SELECT SUM(variable_value) AS n FROM information_schema.global_status WHERE variable_name LIKE 'HANDLER_READ%'",
  )
  return Number(row!.n)
}
const day = dayOf(new Date(), 'UTC')
it.each([...READ_TOGETHER.fruit, ...READ_TOGETHER.plan, 'changes', 'prices', 'standsToday', 'count'] as const)(
  '%s reads few of the rows of years',
  async (list) => {
    const reads: number[] = []
    // Whatever else is read meanwhile is counted, too: the least of three.
    for (let i = 0; i < 3; i++) {
      // Something new, so that nothing is answered from what is kept.
      await weighIn(owner, stand, 1)
      const since = String((await owner.call('changes')).body.seq)
      const was = await rowsRead()
      const answer = await owner.call(list, { query: { stand, day, since, from: day, until: day } })
      reads.push((await rowsRead()) - was)
      expect(answer.status).toBe(200)
    }
    expect(Math.min(...reads)).toBeLessThan(FEW)
  },
)

it('the makings of years are the latest twelve of a recipe, and an older one whose lot is there', async () => {
  const all = await rowsOf<{ id: string }>('SELECT id FROM batch WHERE stand_id = :stand ORDER BY at DESC', { stand })
  const ids = all.map((b) => b.id)
  expect(ids).toHaveLength(YEARS + 1)
  await run(`UPDATE lot SET source_id = '${ids.at(-1)}' WHERE source_id = '${ids[0]}' AND kind = 'made'`)
  await weighIn(owner, stand, 1)
  const { body } = await owner.call('batches', { query: { stand } })
  expect(body.map((b: { id: string }) => b.id)).toEqual([...ids.slice(0, 12), ids.at(-1)])
})
