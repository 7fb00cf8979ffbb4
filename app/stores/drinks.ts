import { defineStore } from 'pinia'
import { cupCost, type CupCost, type PriceBook } from '#core/cost'
import { ProcessLimit } from '#core/process'
import { Evaluator, type Evaluation, type RecipeContext, type RecipeDocument } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { withPendingRecipes } from '~/outbox/pending'
import { useCatalogue } from './catalogue'
import { useFruit } from './fruit'
import { useOutbox } from './outbox'
import { useSession } from './session'

export interface Evaluated { evaluation: Evaluation | null; limit: ProcessLimit | null }

/** Drinks and preps, and the one evaluator that feeds every screen. */
export const useDrinks = defineStore('drinks', () => {
  const answered = shallowRef<Recipe[]>([])
  const recipes = computed(() => withPendingRecipes(answered.value, useOutbox().overlay))
  const ready = ref(false)
  const catalogue = useCatalogue()
  const fruit = useFruit()
  const session = useSession()

  const drinks = computed(() => recipes.value.filter((r) => r.kind === 'drink'))
  const preps = computed(() => recipes.value.filter((r) => r.kind === 'prep'))
  const byId = computed(() => new Map(recipes.value.map((r) => [r.id, r])))
  const standards = computed(() => drinks.value.filter((d) => d.standard).length)

  const context: RecipeContext = {
    ingredient: (key) => catalogue.dataOf(key),
    prep: (id) => byId.value.get(id)?.standard?.document ?? byId.value.get(id)?.draft,
  }
  // Made anew when what it looks things up in changes; kept between edits, so that a dragged edge runs only what it moves.
  const evaluator = computed(() => {
    void [recipes.value, catalogue.ingredients]
    return new Evaluator(context)
  })

  function evaluate(doc: RecipeDocument): Evaluated {
    try {
      return { evaluation: evaluator.value.evaluate(toRaw(doc)), limit: null }
    } catch (e) {
      if (e instanceof ProcessLimit) return { evaluation: null, limit: e }
      throw e
    }
  }
  function evaluatedPrep(id: string): Evaluation | undefined {
    try {
      return evaluator.value.prep(id)
    } catch (e) {
      if (e instanceof ProcessLimit) return undefined
      throw e
    }
  }
  /** What is served today: the standard, or the draft while there is none. */
  const servedDocument = (r: Recipe): RecipeDocument => r.standard?.document ?? r.draft

  const priceBook = computed((): PriceBook | null => {
    const rate = session.stand?.labourEurPerH
    if (!session.isOwner || rate === null || rate === undefined) return null
    const known = fruit.yields
    return {
      price: catalogue.priceOf, fruitYield: (key) => known.get(key), fruitOf: catalogue.fruitOf, labourEurPerH: rate,
      prep: evaluatedPrep,
    }
  })

  const cupOf = (doc: RecipeDocument) => catalogue.cups.find((c) => c.id === doc.serve?.cupId) ?? catalogue.cups[0]

  function costOf(doc: RecipeDocument, evaluation: Evaluation): CupCost | null {
    const book = priceBook.value
    if (!book || !doc.serve) return null
    const cup = cupOf(doc)
    const items = cup ? [{ key: 'cup', eachEur: cup.cupEur ?? 0 }, { key: 'lid', eachEur: cup.lidEur ?? 0 }, { key: 'straw', eachEur: cup.strawEur ?? 0 }].filter((i) => i.eachEur > 0) : []
    return cupCost(evaluation, doc.serve, items, book)
  }

  async function load(): Promise<void> {
    const shown = useOutbox().reading('putRecipe')
    answered.value = await useOutbox().read('recipes')
    shown()
    ready.value = true
  }
  /** What the server has just confirmed of one recipe. */
  function confirmed(id: string, saved: Partial<Recipe>): void {
    answered.value = answered.value.map((r) => (r.id === id ? { ...r, ...saved } : r))
  }
  return { confirmed, recipes, ready, drinks, preps, byId, standards, evaluate, servedDocument, evaluatedPrep, priceBook, cupOf, costOf, load }
})
