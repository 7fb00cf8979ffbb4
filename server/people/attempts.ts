import { isIPv6 } from 'node:net'
import { Op } from 'sequelize'
import { SignInAttempt } from '../db/models'
import { inTransaction, type Read, type Tx } from '../db/connect'
import { tell } from '../db/rows'
import { now } from '../platform/clock'
import { digest } from './secrets'
import { Refusal } from '../platform/errors'
import { inTurn } from '../platform/turns'

// How guesses are counted. The scheme is that of "Slow Down Online Guessing Attacks with Device Cookies" (OWASP):
// whoever signed in before from a device is counted by that device, everybody else together by account and by address.
// So a stranger who uses up the guesses of an account or an address does not keep its people out, and gets no more
// guesses by it. Stated with its numbers in docs/security.md.

const WINDOW_MIN = 15
const KEPT_HOURS = 48
const GATES = 64

/** What a guess is counted by: at most so many wrong ones in the last minutes. */
interface Count {
  by: 'account' | 'address'
  value: string
  most: number
  minutes: number
  code?: string
}
export interface Guess {
  account: string
  address: string
  counts: Count[]
  lane: 'known' | 'strangers'
}

const FAILS_PER_ACCOUNT = 8
const FAILS_PER_ADDRESS = 40
/** A PIN is four digits: on one tablet, for one person, no more than this many wrong ones a day. */
const PIN_FAILS_PER_DAY = 40

const short = (text: string): string => digest(text).slice(0, 40)
/** Whoever has an IPv6 address has a network of them: its first 64 bits count. */
export function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, '')
  if (!isIPv6(plain)) return plain
  const [head = '', tail = ''] = plain.toLowerCase().split('%')[0]!.split('::')
  const groups = (s: string): string[] => (s ? s.split(':') : [])
  const missing = 8 - groups(head).length - groups(tail).length
  return [...groups(head), ...Array<string>(Math.max(missing, 0)).fill('0'), ...groups(tail)].slice(0, 4).join(':')
}

/** Somebody of whom nothing is known tries to be `account`. */
export function strangersGuess(account: string, address: string): Guess {
  const [who, from] = [`account:${short(account)}`, networkOf(address)]
  const counts: Count[] = [
    { by: 'account', value: who, most: FAILS_PER_ACCOUNT, minutes: WINDOW_MIN },
    { by: 'address', value: from, most: FAILS_PER_ADDRESS, minutes: WINDOW_MIN },
  ]
  return { account: who, address: from, counts, lane: 'strangers' }
}
/** From a device that is known for this account, an enrolled tablet, or a live session: counted by that alone. */
export function knownGuess(account: string, device: string): Guess {
  const who = `known:${short(`${device}/${account}`)}`
  return {
    account: who,
    address: '',
    counts: [{ by: 'account', value: who, most: FAILS_PER_ACCOUNT, minutes: WINDOW_MIN }],
    lane: 'known',
  }
}
/** A PIN on an enrolled tablet. */
export function pinGuess(personId: string, tablet: string): Guess {
  const guess = knownGuess(`pin:${personId}`, tablet)
  return {
    ...guess,
    counts: [
      ...guess.counts,
      { by: 'account', value: guess.account, most: PIN_FAILS_PER_DAY, minutes: 24 * 60, code: 'too-many-pins' },
    ],
  }
}

async function refuseUsedUp(tx: Read, counts: Count[]): Promise<void> {
  for (const { by, value, most, minutes, code = 'too-many-attempts' } of counts) {
    const since = new Date(now().getTime() - minutes * 60e3)
    const wrong = await SignInAttempt.count({
      where: { [by]: value, succeeded: false, at: { [Op.gt]: since } },
      transaction: tx,
    })
    if (wrong >= most) throw new Refusal(429, code, [{ field: 'password', code, numbers: { minutes } }])
  }
}

/**
 * Compares in its turn, and keeps the attempt on record: as a wrong one before it is compared, so that guesses sent at
 * once, to whichever process, are counted one after the other, and as a right one afterwards.
 * @throws Refusal 429 when the guesses are used up, 503 when too many wait
 */
export async function guarded(guess: Guess, compare: () => Promise<boolean>): Promise<boolean> {
  // Asked before anybody waits for a turn: who has no guess left takes no turn away.
  await refuseUsedUp(null, guess.counts)
  return inTurn(guess.lane, async () => {
    const id = await inTransaction(async (tx) => {
      await lockGates(
        tx,
        guess.counts.map((c) => c.value),
      )
      await refuseUsedUp(tx, guess.counts)
      const row = await SignInAttempt.create(
        { account: guess.account, address: guess.address, at: now(), succeeded: false },
        { transaction: tx },
      )
      return (row as unknown as { id: number }).id
    })
    const right = await compare()
    if (right)
      await inTransaction((tx) => SignInAttempt.update({ succeeded: true }, { where: { id }, transaction: tx }))
    return right
  })
}

async function lockGates(tx: Tx, values: string[]): Promise<void> {
  const buckets = [...new Set(values.map((s) => parseInt(digest(s).slice(0, 6), 16) % GATES))]
  await tell(tx, 'sign_in_gate', 'bucket', buckets)
}

export async function dropOldAttempts(tx: Tx): Promise<void> {
  await SignInAttempt.destroy({
    where: { at: { [Op.lt]: new Date(now().getTime() - KEPT_HOURS * 36e5) } },
    transaction: tx,
  })
}
