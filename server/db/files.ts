import { open, rename, rm } from 'node:fs/promises'
import { dirname } from 'node:path'

/**
 * Brings a file to the disk itself, and then its name: a machine that loses power has the old one or the new one,
 * whole.
 */
export async function settle(part: string, file: string): Promise<void> {
  await sync(part)
  await rename(part, file)
  await sync(dirname(file))
}

/** Writes a small file aside, and gives it its name when it is whole. */
export async function writeWhole(file: string, text: string): Promise<void> {
  const part = `${file}.part`
  try {
    const handle = await open(part, 'w', 0o600)
    await handle.writeFile(text).finally(() => handle.close())
    await settle(part, file)
  } catch (e) {
    await rm(part, { force: true })
    throw e
  }
}

async function sync(path: string): Promise<void> {
  const handle = await open(path, 'r')
  await handle.sync().finally(() => handle.close())
}
