import { v7 as uuid } from 'uuid'
import { answerWrong, seatView } from '#core/sensory'
import type { Body, Reply } from '#shared/contract'
import { inTransaction, type Tx } from '../db/connect'
import { tell } from '../db/rows'
import { guarded, strangersGuess } from '../people/attempts'
import { digest } from '../people/secrets'
import type { Who } from '../people/who'
import { now } from '../platform/clock'
import { invalid, notFound, Refusal } from '../platform/errors'
import { gone, keepEvent, openPanel, secretOfSeat, standing } from './panels'

// What a taster's phone may ask, which has no session: by the code of a panel, for a day. Which cup is which is in
// nothing that it is sent.

/**
 * The panel of a code; guesses are counted by where they come from, as guesses of a password are.
 * @throws 404 where it opens none, 429 where the guesses are used up
 */
async function guessed(code: string, address: string): Promise<NonNullable<Awaited<ReturnType<typeof openPanel>>>> {
  let found: Awaited<ReturnType<typeof openPanel>> = null
  await guarded(strangersGuess(`tasting:${code}`, address), async () => {
    found = await openPanel(null, code)
    return found !== null
  })
  if (!found) throw notFound('id')
  return found
}
/** The change is said to be of whoever set the panel up: a taster is nobody here. */
const asOpener = ({ personId, standId }: { personId: string; standId: string }): Who => ({
  ...{ personId, role: 'crew', stands: [], key: null, standId },
})

export async function tasting(code: string, address: string): Promise<Reply<'tasting'>> {
  const panel = await guessed(code, address)
  const { seats, endedAt } = await standing(null, panel)
  return {
    kind: panel.kind,
    asked: panel.asked,
    allergens: seatView(panel, 0)!.allergens,
    seats: panel.servings.length,
    taken: seats.map((s) => s.seat),
    ended: endedAt !== null,
  }
}

/** @throws 409 where somebody sits there, or it is over @throws 422 for a seat that there is not */
export async function takeSeat(code: string, body: Body<'takeSeat'>, address: string): Promise<Reply<'takeSeat'>> {
  const panel = await guessed(code, address)
  const view = seatView(panel, body.seat)
  if (!view) throw invalid([{ field: 'seat', code: 'seat-unknown' }])
  const { seat, name, avoids, secret } = body
  return inTransaction(async (tx) => {
    await lock(tx, panel.id)
    const { seats, endedAt } = await standing(tx, panel)
    if (endedAt) throw gone('panel-ended', 'id')
    // The same phone once more: its page was loaded anew.
    const isMine = (await secretOfSeat(tx, panel.id, seat)) === digest(secret)
    if (!isMine && seats.some((s) => s.seat === seat)) throw gone('seat-taken', 'seat')
    if (!isMine) {
      const event = { kind: 'sat' as const, seat, name, avoids }
      const told = { id: uuid(), panelId: panel.id, event, at: now().toISOString(), secretHash: digest(secret) }
      await keepEvent(tx, told, asOpener(panel), null)
    }
    const after = await standing(tx, panel)
    return { view, keptAway: after.keptAway.includes(seat) }
  })
}

/** @throws 403 for a phone that does not sit there @throws 409 where that seat has answered, or it is over */
export async function answerSeat(code: string, body: Body<'answerSeat'>): Promise<Reply<'answerSeat'>> {
  const panel = await openPanel(null, code)
  if (!panel) throw notFound('id')
  const { seat, secret, answer } = body
  return inTransaction(async (tx) => {
    await lock(tx, panel.id)
    if ((await secretOfSeat(tx, panel.id, seat)) !== digest(secret)) {
      throw new Refusal(403, 'not-your-seat', [{ field: 'seat', code: 'not-your-seat' }])
    }
    const wrong = answerWrong(panel, seat, answer)
    if (wrong) throw invalid([{ field: 'answer', code: wrong }])
    const { seats, endedAt, keptAway } = await standing(tx, panel)
    if (endedAt) throw gone('panel-ended', 'id')
    if (keptAway.includes(seat)) throw gone('seat-kept-away', 'seat')
    if (seats.some((s) => s.seat === seat && s.answer)) throw gone('answered-already', 'seat')
    const event = { kind: 'answered' as const, seat, answer }
    const told = { id: uuid(), panelId: panel.id, event, at: now().toISOString(), secretHash: null }
    await keepEvent(tx, told, asOpener(panel), null)
    return { ok: true as const }
  })
}

/** One after the other at one panel. */
const lock = (tx: Tx, panelId: string): Promise<unknown> => tell(tx, 'panel', 'id', [panelId])
