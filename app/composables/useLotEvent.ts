import type { LotEventBody } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { inBackground, refuseHere, uuid } from '~/utils/api'

/** Something done with a lot, from its form: booked here first, so that what cannot be is said without a connection. */
export function useLotEvent(lotId: string) {
  const fruit = useFruit()
  let id = uuid()
  let told: { event: LotEventBody; measured: string[] } | null = null
  const form = useSubmit(async (key, confirm) => {
    const { event, measured } = told!
    const call = { params: { id: lotId }, body: { id, event, measured, confirm } }
    refuseHere(fruit.tryOut(event.kind, call), confirm)
    await useOutbox().keep('postLotEvent', { key, ...call })
  })
  /** @returns whether it is written down, here or at the server */
  async function send(event: LotEventBody, measured: string[]): Promise<boolean> {
    told = { event, measured }
    if (!(await form.submit())) return false
    id = uuid()
    inBackground(fruit.load())
    return true
  }
  return { form, send }
}
