import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'

// What a browser keeps of whoever signed in there: `person.nonce.seal`, a few of them. It opens nothing; it only says
// that guesses from here are counted by this device. The seal rests on the password, so a new password makes every
// device unknown again.

interface Person {
  id: string
  passwordHash: string
}
const MOST = 8

function sealOf({ id, passwordHash }: Person, nonce: string): string {
  return createHmac('sha256', process.env.OLVEX_SESSION_PASSWORD ?? '')
    .update(`known-device\n${id}\n${nonce}\n${passwordHash}`)
    .digest('base64url')
}

/** The device's nonce where the cookie is good for this person; null where it is not. */
export function knownFor(person: Person | null, cookie: string | null): string | null {
  const mine =
    person &&
    (cookie ?? '')
      .split('~')
      .map((part) => part.split('.'))
      .find(([id]) => id === person.id)
  if (!person || !mine?.[1] || !mine[2]) return null
  const [right, given] = [Buffer.from(sealOf(person, mine[1])), Buffer.from(mine[2])]
  return right.length === given.length && timingSafeEqual(right, given) ? mine[1] : null
}

/** The cookie with this person in it, last. */
export function withKnown(person: Person, cookie: string | null): string {
  const nonce = knownFor(person, cookie) ?? randomBytes(16).toString('base64url')
  const others = (cookie ?? '')
    .split('~')
    .filter((part) => /^[\w-]{36}\.[\w-]{22}\.[\w-]{43}$/.test(part) && !part.startsWith(`${person.id}.`))
  return [...others.slice(-(MOST - 1)), `${person.id}.${nonce}.${sealOf(person, nonce)}`].join('~')
}
