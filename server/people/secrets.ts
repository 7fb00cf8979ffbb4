import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'

const hash = new Hash(new Scrypt({}))

/** For what people choose: slow on purpose. */
export const hashSecret = (secret: string): Promise<string> => hash.make(secret)

let nobody: Promise<string> | undefined
/** Takes as long when there is nobody to compare with, so that the time does not tell which names exist. */
export async function verifySecret(stored: string | null, given: string): Promise<boolean> {
  const right = await hash.verify(stored ?? (await (nobody ??= hash.make(randomBytes(16).toString('hex')))), given)
  return right && stored !== null
}

/** For what we choose ourselves, long and random: a plain digest is enough. */
export const newToken = (): string => randomBytes(32).toString('base64url')
export const digest = (token: string): string => createHash('sha256').update(token).digest('hex')
export const isToken = (token: string, stored: string): boolean =>
  timingSafeEqual(Buffer.from(digest(token)), Buffer.from(stored))
