import { amountOf, type Handling } from '#core/yield'
import type { OunceMeaning } from '#core/units'
import type { What } from './useAmount'
import { useCatalogue } from '~/stores/catalogue'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

/** What somebody answered who may not say it for everybody: it holds at this tablet until the page is left. */
const said = reactive({ ounces: null as OunceMeaning | null, of: {} as Record<string, Partial<Handling>> })

/** What is known of the ingredient whose amount is typed, and how to answer what is asked of it. */
export function useAmountOf(key: () => string | undefined) {
  const catalogue = useCatalogue()
  const session = useSession()
  const { name } = useFormat()
  const what = computed((): What | null => {
    const of = key()
    const data = of && catalogue.dataOf(of)
    if (!data) return null
    const here = said.of[of]
    const handling = { ...catalogue.handlingFor(of), ...here }
    const called = name(of)
    const ounces = session.stand?.ounces ?? said.ounces
    return {
      of: amountOf(here?.cupG ? { ...data, cupG: here.cupG } : data, handling, ounces),
      pieces: [called, `${called}s`, `${called}es`],
      isHereOnly: here !== undefined,
    }
  })
  /** What an ounce of a liquid is here: for the whole stand, where the owner says it. */
  async function sayOunces(meaning: OunceMeaning): Promise<void> {
    said.ounces = meaning
    const stand = session.stand
    if (!session.isOwner || !stand) return
    const { id, ...row } = stand
    await useOutbox().keep('putStand', { key: uuid(), params: { id }, body: { ...row, ounces: meaning } })
    session.stands = await useOutbox().read('stands')
  }
  /** What a piece or a cup of it weighs: for everybody, where the owner says it. */
  async function sayWeight(of: 'pieceG' | 'cupG', g: number): Promise<void> {
    const row = key() ? catalogue.byKey.get(key()!) : undefined
    said.of[key()!] = { ...said.of[key()!], [of]: g }
    if (!session.isOwner || !row) return
    const handling = { ...row.handling, [of]: g }
    await api('putHandling', { key: uuid(), params: { id: row.key }, body: { handling, version: row.version } })
    await catalogue.load()
    delete said.of[row.key]
  }
  return { what, sayOunces, sayWeight }
}
