import { createHash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Model, ModelStatic } from 'sequelize'
import { v7 as uuid } from 'uuid'
import { ZipFile } from 'yazl'
import { writeCsv } from '#core/csv'
import { dataFolder } from '../../db/dump'
import { SCHEMA_NUMBER } from '../../db/migrations'
import { fromJson, inSnapshot, toJson, type Tx } from '../../db/connect'
import { getBusiness } from '../business'
import { now } from '../clock'
import { columnsOf, csvName, FORMAT, isJson, linesName, TABLES, VERSION, type Manifest, type Row } from './tables'

/** Rows held at a time: a business of many years is never in memory as a whole. */
const PAGE = 1000

async function* rowsOf(tx: Tx, model: ModelStatic<Model>, columns: string[]): AsyncGenerator<Row[]> {
  const json = columns.filter((c) => isJson(model, c))
  for (let offset = 0; ; offset += PAGE) {
    const order = model.primaryKeyAttributes.map((key): [string, string] => [key, 'ASC'])
    const rows = (await model.findAll({
      attributes: columns,
      order,
      limit: PAGE,
      offset,
      transaction: tx,
      raw: true,
    })) as unknown as Row[]
    for (const column of json) for (const row of rows) row[column] = row[column] === null ? null : fromJson(row[column])
    yield rows
    if (rows.length < PAGE) return
  }
}

/**
 * The whole business as a zip beside the data, as it stood at one moment: a manifest, and every table as JSON lines and
 * as CSV. Described in docs/archive.md. Whoever asked removes the file.
 */
export async function writeArchive(): Promise<string> {
  const folder = dataFolder('outgoing')
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, `${uuid()}.zip`)
  try {
    await inSnapshot(async (tx) => {
      const zip = new ZipFile()
      const written = pipeline(zip.outputStream, createWriteStream(file, { mode: 0o600 }))
      // Whoever waits for a part below hears from here of a full disk.
      const broken = written.then(() => new Promise<never>(() => undefined))
      broken.catch(() => undefined)
      zip.on('error', (e: Error) => (zip.outputStream as Readable).destroy(e))
      const manifest: Manifest = {
        format: FORMAT,
        version: VERSION,
        schema: SCHEMA_NUMBER,
        currency: (await getBusiness(tx)).currency,
        madeAt: now().toISOString(),
        tables: {},
      }
      const add = (name: string, parts: AsyncIterable<string>): Promise<void> =>
        Promise.race([whole(parts, (stream) => zip.addReadStream(stream, name)), broken])
      for (const [name, model] of TABLES) {
        const columns = columnsOf(name, model)
        const sum = createHash('sha256')
        let rows = 0
        await add(
          linesName(name),
          lines(rowsOf(tx, model, columns), (page) => {
            const text = page.map((r) => `${JSON.stringify(r)}\n`).join('')
            sum.update(text)
            rows += page.length
            return text
          }),
        )
        await add(csvName(name), csv(columns, rowsOf(tx, model, columns)))
        manifest.tables[name] = { rows, sha256: sum.digest('hex') }
      }
      zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), 'manifest.json')
      zip.end()
      await written
    })
    return file
  } catch (e) {
    await rm(file, { force: true })
    throw e
  }
}

/** Hands a stream of parts over, and waits until all of them were taken. */
function whole(parts: AsyncIterable<string>, take: (stream: Readable) => void): Promise<void> {
  return new Promise((done, fail) => {
    const stream = Readable.from(parts, { objectMode: false })
    stream.once('end', done).once('error', fail)
    take(stream)
  })
}

async function* lines(pages: AsyncIterable<Row[]>, text: (page: Row[]) => string): AsyncGenerator<string> {
  for await (const page of pages) if (page.length) yield text(page)
}

async function* csv(columns: string[], pages: AsyncIterable<Row[]>): AsyncGenerator<string> {
  yield writeCsv([columns])
  yield* lines(pages, (page) => writeCsv(page.map((r) => columns.map((c) => cell(r[c])))))
}

/** What a table of text shows of a value: dates and JSON as text. */
export function cell(value: unknown): string {
  if (value === null || value === undefined) return ''
  return value instanceof Date ? value.toISOString() : typeof value === 'object' ? toJson(value) : String(value)
}
