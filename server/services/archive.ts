import { createHash } from 'node:crypto'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { DataTypes, type Model, type ModelStatic } from 'sequelize'
import { csvCell } from '#core/csv'
import type { Body } from '#shared/contract'
import { Business, Change, Cup, FactVoid, Ingredient, Lot, LotEvent, Movement, Person, PlanLine, Press, PressMark, Price, Recipe, RecipeUse, RecipeVersion, Setting, Stand, Vessel } from '../db/models'
import { SCHEMA_NUMBER } from '../db/migrations'
import { database, fromJson, inSnapshot, toJson, type Tx } from '../db/connect'
import { recordChange } from './changes'
import { now } from './clock'
import { Refusal } from './errors'
import { NOTHING } from './lots'
import { hashSecret, newToken } from './secrets'
import { openSession, type Place } from './sessions'
import { setupNeeded } from './setup'

const FORMAT = 'olvex-archive'
const VERSION = 1
/** Unpacked; a zip of a few kB may claim to hold more than there is memory. */
const MOST_BYTES = 512 * 2 ** 20
const CHUNK = 500

/** What is in an archive, in the order in which rows lean on each other. Sessions, devices, keys and attempts stay behind. */
const TABLES: [string, ModelStatic<Model>][] = [
  ['business', Business], ['stand', Stand], ['person', Person], ['ingredient', Ingredient], ['cup', Cup], ['vessel', Vessel], ['lot', Lot], ['price', Price],
  ['lot_event', LotEvent], ['movement', Movement], ['press', Press], ['press_mark', PressMark], ['recipe', Recipe], ['recipe_version', RecipeVersion], ['recipe_use', RecipeUse], ['plan_line', PlanLine],
  ['fact_void', FactVoid], ['setting', Setting], ['change_row', Change],
]
const SECRET: Record<string, string[]> = { person: ['passwordHash', 'pinHash'] }

interface Manifest { format: string; version: number; schema: number; madeAt: string; tables: Record<string, { rows: number; sha256: string }> }
type Row = Record<string, unknown>

const columnsOf = (name: string, model: ModelStatic<Model>): string[] => Object.keys(model.getAttributes()).filter((c) => !SECRET[name]?.includes(c))
/** Columns that hold JSON: objects in an archive, text in the database. */
const isJson = (model: ModelStatic<Model>, column: string): boolean => (model.getAttributes() as Record<string, { type: unknown }>)[column]!.type instanceof DataTypes.TEXT
const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** The whole business as a zip: a manifest, and every table as JSON lines and as CSV. Described in docs/archive.md. */
export const writeArchive = (): Promise<Uint8Array> => inSnapshot(async (tx) => {
  const files: Zippable = {}
  const manifest: Manifest = { format: FORMAT, version: VERSION, schema: SCHEMA_NUMBER, madeAt: now().toISOString(), tables: {} }
  for (const [name, model] of TABLES) {
    const columns = columnsOf(name, model)
    const rows = await model.findAll({ attributes: columns, order: [[model.primaryKeyAttributes[0]!, 'ASC']], transaction: tx, raw: true }) as unknown as Row[]
    for (const column of columns.filter((c) => isJson(model, c))) for (const row of rows) row[column] = row[column] === null ? null : fromJson(row[column])
    const lines = strToU8(rows.map((r) => `${JSON.stringify(r)}\n`).join(''))
    files[`tables/${name}.jsonl`] = lines
    files[`csv/${name}.csv`] = strToU8([columns, ...rows.map((r) => columns.map((c) => r[c]))].map((r) => r.map(cell).join(',')).join('\r\n') + '\r\n')
    manifest.tables[name] = { rows: rows.length, sha256: sha256(lines) }
  }
  files['manifest.json'] = strToU8(JSON.stringify(manifest, null, 2))
  return zipSync(files, { level: 6 })
})

/** A cell of CSV: dates and JSON as text. */
export function cell(value: unknown): string {
  if (value === null || value === undefined) return ''
  return csvCell(value instanceof Date ? value.toISOString() : typeof value === 'object' ? toJson(value) : String(value))
}

const unreadable = (what: string): Refusal => new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-unreadable' }], what)

/** The tables of an archive, whole and unharmed, or a refusal. */
export function openArchive(bytes: Uint8Array): { manifest: Manifest; tables: Map<string, Row[]> } {
  let size = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes, { filter: (f) => {
      size += f.originalSize
      if (size > MOST_BYTES) throw new Error('too large')
      return f.name === 'manifest.json' || f.name.startsWith('tables/')
    } })
  } catch {
    throw unreadable('zip')
  }
  const manifest = parse<Manifest>(files['manifest.json'], 'manifest')
  if (manifest?.format !== FORMAT || typeof manifest.tables !== 'object') throw unreadable('manifest')
  if (manifest.version > VERSION || manifest.schema > SCHEMA_NUMBER) throw new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-newer' }])
  const tables = new Map<string, Row[]>()
  for (const [name, said] of Object.entries(manifest.tables)) {
    const file = files[`tables/${name}.jsonl`]
    if (!file || sha256(file) !== said.sha256) throw unreadable(name)
    const rows = strFromU8(file).split('\n').filter(Boolean).map((line) => parse<Row>(strToU8(line), name))
    if (rows.length !== said.rows) throw unreadable(name)
    tables.set(name, rows)
  }
  return { manifest, tables }
}

function parse<T>(bytes: Uint8Array | undefined, what: string): T {
  try {
    return JSON.parse(strFromU8(bytes!)) as T
  } catch {
    throw unreadable(what)
  }
}

/** Reads an archive into an empty installation. Nobody has a password yet but the owner who reads it. Returns that owner's session. */
export async function readArchive(tx: Tx, body: Body<'readArchive'>, place: Place): Promise<string> {
  if (!(await setupNeeded(tx))) throw new Refusal(409, 'already-set-up', [{ field: 'archive', code: 'not-empty' }])
  const { tables } = openArchive(Buffer.from(body.archive, 'base64'))
  const owner = (tables.get('person') ?? []).find((p) => p.login === body.login && p.role === 'owner' && p.active)
  if (!owner) throw new Refusal(422, 'invalid', [{ field: 'login', code: 'archive-owner-unknown' }])
  const nobodys = await hashSecret(newToken())
  const owners = await hashSecret(body.password)
  for (const [name, model] of TABLES) {
    const known = columnsOf(name, model)
    const rows = (tables.get(name) ?? []).map((r) => ({
      ...Object.fromEntries(known.filter((c) => c in r).map((c) => [c, isJson(model, c) && r[c] !== null ? toJson(r[c]) : r[c]])),
      ...(name === 'person' ? { passwordHash: r.id === owner.id ? owners : nobodys, pinHash: null } : {}),
    }))
    // Shipped ingredients are there already; what the business made of them comes from the archive.
    const over = name === 'ingredient' ? { updateOnDuplicate: known as never[] } : {}
    try {
      for (let i = 0; i < rows.length; i += CHUNK) await model.bulkCreate(rows.slice(i, i + CHUNK) as never, { transaction: tx, ...over })
    } catch (e) {
      // The file is sound and yet does not fit: it was made by hand, or by something else.
      throw (e as { name?: string }).name?.startsWith('Sequelize') && !(e as { name: string }).name.includes('Connection') ? unreadable(name) : e
    }
  }
  // An archive of an earlier release does not say which lots are used up.
  await database().query(`UPDATE lot SET open = FALSE WHERE (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = lot.id) < ${NOTHING}`, { transaction: tx })
  await recordChange(tx, { personId: String(owner.id), role: 'owner', key: null }, 'business', 'archive', null, { rows: [...tables.values()].reduce((n, t) => n + t.length, 0) })
  return openSession(tx, String(owner.id), place)
}
