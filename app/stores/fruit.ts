import { defineStore } from 'pinia'
import { fruitYield, pressFigures, type FruitYield, type PressFigures } from '#core/yield'
import type { Press } from '#shared/contract'
import { withPending, type Books } from '~/outbox/pending'
import { useCatalogue } from './catalogue'
import { useOutbox } from './outbox'
import { useSession } from './session'

/** Lots and presses of the stand. */
export const useFruit = defineStore('fruit', () => {
  const answered = shallowRef<Books>({ lots: [], presses: [] })
  /** What the server said last, with what this tablet has not sent yet on top. */
  const books = computed((): Books => {
    const { standId, person } = useSession()
    return withPending(answered.value, useOutbox().overlay, standId, person?.name ?? '', useCatalogue().dataOf)
  })
  const lots = computed(() => books.value.lots)
  const presses = computed(() => books.value.presses)
  const ready = ref(false)

  const received = computed(() => lots.value.filter((l) => l.kind === 'received'))
  const kgOnHand = computed(() => received.value.reduce((sum, l) => sum + l.onHand, 0) / 1000)
  const pressesOf = computed(() => groupBy(presses.value, (p) => p.lotId))
  const figuresOf = computed(() => new Map(presses.value.map((p) => [p.id, figuresOfPress(p)])))

  /** Yields by fruit, for every fruit there is: the stand's own, or the handbook's where nobody has pressed yet. */
  const yields = computed(() => {
    const byFruit = groupBy(presses.value, (p) => p.ingredientKey)
    const out = new Map<string, FruitYield>()
    for (const fruit of useCatalogue().fruits) {
      const data = useCatalogue().dataOf(fruit.key)
      if (data?.fruit) out.set(fruit.key, fruitYield(data, (byFruit.get(fruit.key) ?? []).map((p) => figuresOf.value.get(p.id)!)))
    }
    return out
  })

  const onHandG = (key: string): number => received.value.filter((l) => l.ingredientKey === key).reduce((sum, l) => sum + l.onHand, 0)
  const onHandMl = (juiceKey: string): number => lots.value.filter((l) => l.kind === 'pressed' && l.ingredientKey === juiceKey).reduce((sum, l) => sum + l.onHand, 0)

  async function load(): Promise<void> {
    const stand = useSession().standId
    if (!stand) return
    const shown = useOutbox().reading('postLot', 'postPress')
    const [l, p] = await Promise.all([useOutbox().read('lots', { query: { stand } }), useOutbox().read('presses', { query: { stand } })])
    answered.value = { lots: l, presses: p }
    shown()
    ready.value = true
  }
  return { lots, presses, ready, received, kgOnHand, pressesOf, figuresOf, yields, onHandG, onHandMl, load }
})

export function figuresOfPress(p: Omit<Press, 'id' | 'standId' | 'lotId' | 'juiceG' | 'method' | 'doubts'>): PressFigures {
  return pressFigures({
    takenG: p.takenG, trimmedG: p.trimmedG, juiceMl: p.juiceMl, juiceTyped: p.juiceUnit, minutes: p.minutes,
    fruitCostEur: p.fruitCostEur, fruitCostBasis: p.costBasis, params: { name: p.ingredientKey, when: p.at },
  })
}

function groupBy<T>(rows: readonly T[], key: (row: T) => string): Map<string, T[]> {
  const out = new Map<string, T[]>()
  for (const row of rows) {
    const list = out.get(key(row))
    if (list) list.push(row)
    else out.set(key(row), [row])
  }
  return out
}
