import { shiftDay, type Day } from '#core/time'
import type { CountSheet } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { noAnswer } from '~/utils/api'

/** ms after something was told until the sheet is asked for again: a shift tells much. */
const SETTLE_MS = 1500

/** The sheet of some days at the stand: asked for again when something more is told. */
export function useCountSheet(until: () => Day, days: () => number) {
  const session = useSession()
  const fruit = useFruit()
  const { ofError } = useSentence()
  const sheet = shallowRef<CountSheet | null>(null)
  const busy = ref(false)
  const said = ref('')
  const isOffline = ref(false)
  let asked = 0
  async function load(): Promise<void> {
    const mine = ++asked
    if (!session.standId || !until()) return
    busy.value = true
    said.value = ''
    isOffline.value = false
    const query = { stand: session.standId, from: shiftDay(until(), 1 - days()), until: until() }
    try {
      const answer = await useOutbox().read('count', { query })
      if (mine === asked) sheet.value = answer
    } catch (e) {
      if (mine !== asked) return
      sheet.value = null
      isOffline.value = noAnswer(e)
      said.value = isOffline.value ? '' : ofError(e)
    } finally {
      if (mine === asked) busy.value = false
    }
  }
  watch([() => session.standId, until, days], load, { immediate: true })
  let timer: ReturnType<typeof setTimeout> | undefined
  watch([() => fruit.lots, () => fruit.holds, () => fruit.pours, () => fruit.soldOuts], () => {
    clearTimeout(timer)
    timer = setTimeout(load, SETTLE_MS)
  })
  onBeforeUnmount(() => clearTimeout(timer))
  return { sheet, busy, said, isOffline, load }
}
