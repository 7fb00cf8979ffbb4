import { createWriteStream } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { Busboy } from '@fastify/busboy'
import { getHeader, type H3Event } from 'h3'
import { v7 as uuid } from 'uuid'
import { dataFolder } from '../db/dump'
import { Refusal } from '../platform/errors'
import { refuseBySize, tooLarge, tooSlow } from './body'

/** A sender that says nothing for this long has gone. */
const SILENCE_MS = 20_000

export interface Upload {
  fields: Record<string, string>
  path: string
  remove: () => Promise<void>
}

/** Receives a form with one file, which goes to the disk as it comes and never into memory as a whole. */
export async function receiveUpload(event: H3Event, most: number): Promise<Upload> {
  refuseBySize(event, most)
  if (!getHeader(event, 'content-type')?.startsWith('multipart/form-data')) throw new Refusal(415, 'not-a-form')
  const folder = dataFolder('incoming')
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const path = join(folder, uuid())
  const remove = (): Promise<void> => rm(path, { force: true })
  try {
    return { fields: await receive(event, path, most), path, remove }
  } catch (e) {
    await remove()
    throw e
  }
}

function receive(event: H3Event, path: string, most: number): Promise<Record<string, string>> {
  const { req } = event.node
  return new Promise((done, fail) => {
    const fields: Record<string, string> = {}
    let file: Promise<void> = Promise.reject(
      new Refusal(422, 'invalid', [{ field: 'archive', code: 'archive-unreadable' }]),
    )
    file.catch(() => undefined)
    const leave = (): void => {
      clearInterval(silence)
      req.unpipe().off('data', heard).off('error', cut).off('close', cut)
    }
    const refuse = (e: unknown): void => {
      leave()
      req.pause()
      fail(e)
    }
    let form: ReturnType<typeof Busboy>
    try {
      const headers = req.headers as { 'content-type': string }
      form = new Busboy({
        headers,
        limits: { files: 1, fields: 10, parts: 12, fileSize: most, fieldSize: 1000, headerPairs: 20 },
      })
    } catch {
      return fail(new Refusal(415, 'not-a-form'))
    }
    let last = Date.now()
    let size = 0
    const heard = (part: Buffer): void => {
      last = Date.now()
      size += part.length
      if (size > most) refuse(tooLarge(most))
    }
    // Closing is how a whole request ends too.
    const cut = (): void => {
      if (!req.complete) refuse(new Refusal(400, 'body-cut'))
    }
    const silence = setInterval(() => {
      if (Date.now() - last > SILENCE_MS) refuse(tooSlow())
    }, 1000)
    form.on('field', (name, value) => {
      fields[name] = value
    })
    form.on('file', (_name, stream) => {
      file = pipeline(stream, createWriteStream(path, { mode: 0o600 }))
      file.catch(refuse)
    })
    form.once('error', () => refuse(new Refusal(400, 'body-cut')))
    form.once('finish', () => {
      leave()
      file.then(() => done(fields), fail)
    })
    req.on('data', heard).once('error', cut).once('close', cut).pipe(form)
  })
}
