import { contextOfToday, findAmounts, type Found } from '#core/balance'
import { cupOf, type EventBody } from '#core/batch'
import type { Observed } from '#core/process'
import { fillsUp, itemKey, type TakeStep } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import type { BatchInHand } from './useBatch'

/** A juice of a batch that nobody has weighed yet, and what was read when it was pressed last. */
export interface JuiceToRead {
  take: string
  key: string
  lastRead: { brix: number | null; ta: number | null; at: string } | null
}
/** What is wanted of a take by now, and what it is to be with what was read. */
export interface Amended {
  take: string
  key: string
  unit: TakeStep['amount']['unit']
  was: number
  is: number
}
const JUICES = ['juice', 'base', 'concentrate']
/** So many times of what the sheet says, and that part of it, are as far as today's juice moves it. */
const FARTHEST = 2
/** Of an amount, what no scale of a stand tells apart. */
const NOTICED = 0.002

/** What was read of today's juice: juice, sweetener and water are worked out anew, so that the drink is what it was. */
export function useTodaysJuice(hand: BatchInHand) {
  const catalogue = useCatalogue()
  const drinks = useDrinks()
  const fruit = useFruit()
  const { triesIn } = useTries()
  const finding = useFind<Found>()
  const view = computed(() => hand.view.value!)
  const takes = computed(() => view.value.actual.document.steps.filter((s): s is TakeStep => s.op === 'take'))
  const juices = computed((): JuiceToRead[] =>
    takes.value
      .filter((s) => !view.value.actual.told.has(s.out) && 'ingredient' in s.item)
      .map((s) => ({ take: s.out, key: itemKey(s.item) }))
      .filter(({ key }) => JUICES.includes(catalogue.byKey.get(key)?.kind ?? ''))
      .map(({ take, key }) => {
        const press = fruit.presses.find(
          (p) => p.ingredientKey === catalogue.fruitOf(key) && !p.base && (p.seen?.brix != null || p.seen?.ta != null),
        )
        const lastRead = press?.seen ? { brix: press.seen.brix, ta: press.seen.ta, at: press.at } : null
        return { take, key, lastRead }
      }),
  )
  /** cups that the batch was asked about as */
  const asked = ref(1)
  /** The sheet's figures, with today's juice: as near as what is not in yet can bring it. */
  async function find(readings: Readonly<Record<string, Observed>>): Promise<void> {
    const sheet = view.value.planned!.jug
    const { document: cup, times } = cupOf(view.value.actual.document, sheet.volume.value)
    asked.value = times
    const evaluate = triesIn(contextOfToday(drinks.contextOfRun(view.value.run), readings))
    const bounds = Object.fromEntries(
      massesOf().map(({ take, massG }) => [
        take,
        { leastG: massG / times / FARTHEST, mostG: (massG / times) * FARTHEST },
      ]),
    )
    await finding.find((solve) =>
      findAmounts(
        cup,
        {
          wanted: { sweetness: sheet.sweetness.value, ta: sheet.ta.value },
          moment: 'jug',
          volumeMl: sheet.volume.value / times,
          bounds,
          held: new Set(view.value.actual.told),
        },
        (document) => ({ ...evaluate(document), cost: null }),
        solve,
      ),
    )
  }
  const filler = computed(() => fillsUp(view.value.actual.document))
  const massesOf = (): { take: string; massG: number }[] =>
    (view.value.evaluation?.bill.own ?? [])
      .filter((o) => o.stream !== filler.value && !view.value.actual.told.has(o.stream))
      .map((o) => ({ take: o.stream, massG: o.mass.value }))
  /** What is to be weighed otherwise than the sheet says, in the unit that it is weighed in. */
  const amended = computed((): Amended[] => {
    const found = finding.answer.value
    if (!found) return []
    return massesOf().flatMap(({ take, massG }): Amended[] => {
      const step = takes.value.find((s) => s.out === take)
      const own = found.tried.evaluation.bill.own.find((o) => o.stream === take)
      if (!step || !own || !(massG > 0)) return []
      const is = (step.amount.value * own.mass.value * asked.value) / massG
      const isSame = Math.abs(is - step.amount.value) <= NOTICED * step.amount.value
      return isSame ? [] : [{ take, key: itemKey(step.item), unit: step.amount.unit, was: step.amount.value, is }]
    })
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
