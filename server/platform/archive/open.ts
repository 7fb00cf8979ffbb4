import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { openPromise, type Entry, type ZipFile } from 'yauzl'
import { SCHEMA_NUMBER } from '../../db/migrations'
import { todaysRow } from '#shared/earlier'
import { Refusal } from '../errors'
import { csvName, FORMAT, linesName, TABLES, unreadable, VERSION, type Manifest, type Row } from './tables'

// A zip comes from anybody: what it says of itself is not believed. Only names that an archive has, each once; what
// comes out is counted while it comes out; a line and what is nested in it have an end.

/** Unpacked, all of it. A zip of a few kB may unpack to more than there is memory or disk. */
const MOST_BYTES = 512 * 2 ** 20
const MOST_MANIFEST = 2 ** 20
const MOST_LINE = 4 * 2 ** 20
/** Objects in objects; a recipe has some ten. MariaDB takes no JSON of more than 32. */
const MOST_DEPTH = 30
const NAMES = new Set(['manifest.json', ...TABLES.flatMap(([name]) => [linesName(name), csvName(name)])])

export interface OpenArchive {
  manifest: Manifest
  rows: (table: string) => AsyncGenerator<Row>
  close: () => void
}

/**
 * Opens an archive and looks through all of it: every table has its rows and its checksum, or a refusal.
 * @param look is shown every row once, before anything is done with them
 */
export async function openArchive(
  path: string,
  look: (table: string, row: Row) => void = () => undefined,
): Promise<OpenArchive> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false, strictFileNames: true }).catch(() => {
    throw unreadable('zip')
  })
  try {
    const entries = await entriesOf(zip)
    const manifest = await manifestOf(zip, entries.get('manifest.json'))
    const rows = (table: string): AsyncGenerator<Row> =>
      named(rowsIn(zip, entries.get(linesName(table)), manifest.tables[table]!, table), table)
    for (const table of Object.keys(manifest.tables)) for await (const row of rows(table)) look(table, row)
    return { manifest, rows, close: () => zip.close() }
  } catch (e) {
    zip.close()
    throw e
  }
}

/** Rows under the names of today. */
async function* named(rows: AsyncGenerator<Row>, table: string): AsyncGenerator<Row> {
  for await (const row of rows) yield todaysRow(row, table)
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>()
  let bytes = 0
  if (zip.entryCount > NAMES.size) throw unreadable('entries')
  try {
    for await (const entry of zip.eachEntry()) {
      bytes += entry.uncompressedSize
      if (!NAMES.has(entry.fileName) || entries.has(entry.fileName) || bytes > MOST_BYTES || entry.isEncrypted())
        throw unreadable(entry.fileName)
      entries.set(entry.fileName, entry)
    }
  } catch (e) {
    throw e instanceof Refusal ? e : unreadable('directory')
  }
  return entries
}

async function manifestOf(zip: ZipFile, entry: Entry | undefined): Promise<Manifest> {
  if (!entry || entry.uncompressedSize > MOST_MANIFEST) throw unreadable('manifest')
  let text = ''
  for await (const line of linesIn(zip, entry)) text += `${line}\n`
  const manifest = parse<Manifest>(text, 'manifest')
  if (manifest?.format !== FORMAT || typeof manifest.tables !== 'object' || manifest.tables === null)
    throw unreadable('manifest')
  if (manifest.version > VERSION || manifest.schema > SCHEMA_NUMBER)
    throw new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-newer' }])
  for (const table of Object.keys(manifest.tables)) if (!NAMES.has(linesName(table))) throw unreadable(table)
  return manifest
}

async function* rowsIn(
  zip: ZipFile,
  entry: Entry | undefined,
  said: Manifest['tables'][string],
  table: string,
): AsyncGenerator<Row> {
  if (!entry) throw unreadable(table)
  const sum = createHash('sha256')
  let rows = 0
  for await (const line of linesIn(zip, entry, (part) => sum.update(part))) {
    if (!line) continue
    const row = parse<Row>(line, table)
    if (typeof row !== 'object' || row === null || isDeeper(row, MOST_DEPTH)) throw unreadable(table)
    rows++
    yield row
  }
  if (rows !== said.rows || sum.digest('hex') !== said.sha256) throw unreadable(table)
}

/** Lines of a file in the zip. What comes out of it is held to the size that its entry names, and a line to its own. */
async function* linesIn(
  zip: ZipFile,
  entry: Entry,
  seen: (part: Buffer) => void = () => undefined,
): AsyncGenerator<string> {
  let stream: Readable | undefined
  try {
    stream = await zip.openReadStreamPromise(entry)
    let rest: Buffer = Buffer.alloc(0)
    for await (const part of stream as AsyncIterable<Buffer>) {
      seen(part)
      let from = 0
      for (let end = part.indexOf(10); end >= 0; end = part.indexOf(10, from)) {
        yield Buffer.concat([rest, part.subarray(from, end)]).toString('utf8')
        rest = Buffer.alloc(0)
        from = end + 1
      }
      rest = Buffer.concat([rest, part.subarray(from)])
      if (rest.length > MOST_LINE) throw unreadable(entry.fileName)
    }
    if (rest.length) yield rest.toString('utf8')
  } catch (e) {
    throw e instanceof Refusal ? e : unreadable(entry.fileName)
  } finally {
    stream?.destroy()
  }
}

function isDeeper(value: unknown, than: number): boolean {
  if (typeof value !== 'object' || value === null) return false
  return than === 0 || Object.values(value).some((v) => isDeeper(v, than - 1))
}

function parse<T>(text: string, what: string): T {
  try {
    return JSON.parse(text) as T
  } catch {
    throw unreadable(what)
  }
}
