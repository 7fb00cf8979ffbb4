import { getHeader, type H3Event } from 'h3'
import { Refusal } from '../platform/errors'

/** What a body may weigh where its route names nothing else. */
export const BODY_LIMIT = 64 * 1024
/** A body that is not here by then is refused: 64 kB over the worst connection take a few seconds. */
const BODY_MS = 15_000
/**
 * What somebody goes on sending after the answer is read to this size, then held back, so that the answer arrives;
 * after this long the connection ends.
 */
const LINGER_MS = 1000
const LINGER_BYTES = 4 * 2 ** 20

export const tooLarge = (most: number): Refusal =>
  new Refusal(413, 'body-too-large', [{ field: '', code: 'body-too-large', numbers: { most } }])
export const tooSlow = (): Refusal => new Refusal(408, 'body-too-slow')
/** Refuses by what the sender says it weighs, before a byte is read. Who says nothing is counted while it is read. */
export function refuseBySize(event: H3Event, most: number): void {
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge(most)
}

/** Reads a body as text, counting: it is refused at the byte that is too much, whatever its headers said. */
export function bodyText(event: H3Event, most: number): Promise<string> {
  refuseBySize(event, most)
  const { req } = event.node
  return new Promise((done, fail) => {
    const parts: Buffer[] = []
    let size = 0
    const leave = (): void => {
      clearTimeout(limit)
      req.off('data', take).off('end', whole).off('error', cut).off('close', cut)
    }
    const refuse = (why: Refusal): void => {
      leave()
      req.pause()
      fail(why)
    }
    const take = (part: Buffer): void => {
      size += part.length
      if (size > most) refuse(tooLarge(most))
      else parts.push(part)
    }
    const whole = (): void => {
      leave()
      done(Buffer.concat(parts).toString('utf8'))
    }
    const cut = (): void => refuse(new Refusal(400, 'body-cut'))
    const limit = setTimeout(() => refuse(tooSlow()), BODY_MS)
    req.on('data', take).once('end', whole).once('error', cut).once('close', cut)
  })
}

/** For every request: one that was answered before all of it was sent does not keep the server reading. */
export function endAfterAnswer({ node: { req, res } }: H3Event): void {
  // Before Node itself begins to read the rest away, which it would do without an end.
  res.once('prefinish', () => {
    if (req.complete) return
    const limit = setTimeout(() => req.destroy(), LINGER_MS)
    let size = 0
    req.on('data', (part: Buffer) => {
      size += part.length
      // Ended here, with the sender still writing, the answer would be lost to whoever writes faster than they read.
      if (size > LINGER_BYTES) req.pause()
    })
    req
      .once('close', () => clearTimeout(limit))
      .once('error', () => undefined)
      .resume()
  })
}
