import { defineStore } from 'pinia'
import { gPerMlOf, gPerMlOfPrep, type UsableLot } from '#core/books'
import { isGoodOn, prepNeeds, standingOf, useByOf, type Standing, type UseBy } from '#core/preps'
import type { Evaluation } from '#core/recipe'
import { timesOrNone } from '#core/scale'
import type { Lot, PlanLine, Recipe } from '#shared/contract'
import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { lossesOf, usePlan } from './plan'
import { useSession } from './session'

/** A prep on its shelf: what is there of it, and what the plan asks of it. */
export interface PrepOnShelf extends Standing {
  recipe: Recipe
  /** as it is made today; null where it cannot be worked out */
  evaluation: Evaluation | null
  keeps: UseBy | null
  lots: Lot[]
}

/** Preps of the stand with their lots, what is short first. */
export const usePreps = defineStore('preps', () => {
  const drinks = useDrinks()
  const fruit = useFruit()
  const plan = usePlan()
  const session = useSession()
  const catalogue = useCatalogue()

  const lotsOf = computed(() => {
    const out = new Map<string, Lot[]>()
    for (const lot of fruit.made) {
      const recipe = fruit.recipeOf(lot.itemKey)
      if (recipe) out.set(recipe, [...(out.get(recipe) ?? []), lot])
    }
    return out
  })
  function needs(lines: readonly PlanLine[]): Map<string, number> {
    const losses = lossesOf(session.stand)
    return prepNeeds(
      lines.flatMap((l) => {
        const recipe = drinks.byId.get(l.recipeId)
        const evaluation = recipe && drinks.evaluate(drinks.served(recipe)).evaluation
        return evaluation ? [{ evaluation, times: timesOrNone(evaluation, { ...l, ...losses }) }] : []
      }),
    )
  }
  const today = computed(() => needs(plan.linesToday))
  const tomorrow = computed(() => needs(plan.linesTomorrow))

  const shelf = computed((): PrepOnShelf[] =>
    drinks.preps
      .map((recipe): PrepOnShelf => {
        const { evaluation } = drinks.evaluate(drinks.served(recipe))
        const lots = lotsOf.value.get(recipe.id) ?? []
        const needG = { today: today.value.get(recipe.id) ?? 0, tomorrow: tomorrow.value.get(recipe.id) ?? 0 }
        const standing = standingOf(evaluation, lots, needG, plan.today)
        return { recipe, evaluation, keeps: evaluation && useByOf(evaluation, 'cold'), lots, ...standing }
      })
      .sort((a, b) => b.shortMl - a.shortMl || a.recipe.name.localeCompare(b.recipe.name)),
  )
  const byId = computed(() => new Map(shelf.value.map((p) => [p.recipe.id, p])))
  const short = computed(() => shelf.value.filter((p) => p.shortMl > 0))

  /** What can be taken out of lots here today, as a recipe takes it. */
  const usable = computed((): UsableLot[] =>
    fruit.lots
      .filter((l) => l.onHand > 0 && isGoodOn(l, plan.today) && l.itemKind !== 'goods' && l.kind !== 'by-product')
      .map((l) => {
        const { id, unit, onHand, useBy, at } = l
        const recipe = l.itemKind === 'version' ? fruit.recipeOf(l.itemKey) : undefined
        const evaluation = recipe ? byId.value.get(recipe)?.evaluation : null
        const data = l.itemKind === 'ingredient' ? catalogue.dataOf(l.itemKey) : undefined
        const gPerMl = evaluation ? gPerMlOfPrep(evaluation) : data ? gPerMlOf(data) : null
        return { id, unit, onHand, useBy, at, gPerMl, item: recipe ? `prep:${recipe}` : l.itemKey }
      }),
  )
  return { shelf, byId, short, usable }
})
