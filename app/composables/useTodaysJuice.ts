import { contextOfToday, findAmounts, type Found } from '#core/balance'
import { amendedBy, askToday, cupOf, type Amended, type EventBody } from '#core/batch'
import type { Observed } from '#core/process'
import { isJuice, itemKey, type TakeStep } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import type { BatchInHand } from './useBatch'

/** A juice of a batch that nobody has weighed yet. */
export interface JuiceToRead {
  take: string
  key: string
}

/** What was read of today's juice: juice, sweetener and water are worked out anew, so that the drink is what it was. */
export function useTodaysJuice(hand: BatchInHand) {
  const catalogue = useCatalogue()
  const drinks = useDrinks()
  const { triesIn } = useTries()
  const finding = useFind<Found>()
  const view = computed(() => hand.view.value!)
  const takes = computed(() => view.value.actual.document.steps.filter((s): s is TakeStep => s.op === 'take'))
  const juices = computed((): JuiceToRead[] =>
    takes.value
      .filter((s) => !view.value.actual.told.has(s.out) && 'ingredient' in s.item)
      .map((s) => ({ take: s.out, key: itemKey(s.item) }))
      .filter(({ key }) => isJuice(catalogue.byKey.get(key)?.kind ?? '')),
  )
  /** cups that the batch was asked about as */
  const asked = ref(1)
  /** The sheet's figures, with today's juice: as near as what is not in yet can bring it. */
  async function find(readings: Readonly<Record<string, Observed>>): Promise<void> {
    const { planned, evaluation, actual, run } = view.value
    if (!planned || !evaluation) return
    const { document, times } = cupOf(actual.document, planned.jug.volume.value)
    asked.value = times
    const tries = triesIn(contextOfToday(drinks.contextOfRun(run), readings))
    const ask = askToday(actual, planned, evaluation, times)
    await finding.find((solve) => findAmounts(document, ask, (doc) => ({ ...tries(doc), cost: null }), solve))
  }
  const amended = computed((): Amended[] => {
    const [found, { actual, evaluation }] = [finding.answer.value, view.value]
    return found && evaluation ? amendedBy(actual, evaluation, found.document, asked.value) : []
  })
  /** It is weighed so, and what was read is what the juice is. */
  function take(readings: Readonly<Record<string, Observed>>): Promise<boolean> {
    const wanted = amended.value.map(({ take: of, is, unit }) => ({ take: of, amount: { value: is, unit } }))
    const reads = juices.value.flatMap(({ take: of, key }): EventBody[] => {
      const reading = readings[key]
      return reading && Object.keys(reading).length ? [{ kind: 'read', of, reading }] : []
    })
    return hand.tell([...(wanted.length ? [{ kind: 'wanted' as const, takes: wanted }] : []), ...reads])
  }
  return { juices, finding, find, amended, take }
}
