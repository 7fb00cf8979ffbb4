import { crc32, deflateRawSync } from 'node:zlib'

// Large archives for a test, made by zlib itself: a library in the test's own language takes a minute for them.

interface Entry {
  name: string
  crc: number
  packed: Buffer
  size: number
}
const packed = new WeakMap<Uint8Array, Pick<Entry, 'crc' | 'packed' | 'size'>>()

/** A ZIP file (PKWARE APPNOTE 6.3) of deflated files; the same bytes under several names are packed once. */
export function zipOf(files: Readonly<Record<string, Uint8Array>>): Uint8Array {
  const entries = Object.entries(files).map(([name, bytes]): Entry => {
    let known = packed.get(bytes)
    if (!known) {
      known = { crc: crc32(bytes), packed: deflateRawSync(bytes, { level: 1 }), size: bytes.length }
      packed.set(bytes, known)
    }
    return { name, ...known }
  })
  const parts: Buffer[] = []
  const directory: Buffer[] = []
  let at = 0
  for (const e of entries) {
    const local = Buffer.concat([head(0x04034b50, [20, 0, 8, 0, 0], e, [0]), Buffer.from(e.name), e.packed])
    directory.push(
      Buffer.concat([head(0x02014b50, [20, 20, 0, 8, 0, 0], e, [0, 0, 0, 0]), u32(0), u32(at), Buffer.from(e.name)]),
    )
    parts.push(local)
    at += local.length
  }
  const central = Buffer.concat(directory)
  const end = [
    u32(0x06054b50),
    ...[0, 0, entries.length, entries.length].map(u16),
    u32(central.length),
    u32(at),
    u16(0),
  ]
  return new Uint8Array(Buffer.concat([...parts, central, ...end]))
}

const u16 = (n: number): Buffer => {
  const b = Buffer.alloc(2)
  b.writeUInt16LE(n)
  return b
}
const u32 = (n: number): Buffer => {
  const b = Buffer.alloc(4)
  b.writeUInt32LE(n)
  return b
}
/** What both heads of a file have: how it is packed, its sums and sizes, and the length of its name. */
const head = (sign: number, before: readonly number[], e: Entry, after: readonly number[]): Buffer =>
  Buffer.concat([
    ...[u32(sign), ...before.map(u16)],
    ...[u32(e.crc), u32(e.packed.length), u32(e.size)],
    ...[u16(Buffer.byteLength(e.name)), ...after.map(u16)],
  ])
