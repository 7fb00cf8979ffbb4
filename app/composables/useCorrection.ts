import {
  addableOf,
  asLastTime,
  correct,
  potAfter,
  potAsRead,
  potTotal,
  stepFor,
  wantedBy,
  type Added,
  type CorrectAsk,
  type Correction,
  type PotState,
  type TasteWord,
} from '#core/balance'
import { costPerGram } from '#core/cost'
import type { Observed } from '#core/process'
import { BENCH_C, itemKey, type Evaluation, type ItemRef, type RecipeDocument } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'

/** A pot as somebody tells of it. */
export interface PotTold {
  potMl: number
  vesselMl: number
  reading: Observed
  words: readonly TasteWord[]
  onHand: readonly ItemRef[]
  /** no more of a thing than stands in its lots */
  byLots: boolean
}
/** What a pot took. */
export interface Took {
  potMl: number
  added: readonly { item: ItemRef; massG: number }[]
}

/** A pot that is brought right: what it takes, what of it was added so far, and what it is now. */
export function useCorrection() {
  const drinks = useDrinks()
  const finding = useFind<Correction>()
  const { gramsOf } = useOnHand()
  /** the drink as it was when the pot was made */
  const base = shallowRef<Evaluation | null>(null)
  const startMl = ref(0)
  const pot = shallowRef<PotState | null>(null)
  const done = shallowRef<readonly { item: ItemRef; massG: number }[]>([])
  /** of what was proposed, what has not been added yet */
  const open = shallowRef<readonly Added[]>([])

  const things = (items: readonly ItemRef[]) => items.flatMap((item) => addableOf(item, drinks.context, BENCH_C) ?? [])

  function askOf(drink: Evaluation, told: PotTold): CorrectAsk {
    if (!done.value.length) {
      base.value = drink
      startMl.value = told.potMl
    }
    // A pot that was added to stands as it is worked out, until it is read again.
    const now = done.value.length
      ? potAsRead({ ...base.value!, output: pot.value!.stream, jug: pot.value!.mix }, told.potMl, told.reading)
      : potAsRead(drink, told.potMl, told.reading)
    const { wanted, leastTimes } = told.words.length
      ? wantedBy(told.words, now.mix)
      : { wanted: standardOf(drink), leastTimes: 1 }
    const onHand = things(told.onHand).map((of) => ({
      of,
      stepG: stepFor(told.potMl, of),
      mostG: (told.byLots ? gramsOf(of.item, of.mlPerG) : null) ?? Infinity,
    }))
    return {
      pot: now,
      wanted,
      onHand,
      headroomMl: told.vesselMl - told.potMl,
      ...(leastTimes > 1 ? { leastMl: told.potMl * leastTimes } : {}),
    }
  }
  /** What is wanted is what was said, or where nobody said a word the drink's own figures. */
  async function find(drink: Evaluation, told: PotTold, last?: Took): Promise<void> {
    await finding.find(async (solve) => {
      const ask = askOf(drink, told)
      const found = last ? asLastTime(ask, last.added, last.potMl) : await correct(ask, solve)
      pot.value = ask.pot
      open.value = found.added
      return found
    })
  }
  const standardOf = ({ jug }: Evaluation) => ({
    brix: jug.brix.value,
    ...(jug.ratio ? { ratio: jug.ratio.value } : {}),
  })
  /** One of what was proposed is in the pot. */
  function added(one: Added, onHand: readonly ItemRef[]): void {
    const item = onHand.find((i) => itemKey(i) === one.key)!
    pot.value = potAfter(pot.value!, [one], things([item]))
    done.value = [...done.value, { item, massG: one.massG }]
    open.value = open.value.filter((a) => a !== one)
  }
  function reset(): void {
    pot.value = base.value = null
    done.value = []
    open.value = []
    finding.clear()
  }
  /** What so many g of something cost; null where it is not known. */
  function costOf(key: string, massG: number): number | null {
    const book = drinks.priceBook
    if (!book) return null
    if (!key.startsWith('prep:')) {
      const per = costPerGram(book, key, new Set())
      return per && per.value * massG
    }
    const recipe = drinks.byId.get(key.slice(5))
    const { evaluation } = recipe ? drinks.evaluate(drinks.served(recipe)) : { evaluation: null }
    const total = evaluation && drinks.costOfPrep(evaluation, recipe!.id)?.total
    return total ? (total.value / evaluation!.jug.mass.value) * massG : null
  }
  /** All that is in the pot, as a recipe for it. */
  const total = (): RecipeDocument => potTotal(base.value!, startMl.value, done.value)
  return { finding, find, pot, done, open, added, reset, costOf, total, startMl }
}
export type CorrectionUnderWay = ReturnType<typeof useCorrection>
