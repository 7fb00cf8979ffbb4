import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openArchive } from '../../server/platform/archive'

export type Row = Record<string, unknown>

/** An archive of bytes, as our own code opens one. */
export async function opened(bytes: Uint8Array) {
  const folder = mkdtempSync(join(tmpdir(), 'olvex-archive-'))
  const path = join(folder, 'archive.zip')
  writeFileSync(path, bytes)
  const tables = new Map<string, Row[]>()
  try {
    const { manifest, close } = await openArchive(path, (table, row) =>
      tables.set(table, [...(tables.get(table) ?? []), row]),
    )
    close()
    return { manifest, tables, rows: (table: string): Row[] => tables.get(table) ?? [] }
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** An archive sent as the page sends it. */
export function sendArchive(
  base: string,
  bytes: Uint8Array,
  login: string,
  password = 'a-new-password',
): Promise<Response> {
  const form = new FormData()
  form.set('login', login)
  form.set('password', password)
  form.set('archive', new Blob([bytes as Uint8Array<ArrayBuffer>]), 'archive.zip')
  return fetch(`${base}/api/v1/archive`, { method: 'POST', body: form })
}
