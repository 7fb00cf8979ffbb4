import { DataTypes, QueryTypes } from 'sequelize'
import { closeDatabase, connect, database, fromJson, toJson } from '../../server/db/connect'
import { migrate, schemaFits } from '../../server/db/migrate'
import { MIGRATIONS } from '../../server/db/migrations'

afterAll(closeDatabase)
const sql = (text: string) => database().query(text)
const select = (text: string) =>
  database().query(text, { type: QueryTypes.SELECT }) as Promise<Record<string, unknown>[]>

describe('the driver at its edges', () => {
  beforeAll(async () => {
    await sql('DROP TABLE IF EXISTS edge')
    await sql(
      'CREATE TABLE edge (id BIGINT PRIMARY KEY, d DECIMAL(14,4), j JSON, t DATETIME(6), s VARCHAR(80) COLLATE utf8mb4_uca1400_as_ci)',
    )
  })
  afterAll(() => sql('DROP TABLE IF EXISTS edge'))
  it('keeps DECIMAL exact, BIGINT whole, milliseconds, JSON text and accents apart', async () => {
    const at = new Date('2026-11-25T10:40:00.123Z')
    // As the models write: a date as a raw replacement would lose its milliseconds.
    const Edge = database().define(
      'edge',
      {
        id: { type: DataTypes.BIGINT, primaryKey: true },
        d: DataTypes.DECIMAL(14, 4),
        j: DataTypes.TEXT('long'),
        t: DataTypes.DATE(6),
        s: DataTypes.STRING(80),
      },
      { tableName: 'edge' },
    )
    await Edge.create({ id: '9007199254740993', d: '1234567890.1234', j: toJson({ a: [1, 'ñ'] }), t: at, s: 'piña' })
    expect(await Edge.findOne({ raw: true })).toMatchObject({ d: '1234567890.1234', t: at })
    const [row] = await select('SELECT * FROM edge')
    expect(row).toMatchObject({ id: '9007199254740993', d: '1234567890.1234', t: at, s: 'piña' })
    expect(fromJson(row!.j)).toEqual({ a: [1, 'ñ'] })
    expect(await select("SELECT id FROM edge WHERE s = 'pina'")).toEqual([])
    expect(await select("SELECT id FROM edge WHERE s = 'PIÑA'")).toHaveLength(1)
  })
  it('does the DDL that migrations use', async () => {
    const q = database().getQueryInterface()
    await q.addColumn('edge', 'extra', { type: DataTypes.INTEGER })
    await q.addIndex('edge', ['extra'])
    await q.removeColumn('edge', 'extra')
    expect(Object.keys(await q.describeTable('edge'))).not.toContain('extra')
    await expect(sql('SELECT 1')).resolves.toBeDefined()
  })
})

describe('migrations', () => {
  it('are where they should be, and running them again changes nothing', async () => {
    expect(await schemaFits(database())).toBe(true)
    expect(await migrate(database())).toEqual([])
  })
  it('run by two at once and after half-failing, end the same', async () => {
    // Forgets that the last three ran: their statements must be safe to run again.
    await sql(
      `DELETE FROM migration WHERE name IN (${MIGRATIONS.slice(-3)
        .map((m) => `'${m.name}'`)
        .join(', ')})`,
    )
    const [a, b] = [connect(), connect()]
    const ran = await Promise.all([migrate(a), migrate(b)])
    await Promise.all([a.close(), b.close()])
    expect(ran.map((r) => r.length).sort()).toEqual([0, 3])
    expect(await schemaFits(database())).toBe(true)
  })
})
