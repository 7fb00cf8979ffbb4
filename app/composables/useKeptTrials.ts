import type { Family, MixFigures } from '#core/recipe'
import { keptOf } from '#core/trials'
import type { Reply } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'

/**
 * What this stand kept of its series with drinks of a family: read when it is first looked at.
 * @param isWanted whether who is here may read it at all
 */
export function useKeptTrials(family: () => Family | undefined, isWanted: () => boolean) {
  const drinks = useDrinks()
  const rows = shallowRef<Reply<'keptTrials'>>([])
  const outbox = useOutbox()
  async function load(): Promise<void> {
    const { stand } = useSession()
    if (!stand || !isWanted()) return
    // Without an answer the zone is learned from the standards alone.
    rows.value = await outbox.read('keptTrials', { query: { stand: stand.id } }).catch(() => rows.value)
  }
  onMounted(load)
  onUnmounted(outbox.onDelivered((entry) => void (entry.route === 'putWork' && load())))
  return computed((): MixFigures[] =>
    rows.value.flatMap(({ recipeId, series }) => {
      const point = drinks.byId.get(recipeId)?.family === family() ? keptOf(series) : undefined
      const made = point && drinks.evaluate(drinks.live(point)).evaluation
      return made ? [made.jug] : []
    }),
  )
}
